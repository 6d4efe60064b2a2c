import type { Draft } from 'immer'
import {
  LINEAR,
  NO_LINKS,
  slidePeak,
  withoutLift,
  type PlainBend,
  type ShapedBend,
} from '../../bend/index.ts'
import { peakOf } from '../../match/index.ts'
import { reshapeSpeed, compileProperty, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { shapeOf } from '../bends/bendSpeed.ts'
import { giveBends } from '../bends/bends.ts'
import { libraryIn } from '../editProperty.ts'
import { bendsOfRun, runIn, spansOfRun, type ReadRun, type RunRef } from './runRef.ts'

/** How nearly the fastest moments of runs were matched. */
export interface MatchedPeaks {
  /** The most any is off, ticks of time and % of the height. */
  readonly ticks: number
  readonly percent: number
}

/** Rounds of bringing the fastest moment to its place and then to its height; each moves what the one before did. */
const ROUNDS = 12

/**
 * Bends runs so that they are fastest when another is, and as fast, in shares of their change a second. Each is a run of one span.
 * @throws BadEdit for runs of several spans, for one that has ended or not begun by then, and where as much speed cannot be; and as
 *   `giveRun` does
 */
export function matchPeaks(draft: Draft<Project>, from: RunRef, onto: readonly RunRef[]): MatchedPeaks {
  const { run } = runIn(draft, from)
  const peak = peakOf(run, 1)
  const height = peak.speed / run.change
  let [ticks, percent] = [0, 0]
  for (const ref of onto) {
    const read = runIn(draft, ref)
    const bend = bendWithPeak(read, bendsOfRun(read, libraryIn(draft)), { at: peak.frame, height })
    giveBends(draft, spansOfRun(read), () => bend)
    const after = runIn(draft, ref).run
    const now = peakOf(after, 1)
    ticks = Math.max(ticks, Math.abs(now.frame - peak.frame))
    percent = Math.max(percent, 100 * Math.abs(now.speed / after.change / height - 1))
  }
  return { ticks, percent }
}

function bendWithPeak(
  { layer, ref, run, keys }: ReadRun,
  [bend, ...more]: readonly PlainBend[],
  { at, height }: { readonly at: number; readonly height: number },
): PlainBend {
  const name = `The ${ref.property} of “${layer.name}”`
  const shape = bend && more.length === 0 ? shapeOf(withoutLift(bend)) : null
  if (!shape || keys.length !== 2)
    throw new BadEdit(
      `${name} has several spans or jumps: its speed cannot be shaped as one. Nothing was changed.`,
    )
  const u = (at - run.start) / (run.end - run.start)
  if (!(u > 0.02 && u < 0.98))
    throw new BadEdit(
      `${name} does not move when the other is fastest: align them first. Nothing was changed.`,
    )
  // Over the whole of its time it makes all of its change: at its fastest it is faster than that at an even speed.
  const speed = (height * (run.end - run.start)) / TICKS_PER_SECOND
  if (speed <= 1)
    throw new BadEdit(
      `${name} is shorter, so that it has to be faster than the other is. Match their lengths first. Nothing was changed.`,
    )
  return peakedAt(shape, u, speed)
}

/** A bend that is fastest at a share of its time, and so many times as fast as an even one. */
function peakedAt(given: ShapedBend, u: number, speed: number): ShapedBend {
  let bend = given
  for (let round = 0; round < ROUNDS; round += 1) {
    bend = slidePeak(bend, u)
    bend = reshapeSpeed(compileProperty(unitMove(bend), NO_LINKS), 0, bend, { u, speed, component: 0 })
  }
  return bend
}

/** From 0 to 1 in a second. */
const unitMove = (bend: PlainBend): Property => ({
  kind: 'number',
  value: 0,
  keys: [
    { id: 'a', t: asTicks(0), value: 0, bend, through: 'corner' },
    { id: 'b', t: asTicks(TICKS_PER_SECOND), value: 1, bend: LINEAR, through: 'corner' },
  ],
})
