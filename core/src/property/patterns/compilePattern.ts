import { compileBend, type UnitCurve } from '../../bend/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import { ColourMixer } from '../mixers/colourMixer.ts'
import type { Mix } from '../property.ts'
import type { Pattern, PatternFade, PatternMode } from './pattern.ts'
import { wanderInto } from './wander.ts'
import { waveOf, type Wave } from './waves.ts'

/** A pattern with everything worked out, for fast evaluation. */
export interface CompiledPattern {
  readonly from: number
  /** Not part of the stretch. */
  readonly to: number
  readonly mode: PatternMode
  readonly component: 0 | 1 | null
  readonly direction: 'along' | 'across' | null
  /** Mixes between two colours; null for numbers. */
  readonly mixer: ColourMixer | null
  /**
   * Writes, at a moment within the stretch: [0] the level (of colours 0 … 1), [1] its slope by the second, [2] how much of the
   * pattern is there, 0 … 1, [3] the slope of that.
   * @param time ticks
   */
  levelInto(out: Float64Array, time: number): void
}

/** Makes a pattern of a valid document ready. @param mix of its property */
export function compilePattern(pattern: Pattern, mix: Mix | undefined): CompiledPattern {
  const { from, to, low, high, mode = 'add', component, direction } = pattern
  const mixer = typeof low === 'string' ? new ColourMixer(low, high as string, mix ?? 'oklab') : null
  const [base, swing] = mixer ? [0, 1] : [low as number, (high as number) - (low as number)]
  const wave = unevenWave(pattern)
  const share = fadesOf(pattern)
  const sense = pattern.backward ? -1 : 1
  const { frequency, phase } = pattern
  const room = new Float64Array(3)
  return {
    from,
    to,
    mode,
    component: component ?? null,
    direction: direction ?? null,
    mixer,
    levelInto: (out, time) => {
      const seconds = (sense > 0 ? time - from : to - time) / TICKS_PER_SECOND
      wave(room, frequency * seconds + phase, seconds)
      out[0] = base + swing * room[0]!
      out[1] = sense * swing * (room[1]! * frequency + room[2]!)
      share(out, time)
    },
  }
}

/** Told from a pattern's own seed, so that heights and times vary by chances of their own. */
const [HEIGHTS, TIMES] = [0x51ed270b, 0x2545f491]

/** The wave with its swings of uneven heights and lengths, where it says so. */
function unevenWave(pattern: Pattern): Wave {
  const plain = waveOf(pattern)
  const { seed = 0, unevenHeight: height = 0, unevenTime: length = 0 } = pattern
  if (height === 0 && length === 0) return plain
  const chance = new Float64Array(2)
  return (out, x, seconds) => {
    wanderInto(chance, x, seed ^ TIMES)
    // Time is pushed to and fro by half a cycle at most, and never runs backwards.
    const pace = 1 + length * chance[1]!
    plain(out, x + length * (chance[0]! - 0.5), seconds)
    wanderInto(chance, x, seed ^ HEIGHTS)
    const left = 1 - height * chance[0]!
    const departure = out[0]! - 0.5
    out[0] = 0.5 + departure * left
    out[1] = out[1]! * pace * left - departure * height * chance[1]!
    out[2] = out[2]! * left
  }
}

interface Fade {
  readonly curve: UnitCurve
  /** ticks */
  readonly length: number
}

/** Writes [2] and [3]: how much of a pattern is there at a moment, and the slope of that by the second. */
function fadesOf({ from, to, fadeIn, fadeOut }: Pattern): (out: Float64Array, time: number) => void {
  const made = (fade: PatternFade | undefined): Fade | null =>
    fade ? { curve: compileBend(fade.bend), length: fade.length } : null
  const [first, last] = [made(fadeIn), made(fadeOut)]
  return (out, time) => {
    out[2] = 1
    out[3] = 0
    if (first && time < from + first.length) {
      const u = (time - from) / first.length
      out[2] = first.curve.progress(u)
      out[3] = (first.curve.pace(u) / first.length) * TICKS_PER_SECOND
    }
    if (last && time > to - last.length) {
      const u = (to - time) / last.length
      const [share, slope] = [last.curve.progress(u), (-last.curve.pace(u) / last.length) * TICKS_PER_SECOND]
      out[3] = out[3] * share + out[2] * slope
      out[2] = out[2] * share
    }
  }
}
