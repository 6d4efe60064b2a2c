import {
  encodedSrgb,
  linearSrgb,
  oklabOfEncoded,
  oklabOfLinear,
  parseColour,
  type OklabAlpha,
} from '../colour.ts'
import { mixPlain } from '../mix.ts'
import type { Mix } from '../property.ts'
import type { Mixer } from './mixer.ts'

/** Below this chroma a hue says nothing and is taken from the other colour. Source: CSS Color 4, 4.4 (powerless components). */
const POWERLESS_CHROMA = 4e-6
/** What covers less than this is not seen, and its colour cannot be told from its share. */
const LEAST_ALPHA = 1e-9
/** Half the step of the central difference that gives the slope. */
const DIFFERENCE = 1e-6

interface Space {
  from(colour: Readonly<OklabAlpha>): [number, number, number]
  to(first: number, second: number, third: number): [number, number, number]
  /** Index of an angle in degrees, which is not premultiplied. */
  readonly hue?: 2
}

const oklch: Space = {
  from: ([l, a, b]) => [l, Math.hypot(a, b), (Math.atan2(b, a) * 180) / Math.PI],
  to: (l, chroma, hue) => [
    l,
    chroma * Math.cos((hue * Math.PI) / 180),
    chroma * Math.sin((hue * Math.PI) / 180),
  ],
  hue: 2,
}

const SPACES: Readonly<Record<Exclude<Mix, 'plain' | 'geometric'>, Space>> = {
  oklab: { from: ([l, a, b]) => [l, a, b], to: (l, a, b) => [l, a, b] },
  oklch,
  'oklch-longer': oklch,
  'srgb-linear': { from: linearSrgb, to: oklabOfLinear },
  srgb: { from: encodedSrgb, to: oklabOfEncoded },
}

/**
 * Mixes two colours premultiplied in the property's space; values come out as OKLab and alpha.
 * Source: W3C, CSS Color 4, section 12 (interpolation, premultiplication, hue fix-up).
 */
export class ColourMixer implements Mixer {
  readonly width = 4
  private readonly space: Space
  private readonly first: [number, number, number]
  private readonly second: [number, number, number]
  private readonly alphas: [number, number]
  private readonly ends: readonly [OklabAlpha, OklabAlpha]
  private readonly probe = new Float64Array(4)

  constructor(from: string, to: string, mix: Mix) {
    this.ends = [parseColour(from), parseColour(to)]
    this.space = SPACES[mix === 'plain' || mix === 'geometric' ? 'oklab' : mix]
    this.alphas = [this.ends[0][3], this.ends[1][3]]
    this.first = this.space.from(this.ends[0])
    this.second = this.space.from(this.ends[1])
    if (this.space.hue) fixHues(this.first, this.second, mix === 'oklch-longer')
    for (let i = 0; i < 3; i += 1) {
      if (i === this.space.hue) continue
      this.first[i] = this.first[i]! * this.alphas[0]
      this.second[i] = this.second[i]! * this.alphas[1]
    }
  }

  mixInto(out: Float64Array, p: number): void {
    if (p === 0) out.set(this.ends[0])
    else if (p === 1) out.set(this.ends[1])
    else this.mixBetween(out, p)
  }

  /** By a central difference (error about 1e-9 of the change). */
  slopeInto(out: Float64Array, p: number): void {
    this.mixBetween(this.probe, p + DIFFERENCE)
    this.mixBetween(out, p - DIFFERENCE)
    for (let i = 0; i < 4; i += 1) out[i] = (this.probe[i]! - out[i]!) / (2 * DIFFERENCE)
  }

  settleInto(out: Float64Array): void {
    out[3] = Math.min(1, Math.max(0, out[3]!))
  }

  private mixBetween(out: Float64Array, p: number): void {
    const alpha = mixPlain(this.alphas[0], this.alphas[1], p)
    const part = (i: number): number => {
      const mixed = mixPlain(this.first[i]!, this.second[i]!, p)
      return i === this.space.hue || Math.abs(alpha) < LEAST_ALPHA ? mixed : mixed / alpha
    }
    const [l, a, b] = this.space.to(part(0), part(1), part(2))
    out[0] = l
    out[1] = a
    out[2] = b
    out[3] = alpha
  }
}

/** Hue fix-up: `shorter` keeps the difference within ±180°, `longer` outside it. Source: CSS Color 4, 12.4. */
function fixHues(first: [number, number, number], second: [number, number, number], longer: boolean): void {
  if (first[1] < POWERLESS_CHROMA) first[2] = second[2]
  if (second[1] < POWERLESS_CHROMA) second[2] = first[2]
  const difference = second[2] - first[2]
  if (!longer) {
    if (difference > 180) first[2] += 360
    else if (difference < -180) second[2] += 360
  } else if (difference > 0 && difference < 180) first[2] += 360
  else if (difference > -180 && difference <= 0) second[2] += 360
}
