import type { Draft } from 'immer'
import { mirrorKeys, orderKeys, pinSmooth, STRAIGHT, type Key, type Property } from '../../property/index.ts'
import { HOLD, type BendLibrary } from '../../bend/index.ts'
import { LIMITS, type Project } from '../../scene/index.ts'
import { asTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import type { MoveReport } from './moveKeys.ts'
import { byProperty, type KeyRef, type MakeId } from '../refs.ts'
import { rangeOf } from './stretchKeys.ts'

export interface Repeat {
  /** How many copies follow, 1 or more. */
  readonly times: number
  /** Between the end of one round and the start of the next, ticks, 0 or more; what is shown last is held. */
  readonly gap: Ticks
  readonly makeId: MakeId
}

/**
 * Repeats keys after themselves, each round as long as all of them together. Without a gap, a round's last key and
 * the next one's first fall on one tick: the next round's stands there, and the round before is held to it from a
 * tick earlier where the two differ. Keys that stand where a copy lands give way.
 * @throws BadEdit for no copies, a gap below 0, or more keys than a property holds
 */
export function repeatKeys(draft: Draft<Project>, refs: readonly KeyRef[], options: Repeat): MoveReport {
  const { times, gap, makeId } = options
  if (!Number.isInteger(times) || times < 1)
    throw new BadEdit('Keys can be repeated once or more, a whole number of times. Nothing was changed.')
  if (times > LIMITS.keysOfProperty)
    throw new BadEdit(
      `A property holds ${LIMITS.keysOfProperty.toLocaleString('en')} keys at most; that many repeats would make more. Nothing was changed.`,
    )
  if (!(gap >= 0))
    throw new BadEdit('A gap between repeats cannot be less than nothing. Nothing was changed.')
  return addRounds(draft, refs, ({ keys }, [start, end]) => {
    const length = end - start + gap
    if (length === 0)
      throw new BadEdit('Keys at one moment have no length to be repeated after. Nothing was changed.')
    return Array.from({ length: times }, (_round, i) =>
      keys.map((key): Key => ({ ...key, id: makeId(), t: asTicks(key.t + (i + 1) * length) })),
    )
  })
}

/** Plays keys backwards right after themselves, or after a gap in which the last value is held. */
export function thereAndBack(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { gap, makeId }: Omit<Repeat, 'times'>,
): MoveReport {
  if (!(gap >= 0)) throw new BadEdit('A gap cannot be less than nothing. Nothing was changed.')
  return addRounds(draft, refs, ({ keys, kind, library }, [, end]) => {
    const mirrored = mirrorKeys(keys, {
      kind,
      library,
      timeOf: (time) => 2 * end + gap - time,
      lastBend: keys[keys.length - 1]!.bend,
    })
    return [mirrored.map((key): Key => ({ ...key, id: makeId() }))]
  })
}

interface Given {
  /** The chosen keys of one property with the waypoints between them. */
  readonly keys: readonly Key[]
  readonly kind: Property['kind']
  readonly library: BendLibrary
}

function addRounds(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  make: (given: Given, range: readonly [Ticks, Ticks]) => Key[][],
): MoveReport {
  const range = rangeOf(draft, refs)
  let replaced = 0
  if (!range) return { replaced }
  for (const { ref, keys: chosen } of byProperty(refs).values()) {
    const led = new Set<string>()
    editProperty(
      draft,
      ref,
      (given, library) => {
        const property = pinSmooth(given, () => true, library)
        const keys = chosenWithWaypoints(property.keys, chosen)
        if (keys.length === 0) return given
        const rounds = make({ keys, kind: property.kind, library }, range)
        const added = withRounds(property, keys, rounds)
        replaced += added.replaced
        for (const { id } of added.list.slice(0, -1)) led.add(id)
        return added.property
      },
      { led },
    )
  }
  return { replaced }
}

function chosenWithWaypoints(keys: readonly Key[], chosen: ReadonlySet<string>): Key[] {
  const timed = keys.flatMap((key, i) => (!key.timeless && chosen.has(key.id) ? [i] : []))
  if (timed.length === 0) return []
  return keys
    .slice(timed[0], timed[timed.length - 1]! + 1)
    .filter((key) => key.timeless || chosen.has(key.id))
}

/** A property with rounds put after the chosen keys; `list` is those and the rounds, where they now stand. */
function withRounds(
  property: Property,
  first: readonly Key[],
  rounds: readonly (readonly Key[])[],
): { property: Property; list: readonly Key[]; replaced: number } {
  const list = [...first]
  for (const [start, ...others] of rounds) {
    const end = list.pop()!
    list.push(...seam(end, start!), ...others)
  }
  const taken = new Set(list.filter(({ timeless }) => !timeless).map(({ t }) => t))
  const others = property.keys.filter((key) => !first.includes(key))
  const standing = others.filter(({ t, timeless }) => timeless || !taken.has(t))
  const keys = orderKeys([...standing, ...list].sort((a, b) => a.t - b.t))
  return { property: { ...property, keys }, list, replaced: others.length - standing.length }
}

/** A round's end and the next round's start: held over a gap, one key where they meet, a tick apart where they jump. */
function seam(end: Key, start: Key): Key[] {
  if (start.t > end.t)
    return [
      { ...end, bend: HOLD, through: 'corner' },
      { ...start, through: 'corner' },
    ]
  if (JSON.stringify(end.value) !== JSON.stringify(start.value)) {
    return [
      { ...end, t: asTicks(end.t - 1), bend: HOLD, through: 'corner' },
      { ...start, through: 'corner' },
    ]
  }
  const [before, after] = [end.route ?? STRAIGHT, start.route ?? STRAIGHT]
  const route = { arrive: before.arrive, leave: after.leave, through: 'corner' } as const
  const routed = end.route || start.route ? { route } : {}
  return [{ ...start, id: end.id, through: 'corner', ...routed }]
}
