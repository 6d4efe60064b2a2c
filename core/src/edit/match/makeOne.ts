import type { Draft } from 'immer'
import { clamp } from '../../number/index.ts'
import { LINEAR, withoutLift, type BendLibrary, type PlainBend } from '../../bend/index.ts'
import { insertKeys, mixedValue, orderKeys, type Key, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, libraryIn } from '../editProperty.ts'
import type { MakeId } from '../refs.ts'
import { leftBetween, withoutKeysBetween, type GivenRun } from './giveRun.ts'
import { bendsOfRun, runIn, type ReadRun, type RunRef } from './runRef.ts'

/** A moment of the run that is followed: when it has come how far, and how it goes on from there. */
interface Stage {
  readonly t: number
  /** Of the change. */
  readonly progress: number
  /** null at the end. */
  readonly bend: PlainBend | null
}

/**
 * Makes runs one motion with another: they get its times, as many keys and its bends, and go from their own first value to their own
 * last by as much of their change as it does. A place does so along its own route.
 * @returns the largest difference that is left: of bumps, and of values that are mixed by ratio
 * @throws BadEdit where a curved route would have to be left, or turned back on; and as `giveRun` does
 */
export function makeOne(
  draft: Draft<Project>,
  from: RunRef,
  onto: readonly RunRef[],
  makeId: MakeId,
): GivenRun {
  const reference = runIn(draft, from)
  const bends = bendsOfRun(reference, libraryIn(draft))
  const { progressAt, start, end } = reference.run
  const stages = reference.keys.map(({ t }, i): Stage => ({
    t,
    progress: t === start ? 0 : t === end ? 1 : progressAt(t),
    bend: bends[i] && i < reference.keys.length - 1 ? withoutLift(bends[i]) : null,
  }))
  let [percent, replaced] = [0, 0]
  for (const ref of onto) {
    const read = runIn(draft, ref)
    editProperty(draft, ref, (property, library) => {
      const made = isCurved(read)
        ? alongRoute(property, read, stages, { library, makeId })
        : valuesOf(read, stages, makeId)
      const own = new Set(read.keys.map(({ id }) => id))
      const [first, until] = [Math.min(start, read.run.start), Math.max(end, read.run.end)]
      const stands = ({ id, t }: Key): boolean => !own.has(id) && (t < first || t > until)
      const standing = property.keys.filter(stands)
      replaced += property.keys.filter((key) => !key.timeless && !own.has(key.id) && !stands(key)).length
      const last = read.keys.at(-1)!
      const keys = made.map((key): Key => (key.id === last.id ? { ...key, bend: last.bend } : key))
      return { ...property, keys: orderKeys([...standing, ...keys].sort((a, b) => a.t - b.t)) }
    })
    percent = Math.max(percent, leftBetween(reference.run, runIn(draft, ref).run))
  }
  return { percent, joined: 0, replaced }
}

/** Whether a place travels a route other than a straight line. */
function isCurved({ property, keys }: ReadRun): boolean {
  if (property.kind !== 'place') return false
  const [first, last] = [keys[0]!, keys.at(-1)!]
  const part = property.keys.filter(({ t }) => t >= first.t && t <= last.t)
  const isBent = ({ route }: Key): boolean =>
    route !== undefined &&
    (route.through === 'smooth' || [...route.arrive, ...route.leave].some((one) => one !== 0))
  return part.length > 2 || part.some(isBent)
}

/** Keys with values between the run's own first and last. */
function valuesOf({ property, keys }: ReadRun, stages: readonly Stage[], makeId: MakeId): Key[] {
  const [first, last] = [keys[0]!, keys.at(-1)!]
  const { kind } = property
  if (kind === 'choice' || kind === 'outline')
    throw new BadEdit('This goes by no numbers that could be shared. Nothing was changed.')
  const bounded = kind === 'colour'
  return stages.map(({ t, progress, bend }, i): Key => {
    const own = i === 0 ? first : i === stages.length - 1 ? last : null
    const share = bounded ? clamp(progress, 0, 1) : progress
    return {
      ...(own ?? { id: makeId() }),
      t: asTicks(t),
      value: own ? own.value : mixedValue(kind, first.value, last.value, share),
      bend: bend ?? LINEAR,
      through: 'corner',
    }
  })
}

/** Keys at the stages of a route, which keeps its shape. */
function alongRoute(
  property: Property,
  { keys }: ReadRun,
  stages: readonly Stage[],
  { library, makeId }: { readonly library: BendLibrary; readonly makeId: MakeId },
): Key[] {
  if (stages.some(({ progress }, i) => i > 0 && progress <= stages[i - 1]!.progress))
    throw new BadEdit(
      'The other run turns back on its way, which a curved route cannot follow key by key. Give it the bend instead. Nothing was changed.',
    )
  const [first, last] = [keys[0]!, keys.at(-1)!]
  const [from, to] = [first.t, last.t]
  const one = withoutKeysBetween(property, keys)
  // At an even speed, time is the way: so a route is cut where it is to be.
  const even = {
    ...one,
    keys: one.keys
      .filter(({ t }) => t >= from && t <= to)
      .map((key): Key => (key.id === first.id ? { ...key, bend: LINEAR, through: 'corner' } : key)),
  }
  const times = stages.map(({ progress }) => asTicks(Math.round(from + progress * (to - from))))
  const cut = insertKeys(even, times, makeId, library)
  const stageAt = new Map<number, Stage>(times.map((t, i) => [t, stages[i]!]))
  if (stageAt.size < stages.length)
    throw new BadEdit('The run is too short for so many keys. Nothing was changed.')
  const placed = cut.keys.map((key): Key => {
    const stage = key.timeless ? undefined : stageAt.get(key.t)
    return stage ? { ...key, t: asTicks(stage.t), bend: stage.bend ?? LINEAR, through: 'corner' } : key
  })
  // Points of the route between two keys stand between their times again; when they are passed is worked out after.
  let before = placed[0]!.t
  return placed.map((key): Key => {
    if (!key.timeless) before = key.t
    return key.timeless ? { ...key, t: before } : key
  })
}
