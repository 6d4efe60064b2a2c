import { mixedDown, type Sound } from './sound.ts'

/** How long the pieces are that are laid over one another, s; half of each lies over the next. Source: common practice. */
const PIECE = 0.046
/** Pieces are compared by every so many samples: enough to find where waves fit. */
const COARSE = 4

/**
 * A sound played faster or slower at its own pitch. Pieces of it are laid over one another where their waves fit best,
 * so that each is at most a quarter of a piece, 12 ms, from where it belongs.
 * Source: W. Verhelst, M. Roelands, An overlap-add technique based on waveform similarity (1993).
 * @param pace times as fast, 0.1 … 4
 */
export function stretchTime(sound: Sound, pace: number): Sound {
  const { rate, channels } = sound
  const count = channels[0]?.length ?? 0
  const hop = Math.max(COARSE, Math.round((PIECE / 2) * rate))
  const length = Math.round(count / pace)
  const starts = pieceStarts(mixedDown(sound), { pace, hop, pieces: Math.ceil(length / hop) + 1 })
  const rise = Float32Array.from({ length: hop }, (_, i) => 0.5 - 0.5 * Math.cos((Math.PI * (i + 0.5)) / hop))
  return {
    rate,
    channels: channels.map((samples) => {
      const made = new Float32Array(length)
      // Each piece fades in over one hop and out over the next; its middle stands where it belongs.
      starts.forEach((start, k) => {
        const at = (k - 1) * hop
        for (let i = 0; i < 2 * hop; i += 1) {
          const weight = i < hop ? rise[i]! : rise[2 * hop - 1 - i]!
          const [to, from] = [at + i, start + i]
          if (to >= 0 && to < length && from >= 0 && from < count)
            made[to] = made[to]! + weight * samples[from]!
        }
      })
      return made
    }),
  }
}

/** Where in the sound each piece begins. */
function pieceStarts(
  samples: Float32Array,
  { pace, hop, pieces }: { readonly pace: number; readonly hop: number; readonly pieces: number },
): number[] {
  const starts: number[] = []
  const reach = Math.floor(hop / 2)
  for (let k = 0; k < pieces; k += 1) {
    const wanted = Math.round((k - 1) * hop * pace + hop * (pace - 1))
    const before = starts[k - 1]
    starts.push(
      before === undefined || pace === 1 ? wanted : bestNear(samples, wanted, before + hop, { hop, reach }),
    )
  }
  return starts
}

/** The start near a wanted one from where the waves are most like those that would have come. */
function bestNear(
  samples: Float32Array,
  wanted: number,
  natural: number,
  { hop, reach }: { readonly hop: number; readonly reach: number },
): number {
  const likeness = (start: number, step: number): number => {
    let [sum, power] = [0, 0]
    for (let i = 0; i < hop; i += step) {
      const sample = samples[start + i] ?? 0
      sum += sample * (samples[natural + i] ?? 0)
      power += sample * sample
    }
    return power > 0 ? sum / Math.sqrt(power) : 0
  }
  const best = (from: number, to: number, step: number): number => {
    let [at, most] = [wanted, -Infinity]
    for (let start = from; start <= to; start += step) {
      const like = likeness(start, COARSE)
      // Of equals the one that is nearest to where it belongs: silence stays where it is.
      if (like > most || (like === most && Math.abs(start - wanted) < Math.abs(at - wanted)))
        [at, most] = [start, like]
    }
    return at
  }
  const coarse = best(wanted - reach, wanted + reach, COARSE)
  return best(Math.max(wanted - reach, coarse - COARSE), Math.min(wanted + reach, coarse + COARSE), 1)
}
