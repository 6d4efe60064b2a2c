import { isInSrgb, oklabOfOklch, oklchOf, type OklabAlpha } from './colour.ts'
import type { CompiledProperty } from './compileProperty.ts'
import { valueInto } from './evaluate.ts'

/** A colour of a moment in the terms it is judged by. */
export interface ColourLook {
  /** Layer time, ticks. */
  readonly time: number
  readonly colour: Readonly<OklabAlpha>
  /** 0 … 1 */
  readonly lightness: number
  readonly chroma: number
  /** Degrees, going on from one moment to the next without a jump; greys keep the hue they came with. */
  readonly hue: number
  readonly alpha: number
  /** The most chroma plain sRGB has at this lightness and hue. */
  readonly most: number
}

/** Less chroma than this has no hue an eye could tell. */
const GREY = 0.002

/** A colour over some moments, in order. Source of the terms: W3C, CSS Color 4, 9.4. */
export function colourLooks(compiled: CompiledProperty, times: readonly number[]): ColourLook[] {
  const out = new Float64Array(4)
  const looks: ColourLook[] = []
  let last: number | null = null
  for (const time of times) {
    valueInto(out, compiled, time)
    const colour = [...out] as OklabAlpha
    const [lightness, chroma, own] = oklchOf(colour)
    const hue: number | null =
      chroma < GREY ? last : last === null ? own : own + 360 * Math.round((last - own) / 360)
    last = hue
    const shown = hue ?? own
    looks.push({
      time,
      colour,
      lightness,
      chroma,
      hue: shown,
      alpha: colour[3],
      most: mostChroma(lightness, shown),
    })
  }
  return withFirstHue(looks)
}

/** Greys before the first hue have that one. */
function withFirstHue(looks: readonly ColourLook[]): ColourLook[] {
  const first = looks.findIndex(({ chroma }) => chroma >= GREY)
  if (first <= 0) return [...looks]
  const { hue } = looks[first]!
  return looks.map((look, i) => (i < first ? { ...look, hue, most: mostChroma(look.lightness, hue) } : look))
}

/** More than any colour of sRGB has. */
const FULL = 0.4
/** Halvings until the border is known to a hundred-thousandth. */
const HALVINGS = 15

/** The most chroma plain sRGB has at a lightness (0 … 1) and a hue (degrees). */
export function mostChroma(lightness: number, hue: number): number {
  let [inside, outside] = [0, FULL]
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (inside + outside) / 2
    if (isInSrgb(oklabOfOklch(lightness, middle, hue, 1))) inside = middle
    else outside = middle
  }
  return inside
}
