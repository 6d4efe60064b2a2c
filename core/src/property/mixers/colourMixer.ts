import { clamp } from '../../number/index.ts'
import { parseColour, type OklabAlpha } from '../colour.ts'
import { mixPlain } from '../mix.ts'
import type { Mix } from '../property.ts'
import { COLOUR_SPACES, type ColourSpace } from './colourSpaces.ts'
import type { Mixer } from './mixer.ts'

/** Below this chroma a hue says nothing and is taken from the other colour. Source: CSS Color 4, 4.4 (powerless components). */
const POWERLESS_CHROMA = 4e-6
/** What covers less than this is not seen, and its colour cannot be told from its share. */
const LEAST_ALPHA = 1e-9

/**
 * Mixes two colours premultiplied in the property's space; values come out as OKLab and alpha.
 * Source: W3C, CSS Color 4, section 12 (interpolation, premultiplication, hue fix-up).
 */
export class ColourMixer implements Mixer {
  readonly width = 4
  private readonly space: ColourSpace
  private readonly first: [number, number, number]
  private readonly second: [number, number, number]
  private readonly alphas: [number, number]
  private readonly ends: readonly [OklabAlpha, OklabAlpha]

  constructor(from: string, to: string, mix: Mix) {
    this.ends = [parseColour(from), parseColour(to)]
    this.space = COLOUR_SPACES[mix === 'plain' || mix === 'geometric' ? 'oklab' : mix]
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

  /** In closed form; an alpha beyond what can be stored stands still, as it is shown. */
  slopeInto(out: Float64Array, p: number): void {
    const alpha = mixPlain(this.alphas[0], this.alphas[1], p)
    const growth = this.alphas[1] - this.alphas[0]
    const { hue } = this.space
    const [at, by]: [number[], number[]] = [[], []]
    for (let i = 0; i < 3; i += 1) {
      const mixed = mixPlain(this.first[i]!, this.second[i]!, p)
      const change = this.second[i]! - this.first[i]!
      const isPlain = i === hue || Math.abs(alpha) < LEAST_ALPHA
      at.push(isPlain ? mixed : mixed / alpha)
      by.push(isPlain ? change : (change - (mixed / alpha) * growth) / alpha)
    }
    out.set(this.space.change(at as [number, number, number], by as [number, number, number]))
    out[3] = alpha < 0 || alpha > 1 ? 0 : growth
  }

  finishInto(out: Float64Array): void {
    out[3] = clamp(out[3]!, 0, 1)
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
