import type { Draft } from 'immer'
import { LINEAR, mirrorBend, withoutLift, type PlainBend, type UnitCurve } from '../../bend/index.ts'
import { fitPoints } from '../../fit/index.ts'
import { largestApart, type Run } from '../../match/index.ts'
import type { Key, Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { giveBends } from '../bends/bends.ts'
import { addNamedBend, freeName } from '../bends/libraryEdits.ts'
import { linkBends } from '../bends/namedBends.ts'
import { editProperty, libraryIn } from '../editProperty.ts'
import type { MakeId } from '../refs.ts'
import { bendsOfRun, keyRef, runIn, spansOfRun, type ReadRun, type RunRef } from './runRef.ts'

/** What is left between runs that were made to agree. */
export interface GivenRun {
  /** The largest difference of progress that is left, % of the change; each over its own time. */
  readonly percent: number
  /** How many runs got one bend with points, their keys between the ends being taken away, as they had other numbers of keys. */
  readonly joined: number
  /** Other keys that stood where these came to, and gave way. */
  readonly replaced: number
}

/** How nearly a bend with points follows a run, share of the change. */
const WITHIN = 0.001

/**
 * Gives runs the bends of another: span by span where they have as many, else as one bend with points over the whole run, whose
 * keys between go; those of a place stay as points of its route.
 * @param mirrored the bends are those of the run played backwards
 * @throws BadEdit for a locked layer or a key that is gone; BadMatch for what has no progress
 */
export function giveRun(
  draft: Draft<Project>,
  from: RunRef,
  onto: readonly RunRef[],
  { mirrored = false }: { readonly mirrored?: boolean } = {},
): GivenRun {
  const reference = runIn(draft, from)
  const own = bendsOfRun(reference, libraryIn(draft)).map(withoutLift)
  const bends = mirrored ? own.map(mirrorBend).reverse() : own
  const wanted = mirrored ? mirroredRun(reference.run) : reference.run
  let [percent, joined] = [0, 0]
  for (const ref of onto) {
    const run = runIn(draft, ref)
    if (run.keys.length - 1 === bends.length) {
      const spans = spansOfRun(run)
      const bendOf = new Map(spans.map(({ key }, i) => [key, bends[i]!]))
      giveBends(draft, spans, (bend, key) => bendOf.get(key) ?? bend)
    } else {
      joined += 1
      giveOneBend(draft, run, bends.length === 1 ? bends[0]! : asOneBend(wanted))
    }
    percent = Math.max(percent, leftBetween(wanted, runIn(draft, ref).run))
  }
  return { percent, joined, replaced: 0 }
}

/** The largest difference between two runs, each over its own time, %. */
export const leftBetween = (first: Run, second: Run): number =>
  100 * Math.abs(largestApart(first, second, { real: false }).apart)

/** A run as one bend with points. */
export function asOneBend({ start, end, progressAt }: Run): PlainBend {
  const hair = 1e-6
  const at = (u: number): number => progressAt(start + u * (end - start))
  const curve: UnitCurve = {
    progress: at,
    pace: (u) => {
      const [low, high] = [Math.max(0, u - hair), Math.min(1, u + hair)]
      return (at(high) - at(low)) / (high - low)
    },
  }
  return fitPoints(curve, WITHIN).bend
}

function mirroredRun(run: Run): Run {
  const back = (time: number): number => run.start + run.end - time
  return {
    ...run,
    progressAt: (time) => 1 - run.progressAt(back(time)),
    speedAt: (time) => run.speedAt(back(time)),
  }
}

/** A property whose keys between the ends of a run are gone; those of a place are points of its route. */
export function withoutKeysBetween(property: Property, keys: readonly Key[]): Property {
  const between = new Set(keys.slice(1, -1).map(({ id }) => id))
  if (between.size === 0) return property
  const left =
    property.kind === 'place'
      ? property.keys.map((key): Key =>
          between.has(key.id) ? { ...key, timeless: true, bend: LINEAR } : key,
        )
      : property.keys.filter(({ id }) => !between.has(id))
  return { ...property, keys: left }
}

function giveOneBend(draft: Draft<Project>, { ref, keys }: ReadRun, bend: PlainBend): void {
  editProperty(draft, ref, (property) => withoutKeysBetween(property, keys))
  giveBends(draft, [keyRef(ref, ref.from)], () => bend)
}

/**
 * Links the spans of runs to library bends, one for each span of the first, made of its own where it is not linked yet: from now on
 * one edit changes all.
 * @throws BadEdit where a run of several spans meets one with another number, and as `giveRun` does
 */
export function linkRuns(
  draft: Draft<Project>,
  from: RunRef,
  onto: readonly RunRef[],
  { name, makeId }: { readonly name: string; readonly makeId: MakeId },
): GivenRun {
  const reference = runIn(draft, from)
  const bends = bendsOfRun(reference, libraryIn(draft))
  const others = onto.map((ref) => runIn(draft, ref))
  if (bends.length > 1 && others.some(({ keys }) => keys.length - 1 !== bends.length))
    throw new BadEdit(
      'Runs of several spans can be linked only where they have as many. Give them the bend instead. Nothing was changed.',
    )
  const joined = others.filter(({ keys }) => keys.length - 1 !== bends.length)
  for (const { ref, keys } of joined)
    editProperty(draft, ref, (property) => withoutKeysBetween(property, keys))
  spansOfRun(reference).forEach((span, i) => {
    const { bend } = reference.keys[i]!
    const id =
      bend.kind === 'linked'
        ? bend.bendId
        : addNamedBend(draft, { name: freeName(draft, name), bend: bends[i]! }, makeId)
    const alike = others.map((run) =>
      joined.includes(run) ? keyRef(run.ref, run.ref.from) : spansOfRun(run)[i]!,
    )
    linkBends(draft, bend.kind === 'linked' ? alike : [span, ...alike], id)
  })
  const wanted = runIn(draft, from).run
  return {
    percent: Math.max(0, ...onto.map((ref) => leftBetween(wanted, runIn(draft, ref).run))),
    joined: joined.length,
    replaced: 0,
  }
}
