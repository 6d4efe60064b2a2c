import { compileBend, LINEAR } from '../../../bend/index.ts'
import { srgbOf, type OklabAlpha } from '../../../property/index.ts'
import type { PlayedKey } from '../../../play/index.ts'
import type { Track } from '../track.ts'

/** Channels may be off by this much of 255 where they go straight. */
const WITHIN = 0.1
const HALVINGS = 10

/** A colour's track (OKLab and opacity) as straight pieces in sRGB: three channels of 255 and the opacity, for players that mix these. */
export const colourInSrgb = (track: Track): Track =>
  remixed(track, (from, to, p) => channels(mixed(from, to, p)))

/** The same of one whose numbers are channels of 255 with the opacity multiplied in, and the opacity of 255. */
export const premultipliedInSrgb = (track: Track): Track =>
  remixed(track, (from, to, p) => {
    const [r, g, b, alpha] = from.map((part, k) => part + p * (to[k]! - part)) as [
      number,
      number,
      number,
      number,
    ]
    const whole = alpha > 0 ? 255 / alpha : 0
    return [r * whole, g * whole, b * whole, alpha / 255]
  })

/** A track in other numbers, cut where straight pieces of these would stray. */
function remixed(
  track: Track,
  mix: (from: readonly number[], to: readonly number[], p: number) => number[],
): Track {
  const keys = track.keys.flatMap((key, i): PlayedKey[] => {
    const next = track.keys[i + 1]
    if (!next || key.bend.kind === 'hold') return [{ ...key, numbers: mix(key.numbers, key.numbers, 0) }]
    const curve = compileBend(key.bend)
    const at = (u: number): number[] => mix(key.numbers, next.numbers, curve.progress(u))
    return [0, ...straightCuts(at, 0, 1, HALVINGS)].map((u) => ({
      share: key.share + u * (next.share - key.share),
      numbers: at(u),
      bend: LINEAR,
    }))
  })
  return { keys, path: null, within: WITHIN }
}

/** Source: W3C, CSS Color 4, section 12 (premultiplied). */
function mixed(from: readonly number[], to: readonly number[], p: number): number[] {
  const [one, other] = [(1 - p) * from[3]!, p * to[3]!]
  const alpha = one + other
  // Of two that are not seen the colour is mixed all the same.
  const share = alpha === 0 ? p : other / alpha
  return [0, 1, 2].map((k) => from[k]! + share * (to[k]! - from[k]!)).concat(alpha)
}

function channels(oklab: readonly number[]): number[] {
  const [r, g, b, alpha] = srgbOf([...oklab] as OklabAlpha)
  return [255 * r!, 255 * g!, 255 * b!, alpha!]
}

/** Where a stretch has to be cut so that straight pieces stay near. */
function straightCuts(at: (u: number) => number[], from: number, to: number, more: number): number[] {
  const [a, b] = [at(from), at(to)]
  const strays = [0.25, 0.5, 0.75].some((part) =>
    at(from + part * (to - from)).some(
      (value, k) => Math.abs(a[k]! + part * (b[k]! - a[k]!) - value) * (k === 3 ? 255 : 1) > WITHIN,
    ),
  )
  if (!strays || more === 0) return []
  const middle = (from + to) / 2
  return [...straightCuts(at, from, middle, more - 1), middle, ...straightCuts(at, middle, to, more - 1)]
}
