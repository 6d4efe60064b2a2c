import { compileBend, LINEAR } from '../../../bend/index.ts'
import { srgbOf, type OklabAlpha } from '../../../property/index.ts'
import type { PlayedKey } from '../../../play/index.ts'
import type { Track } from '../track.ts'

/** Channels may be off by this much of 255 where they go straight. */
const WITHIN = 0.1
const HALVINGS = 10

/** A colour's track (OKLab and opacity) as straight pieces in sRGB: three channels of 255 and the opacity, for players that mix these. */
export function colourInSrgb(track: Track): Track {
  const keys = track.keys.flatMap((key, i): PlayedKey[] => {
    const next = track.keys[i + 1]
    if (!next || key.bend.kind === 'hold') return [{ ...key, numbers: channels(key.numbers) }]
    const curve = compileBend(key.bend)
    const at = (u: number): number[] => {
      const p = curve.progress(u)
      return channels(key.numbers.map((part, k) => part + p * (next.numbers[k]! - part)))
    }
    const cuts = straightCuts(at, 0, 1, HALVINGS)
    return [0, ...cuts].map((u) => ({
      share: key.share + u * (next.share - key.share),
      numbers: at(u),
      bend: LINEAR,
    }))
  })
  return { keys, path: null, within: WITHIN }
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
