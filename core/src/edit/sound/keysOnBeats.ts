import type { Draft } from 'immer'
import { LINEAR, type Bend } from '../../bend/index.ts'
import { isColour, mixedValue, type Key, type PropertyKind, type Value } from '../../property/index.ts'
import { definitionOf, takesPatterns, type Project } from '../../scene/index.ts'
import { asTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn, type MakeId, type PropertyRef } from '../refs.ts'

export interface BeatMoment {
  /** Scene time. */
  readonly time: Ticks
  /** 0 … 1 */
  readonly strength: number
}

export interface KeysOnBeats {
  readonly beats: readonly BeatMoment[]
  /** Between beats, and on the strongest of them. */
  readonly low: Value
  readonly high: Value
  /** How long it takes to rise before a beat, and to fall after it; 0 jumps. */
  readonly attack: Ticks
  readonly decay: Ticks
  readonly attackBend: Bend
  readonly decayBend: Bend
  /** Whether weaker beats go less high. */
  readonly byStrength: boolean
  readonly makeId: MakeId
}

/**
 * Sets keys that rise to each beat and fall after it; a beat that comes before it has fallen is risen to from where that
 * has it low, halfway. Keys that stand between the first rise and the last fall are replaced.
 * @returns how many keys were set
 * @throws BadEdit for kinds that go by no numbers, without beats, or for a rise or a fall below 0
 */
export function keysOnBeats(
  draft: Draft<Project>,
  ref: PropertyRef,
  { beats, low, high, attack, decay, attackBend, decayBend, byStrength, makeId }: KeysOnBeats,
): number {
  if (beats.length === 0) throw new BadEdit('There are no beats to set keys on. Nothing was changed.')
  if (!(attack >= 0 && decay >= 0))
    throw new BadEdit('A rise and a fall take some time, or none. Nothing was changed.')
  const times = beats.map(({ time }) => layerTicks(draft, ref, time))
  let count = 0
  editProperty(draft, ref, (property) => {
    const { kind } = property
    if (!takesPatterns(kind)) {
      const label = definitionOf(layerIn(draft, ref).kind, ref.property)?.label ?? ref.property
      throw new BadEdit(`${label} has nothing between two values. Nothing was changed.`)
    }
    if (![low, high].every((value) => isOfKind(kind, value)))
      throw new BadEdit(
        'Between and on beats there have to be values as the property has them. Nothing was changed.',
      )
    const made: Key[] = []
    const add = (t: number, value: Value, bend: Bend): void => {
      const last = made.at(-1)
      const at = asTicks(Math.round(t))
      if (last && at < last.t) return
      // What is risen from is what was fallen to.
      if (last?.t === at) made.pop()
      made.push({ id: makeId(), t: at, value, bend, through: 'corner' })
    }
    const room = (between: number, part: number): number =>
      part === 0 ? 0 : (part / (attack + decay)) * between
    times.forEach((t, i) => {
      const [before, after] = [times[i - 1] ?? -Infinity, times[i + 1] ?? Infinity]
      // Where there is no room for a whole fall and a whole rise they share what there is.
      const rise = t - Math.min(attack, room(t - before, attack))
      const fall = t + Math.min(decay, room(after - t, decay))
      const top = byStrength ? mixedValue(kind, low, high, beats[i]!.strength) : high
      add(attack > 0 ? rise : t - 1, low, attack > 0 ? attackBend : { kind: 'hold' })
      add(t, top, decay > 0 ? decayBend : { kind: 'hold' })
      add(decay > 0 ? fall : t + 1, low, LINEAR)
    })
    const [from, to] = [made[0]!.t, made.at(-1)!.t]
    count = made.length
    const others = property.keys.filter(({ t }) => t < from || t > to)
    return { ...property, keys: [...others, ...made].sort((a, b) => a.t - b.t) }
  })
  return count
}

const isNumber = (value: unknown): boolean => typeof value === 'number' && Number.isFinite(value)

function isOfKind(kind: PropertyKind, value: Value): boolean {
  if (kind === 'colour') return typeof value === 'string' && isColour(value)
  if (kind === 'number' || kind === 'turn') return isNumber(value)
  return Array.isArray(value) && value.length === 2 && value.every(isNumber)
}
