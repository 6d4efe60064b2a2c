import { encodedSrgb, linearSrgb, oklabOfEncoded, oklabOfLinear, type OklabAlpha } from '../colour.ts'
import type { Mix } from '../property.ts'

type Three = [first: number, second: number, third: number]

/** A space colours are mixed in, without alpha. */
export interface ColourSpace {
  from(colour: Readonly<OklabAlpha>): Three
  /** OKLab of a colour of the space. */
  to(first: number, second: number, third: number): Three
  /** How OKLab changes where a colour of the space changes by `by`: the derivative of `to` in that direction. */
  change(at: Readonly<Three>, by: Readonly<Three>): Three
  /** Index of an angle in degrees, which is not premultiplied. */
  readonly hue?: 2
}

const RADIANS = Math.PI / 180

const oklab: ColourSpace = {
  from: ([l, a, b]) => [l, a, b],
  to: (l, a, b) => [l, a, b],
  change: (_at, by) => [...by],
}

const oklch: ColourSpace = {
  from: ([l, a, b]) => [l, Math.hypot(a, b), Math.atan2(b, a) / RADIANS],
  to: (l, chroma, hue) => [l, chroma * Math.cos(hue * RADIANS), chroma * Math.sin(hue * RADIANS)],
  change: ([, chroma, hue], [l, outward, round]) => {
    const [cos, sin] = [Math.cos(hue * RADIANS), Math.sin(hue * RADIANS)]
    const across = chroma * round * RADIANS
    return [l, outward * cos - across * sin, outward * sin + across * cos]
  },
  hue: 2,
}

/** Linear-light sRGB to the light the eye's cones take, and that, its cube root taken, to OKLab. Source: B. Ottosson, Oklab (2020), as culori has it. */
const TO_CONES: readonly Three[] = [
  [0.412221469470763, 0.5363325372617348, 0.0514459932675022],
  [0.2119034958178252, 0.6806995506452344, 0.1073969535369406],
  [0.0883024591900564, 0.2817188391361215, 0.6299787016738222],
]
const TO_OKLAB: readonly Three[] = [
  [0.210454268309314, 0.7936177747023054, -0.0040720430116193],
  [1.9779985324311684, -2.4285922420485799, 0.450593709617411],
  [0.0259040424655478, 0.7827717124575296, -0.8086757549230774],
]

const times = (rows: readonly Three[], by: Readonly<Three>): Three =>
  rows.map((row) => row[0] * by[0] + row[1] * by[1] + row[2] * by[2]) as Three

/** The square of a cube root below which a change has no bound in numbers: at black. */
const LEAST_ROOT_SQUARE = 1e-8

function changeOfLinear(at: Readonly<Three>, by: Readonly<Three>): Three {
  const light = times(TO_CONES, at)
  const growth = times(TO_CONES, by)
  const roots = growth.map(
    (part, i) => part / (3 * Math.max(LEAST_ROOT_SQUARE, Math.cbrt(light[i]!) ** 2)),
  ) as Three
  return times(TO_OKLAB, roots)
}

const linear: ColourSpace = { from: linearSrgb, to: oklabOfLinear, change: changeOfLinear }

const encoded: ColourSpace = {
  from: encodedSrgb,
  to: oklabOfEncoded,
  change: (at, by) => {
    const growth = by.map((part, i) => part * growthOfLight(at[i]!)) as Three
    return changeOfLinear(at.map(lightOf) as Three, growth)
  },
}

/** Linear light of an encoded component and how fast it grows. Source: IEC 61966-2-1, as CSS Color 4 carries it below 0. */
function lightOf(component: number): number {
  const size = Math.abs(component)
  return size <= 0.04045 ? component / 12.92 : Math.sign(component) * ((size + 0.055) / 1.055) ** 2.4
}

function growthOfLight(component: number): number {
  const size = Math.abs(component)
  return size <= 0.04045 ? 1 / 12.92 : (2.4 / 1.055) * ((size + 0.055) / 1.055) ** 1.4
}

export const COLOUR_SPACES: Readonly<Record<Exclude<Mix, 'plain' | 'geometric'>, ColourSpace>> = {
  oklab,
  oklch,
  'oklch-longer': oklch,
  'srgb-linear': linear,
  srgb: encoded,
}
