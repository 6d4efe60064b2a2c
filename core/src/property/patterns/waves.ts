import { compileBend, LINEAR } from '../../bend/index.ts'
import type { Pattern, PatternKind } from './pattern.ts'
import { wanderInto } from './wander.ts'

/**
 * A wave between 0 (low) and 1 (high) over its cycles x and its time s in seconds: writes [0] the wave, [1] its slope by x,
 * [2] its slope by s alone. At a corner the slope is that of what follows.
 */
export type Wave = (out: Float64Array, x: number, seconds: number) => void

/** Source of each: the motion model, section 13. */
const WAVES: Readonly<Record<PatternKind, (pattern: Pattern) => Wave>> = {
  sine: () => (out, x) => {
    out[0] = (1 + Math.sin(2 * Math.PI * x)) / 2
    out[1] = Math.PI * Math.cos(2 * Math.PI * x)
    out[2] = 0
  },
  zigzag: () => (out, x) => {
    const f = x - Math.floor(x)
    out[0] = f < 0.5 ? 2 * f : 2 - 2 * f
    out[1] = f < 0.5 ? 2 : -2
    out[2] = 0
  },
  square:
    ({ duty = 0.5 }) =>
    (out, x) => {
      out[0] = x - Math.floor(x) < duty ? 0 : 1
      out[1] = 0
      out[2] = 0
    },
  fadingSine:
    ({ fade = 0 }) =>
    (out, x, seconds) => {
      const left = Math.exp(Math.min(-fade * seconds, MOST_GROWTH)) / 2
      const swing = Math.sin(2 * Math.PI * x) * left
      out[0] = 0.5 + swing
      out[1] = 2 * Math.PI * Math.cos(2 * Math.PI * x) * left
      out[2] = -fade * swing
    },
  wander:
    ({ seed = 0 }) =>
    (out, x) => {
      wanderInto(out, x, seed)
      out[2] = 0
    },
  own: ({ bend = LINEAR }) => {
    const curve = compileBend(bend)
    return (out, x) => {
      const f = x - Math.floor(x)
      out[0] = curve.progress(f)
      out[1] = curve.pace(f)
      out[2] = 0
    }
  },
}

/** A growing sine grows no further than e to this: to what nobody sees any more, but to no end. */
const MOST_GROWTH = 20

/** The wave of a pattern before chance and fades. */
export const waveOf = (pattern: Pattern): Wave => WAVES[pattern.kind](pattern)
