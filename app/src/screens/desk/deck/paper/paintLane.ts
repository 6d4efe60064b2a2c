import type { BeadDot } from '../../../../chart/lane/beadDot.ts'
import type { LanePicture } from '../../../../chart/lane/laneDrawing.ts'
import type { Brush } from './useRowPaper.ts'

/** All that is seen of a closed lane, px. */
export interface LaneFace {
  readonly picture: LanePicture
  /** Selected spans, from and to; those that touch are one. */
  readonly washes: readonly (readonly [number, number])[]
  readonly dots: readonly BeadDot[]
  /** Numbers at beads that stand for several keys. */
  readonly counts: readonly { readonly x: number; readonly count: number }[]
  /** Where two keys nearly look like one. */
  readonly near: readonly number[]
  /** Name of the property's hue. */
  readonly hue: string
}

const [WASH_TOP, WASH_HEIGHT] = [0.75, 24.5]
const RAMP = { top: 18, width: 3.2, height: 6 } as const
const COUNTS_AT = 25
const NEAR_AT = 9

/** Paints a closed lane, from what lies lowest. */
export function paintLane(brush: Brush, face: LaneFace): void {
  const { on, ink } = brush
  const hue = ink(`hue-${face.hue}`)
  on.globalAlpha = 0.5
  stroke(on, face.picture.outside, { colour: ink('ink-2'), width: 1, dash: [1, 3] })
  on.globalAlpha = 1
  paintWashes(brush, face.washes)
  on.globalAlpha = 0.86
  on.fillStyle = hue
  on.fill(new Path2D(face.picture.areas))
  on.globalAlpha = 1
  const { ribbon, hold, steps } = face.picture.lines
  stroke(on, ribbon, { colour: hue, width: 1 })
  stroke(on, hold, { colour: hue, width: 2, dash: [4, 3] })
  stroke(on, steps, { colour: hue, width: 2 })
  for (const { x, colour } of face.picture.ramp) {
    on.fillStyle = colour
    const left = Math.round(x)
    on.fillRect(left, RAMP.top, Math.round(x + RAMP.width) - left, RAMP.height)
  }
  on.globalAlpha = 0.75
  stroke(on, face.picture.patterns, { colour: ink('ink'), width: 1 })
  on.globalAlpha = 1
  stroke(on, face.picture.links, { colour: ink('ink-2'), width: 1 })
  paintDots(brush, face.dots)
  words(
    on,
    face.counts.map(({ x, count }) => [x, String(count)]),
    {
      y: COUNTS_AT,
      colour: ink('ink-2'),
      font: `7px ${ink('font-mono')}`,
    },
  )
  words(
    on,
    face.near.map((x) => [x, '≈']),
    {
      y: NEAR_AT,
      colour: ink('pencil'),
      font: `700 13px ${ink('font-sans')}`,
    },
  )
}

function stroke(
  on: CanvasRenderingContext2D,
  path: string,
  { colour, width, dash = [] }: { colour: string; width: number; dash?: number[] },
): void {
  if (path === '') return
  on.strokeStyle = colour
  on.lineWidth = width
  on.setLineDash(dash)
  on.stroke(new Path2D(path))
  on.setLineDash([])
}

function words(
  on: CanvasRenderingContext2D,
  list: readonly (readonly [x: number, word: string])[],
  { y, colour, font }: { y: number; colour: string; font: string },
): void {
  // Setting a font is slow.
  if (list.length === 0) return
  on.textAlign = 'center'
  on.fillStyle = colour
  on.font = font
  for (const [x, word] of list) on.fillText(word, x, y)
}

function paintWashes({ on, ink }: Brush, washes: LaneFace['washes']): void {
  if (washes.length === 0) return
  on.beginPath()
  for (const [x0, x1] of washes) on.rect(x0, WASH_TOP, x1 - x0, WASH_HEIGHT)
  on.fillStyle = on.strokeStyle = ink('pencil')
  on.lineWidth = 1.5
  on.globalAlpha = 0.11
  on.fill()
  on.globalAlpha = 1
  on.stroke()
}

/** Beads as discs: selected ones filled, the others as rings, points of a route smaller; a little ground around all. */
function paintDots({ on, ink }: Brush, dots: readonly BeadDot[]): void {
  const discs = (radius: number, colour: string, list: readonly BeadDot[]): void => {
    if (list.length === 0) return
    on.beginPath()
    for (const { x, y } of list) {
      on.moveTo(x + radius, y)
      on.arc(x, y, radius, 0, 2 * Math.PI)
    }
    on.fillStyle = colour
    on.fill()
  }
  discs(5.75, ink('sheet'), dots)
  for (const small of [false, true]) {
    const list = dots.filter((dot) => (dot.small ?? false) === small)
    const rings = list.filter(({ chosen }) => !chosen)
    discs(small ? 3 : 4.5, ink('ink'), rings)
    discs(small ? 1.5 : 3, ink('sheet-2'), rings)
    discs(
      small ? 3 : 4.5,
      ink('pencil'),
      list.filter(({ chosen }) => chosen),
    )
  }
}
