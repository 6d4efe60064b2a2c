import { glow, polygon, rect, svgFile } from './svg.ts'

/** Three tones of folded paper: lit, middle, shade. */
export type Paper = readonly [lit: string, middle: string, shade: string]

/** A folded paper boat with a lantern's glow; the waterline is at three quarters of its height. */
export function boat([lit, middle, shade]: Paper): string {
  const defs = glow('light', '#ffc86b', 0.6)
  const body =
    `<ellipse cx="150" cy="186" rx="128" ry="15" fill="#0a1530" opacity="0.35"/><circle cx="150" cy="112" r="98" fill="url(#light)"/>` +
    polygon(
      [
        [150, 12],
        [92, 122],
        [150, 138],
      ],
      lit,
    ) +
    polygon(
      [
        [150, 12],
        [150, 138],
        [204, 120],
      ],
      middle,
    ) +
    polygon(
      [
        [12, 100],
        [96, 124],
        [150, 140],
        [118, 186],
        [62, 184],
      ],
      middle,
    ) +
    polygon(
      [
        [288, 96],
        [204, 120],
        [150, 140],
        [186, 186],
        [240, 182],
      ],
      shade,
    ) +
    polygon(
      [
        [62, 184],
        [118, 186],
        [150, 140],
        [186, 186],
        [240, 182],
        [216, 194],
        [90, 196],
      ],
      lit,
      'opacity="0.82"',
    )
  return svgFile(300, 210, body, defs)
}

/** A cask seen from its round end, radius 60, so that rolling shows. */
export function cask(): string {
  const staves = Array.from({ length: 7 }, (_, i) =>
    rect(14 + i * 14.6, 0, 13.2, 124, ['#8a5632', '#7a4a2b', '#945f38'][i % 3]!),
  ).join('')
  const clip = '<clipPath id="round"><circle cx="62" cy="62" r="54"/></clipPath>'
  const body = `<circle cx="62" cy="62" r="60" fill="#3a2b2b"/><g clip-path="url(#round)">${staves}${rect(0, 52, 124, 20, '#5c3822')}</g><circle cx="62" cy="62" r="57" fill="none" stroke="#56506a" stroke-width="6"/><circle cx="62" cy="26" r="6" fill="#2a1d1d"/>`
  return svgFile(124, 124, body, clip)
}

/** The gauge board on the quay wall, marks every 30 px. */
export function gauge(): string {
  const marks = Array.from({ length: 11 }, (_, i) =>
    rect(i % 5 === 0 ? 8 : 24, 12 + i * 28, i % 5 === 0 ? 40 : 24, i % 2 ? 6 : 10, '#20263f'),
  ).join('')
  return svgFile(56, 320, rect(0, 0, 56, 320, '#f1ead8', 'rx="4"') + marks)
}

/** A mast for the pennant. */
export function mast(): string {
  return svgFile(
    40,
    470,
    `${rect(15, 16, 10, 454, '#2a2436')}<circle cx="20" cy="14" r="12" fill="#f2b24a"/>`,
  )
}
