import { clamp } from '../number/index.ts'
import {
  convertLrgbToOklab,
  convertLrgbToRgb,
  convertOklabToLrgb,
  convertRgbToLrgb,
  modeHsl,
  modeLch,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeRgb,
  parse,
  useMode,
} from 'culori/fn'
import { Refusal } from '../refusal/index.ts'

const toRgb = useMode(modeRgb)
const toOklab = useMode(modeOklab)
useMode(modeOklch)
useMode(modeLrgb)
useMode(modeHsl)
useMode(modeLch)

/** A colour that cannot be read. */
export class BadColour extends Refusal {}

/** L (0 … 1), a, b and alpha (0 … 1), not premultiplied. */
export type OklabAlpha = [l: number, a: number, b: number, alpha: number]

/**
 * Reads any CSS colour into OKLab and alpha; missing components count as 0.
 * Throws BadColour with a sentence. Source: W3C, CSS Color 4 (through culori).
 */
export function parseColour(text: string): OklabAlpha {
  const colour = readCss(text)
  if (!colour)
    throw new BadColour(`“${text.slice(0, 40)}” is not a colour. Try #C8401A or oklch(0.6 0.17 40).`)
  return colour
}

/** Whether text is a colour parseColour reads. */
export function isColour(text: string): boolean {
  return readCss(text) !== null
}

/** Farther from grey, or brighter, than any colour of a screen or a film: beyond it mixing has no meaning. */
const FARTHEST = 1e3

/** A CSS colour in OKLab and alpha (0 … 1); null for other text and for colours no number can tell. */
function readCss(text: string): OklabAlpha | null {
  if (text.length > LONGEST_TEXT) return null
  let parsed: ReturnType<typeof parse>
  try {
    parsed = parse(text)
  } catch {
    // culori's reader stumbles over some unfinished texts, as `color(`.
    return null
  }
  // A name such as `constructor` finds something else in its table of named colours.
  if (typeof parsed?.mode !== 'string') return null
  const { l, a, b, alpha } = toOklab(parsed)
  const colour: OklabAlpha = [l ?? 0, a ?? 0, b ?? 0, clamp(alpha ?? 1, 0, 1)]
  return colour.every((part) => Math.abs(part) <= FARTHEST) ? colour : null
}

/** The longest text read as a colour, in characters. */
const LONGEST_TEXT = 100

/**
 * Gamma-encoded sRGB components 0 … 1 and alpha of an OKLab colour, clipped to the gamut as a screen does.
 * A lightness beyond black or white is clamped first. Source: W3C, CSS Color 4, 9.3 (oklab() clamps L).
 */
export function srgbOf([l, a, b, alpha]: Readonly<OklabAlpha>): [number, number, number, number] {
  const clip = (part: number): number => clamp(part, 0, 1)
  const rgb = convertLrgbToRgb(convertOklabToLrgb({ l: clip(l), a, b }))
  return [clip(rgb.r), clip(rgb.g), clip(rgb.b), clip(alpha)]
}

const byte = (part: number): string =>
  Math.round(part * 255)
    .toString(16)
    .padStart(2, '0')

/** `#rrggbb`, or `#rrggbbaa` when not opaque, at 8 bits a channel. */
export function hexOf(colour: Readonly<OklabAlpha>): string {
  const [r, g, b, alpha] = srgbOf(colour)
  return `#${byte(r)}${byte(g)}${byte(b)}${alpha < 1 ? byte(alpha) : ''}`
}

/** `oklch(L C H / a)` with every digit, for values that must not move; the nearest that can be read where it is beyond that. */
export function exactColourText(colour: Readonly<OklabAlpha>): string {
  // A hair less, as what is written in circles round grey comes back with its last digits changed.
  const near = (part: number): number => Math.max(-0.999 * FARTHEST, Math.min(0.999 * FARTHEST, part))
  const [l, a, b] = [near(colour[0]), near(colour[1]), near(colour[2])]
  const [, , , alpha] = colour
  const hue = (Math.atan2(b, a) * 180) / Math.PI
  return `oklch(${l} ${Math.hypot(a, b)} ${hue < 0 ? hue + 360 : hue}${alpha < 1 ? ` / ${alpha}` : ''})`
}

/** Gamma-encoded sRGB of CSS text, for mixing in that space. */
export function encodedSrgb(colour: Readonly<OklabAlpha>): [number, number, number] {
  const { r, g, b } = toRgb({ mode: 'oklab', l: colour[0], a: colour[1], b: colour[2] })
  return [r, g, b]
}

/** Linear-light sRGB of an OKLab colour. */
export function linearSrgb(colour: Readonly<OklabAlpha>): [number, number, number] {
  const { r, g, b } = convertOklabToLrgb({ l: colour[0], a: colour[1], b: colour[2] })
  return [r, g, b]
}

/** OKLab of linear-light sRGB. */
export function oklabOfLinear(r: number, g: number, b: number): [number, number, number] {
  const lab = convertLrgbToOklab({ r, g, b })
  return [lab.l, lab.a, lab.b]
}

/** OKLab of gamma-encoded sRGB. */
export function oklabOfEncoded(r: number, g: number, b: number): [number, number, number] {
  const linear = convertRgbToLrgb({ r, g, b })
  return oklabOfLinear(linear.r, linear.g, linear.b)
}

/** Lightness (0 … 1), chroma and hue (degrees, 0 … 360) of an OKLab colour. Source: W3C, CSS Color 4, 9.4. */
export function oklchOf([l, a, b]: Readonly<OklabAlpha>): [l: number, c: number, h: number] {
  const hue = (Math.atan2(b, a) * 180) / Math.PI
  return [l, Math.hypot(a, b), hue < 0 ? hue + 360 : hue]
}

/** The OKLab colour of lightness, chroma and hue. */
export function oklabOfOklch(l: number, c: number, h: number, alpha: number): OklabAlpha {
  const angle = (h * Math.PI) / 180
  return [l, c * Math.cos(angle), c * Math.sin(angle), alpha]
}

/** How far a channel may lie beyond sRGB and be meant to lie on its edge: less than half a step of 8 bits. */
const AT_THE_EDGE = 0.5 / 255

/** Whether a screen of plain sRGB can show a colour as it is. */
export function isInSrgb(colour: Readonly<OklabAlpha>): boolean {
  return encodedSrgb(colour).every((part) => part >= -AT_THE_EDGE && part <= 1 + AT_THE_EDGE)
}

/** A colour to be stored: hex at 8 bits where sRGB holds it, else `oklch()` in as few digits as an eye can tell. */
export function colourText(colour: Readonly<OklabAlpha>): string {
  if (isInSrgb(colour)) return hexOf(colour)
  const [l, c, h] = oklchOf(colour)
  const alpha = colour[3] < 1 ? ` / ${Number(colour[3].toFixed(3))}` : ''
  return `oklch(${Number(l.toFixed(4))} ${Number(c.toFixed(4))} ${Number(h.toFixed(2))}${alpha})`
}
