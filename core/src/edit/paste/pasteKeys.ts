import type { Draft } from 'immer'
import { plainBend, type Bend, type BendLibrary, type Handle } from '../../bend/index.ts'
import {
  numbersOfOutline,
  orderKeys,
  outlineOfNumbers,
  type Key,
  type Outline,
  type Property,
  type Value,
} from '../../property/index.ts'
import { definitionOf, type Project, type PropertyDefinition } from '../../scene/index.ts'
import { asTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { fitsOutline, valueConversion } from '../keys/convertValue.ts'
import { currentValue, shifted } from '../currentValue.ts'
import { editProperty } from '../editProperty.ts'
import type { KeyClip, KeyClipTrack } from './keyClip.ts'
import { layerTicks } from '../layerTicks.ts'
import type { MoveReport } from '../timing/moveKeys.ts'
import { layerIn, type MakeId, type PropertyRef } from '../refs.ts'

export interface PasteKeys {
  /** Where to: the copied property of that name (and layer, where there are several), else the only one, else in order. */
  readonly properties: readonly PropertyRef[]
  /** When the clip's first key comes: scene time, ticks. */
  readonly time: Ticks
  /** Values move by as much as brings the first to what the property shows there: their differences are kept. */
  readonly relative?: boolean
  /** Keys that stand between the first and the last pasted one of their property give way too. */
  readonly instead?: boolean
  readonly makeId: MakeId
}

/**
 * Puts copied keys onto properties at a moment. Spacing, bends and routes stay; keys that stand where one lands give
 * way. Spans linked to bends the project does not have get those as their own.
 * @throws BadEdit with the reason where values do not go onto a property, or have no differences to be kept
 */
export function pasteKeys(
  draft: Draft<Project>,
  clip: KeyClip,
  { properties, time, relative = false, instead = false, makeId }: PasteKeys,
): MoveReport {
  let replaced = 0
  for (const { ref, track, definition } of matched(draft, clip, properties)) {
    const convert = valueConversion(track.definition, definition)
    const led = new Set<string>()
    const start = layerTicks(draft, ref, time)
    editProperty(
      draft,
      ref,
      (property, library) => {
        const place = definition.kind === 'place'
        const copied = place ? track.keys : track.keys.filter(({ timeless }) => !timeless)
        const made = copied.map(({ route, ...key }): Key => ({
          ...key,
          id: makeId(),
          t: asTicks(key.t - clip.start + start),
          value: convert(key.value),
          bend: bendFor(key.bend, track.definition.kind === definition.kind, clip, library),
          ...(place && route ? { route } : {}),
        }))
        const values = relative ? movedTo(made, property, definition, library) : made
        checkOutlines(values, property, definition)
        for (const { id } of values.slice(0, -1)) led.add(id)
        const taken = new Set(values.filter(({ timeless }) => !timeless).map(({ t }) => t))
        const [first, last] = [values[0]!.t, values[values.length - 1]!.t]
        const within = (t: number): boolean => instead && t > first && t < last
        const standing = property.keys.filter(({ t, timeless }) => !within(t) && (timeless || !taken.has(t)))
        replaced += property.keys.length - standing.length
        const keys = orderKeys([...standing, ...values].sort((a, b) => a.t - b.t))
        return { ...property, keys }
      },
      { led },
    )
  }
  return { replaced }
}

/** A copied property, and the one it goes onto. */
export interface Match {
  readonly ref: PropertyRef
  readonly track: KeyClipTrack
  readonly definition: PropertyDefinition
}

/** Which track goes onto which property. */
function matched(draft: Draft<Project>, { tracks }: KeyClip, refs: readonly PropertyRef[]): Match[] {
  if (refs.length === 0) throw new BadEdit('There is no property to paste onto. Nothing was changed.')
  return refs.map((ref, i): Match => {
    const layer = layerIn(draft, ref)
    const definition = definitionOf(layer.kind, ref.property)
    if (!definition || !layer.properties[ref.property])
      throw new BadEdit(`“${layer.name}” has no ${ref.property}. Nothing was changed.`)
    const named = tracks.filter(({ definition: { name } }) => name === ref.property)
    const ofLayer = named.find((track) => track.layer === ref.layer)
    const nth = refs.slice(0, i).filter(({ property }) => property === ref.property).length
    const track =
      ofLayer ?? named[nth % Math.max(1, named.length)] ?? (tracks.length === 1 ? tracks[0] : tracks[i])
    if (!track)
      throw new BadEdit(
        `There are ${tracks.length} copied properties for ${refs.length} to paste onto. Nothing was changed.`,
      )
    return { ref, track, definition }
  })
}

/** A bend as another property can have it: a link only where the library has it, bumps only between like kinds. */
export function bendFor(bend: Bend, keepLifts: boolean, clip: KeyClip, library: BendLibrary): Bend {
  if (bend.kind === 'linked')
    return library.some(({ id }) => id === bend.bendId) ? bend : plainBend(bend, clip.bends)
  if (bend.kind !== 'handles' || keepLifts) return bend
  const bare = ({ reach, rise }: Handle): Handle => ({ reach, rise })
  return { kind: 'handles', leave: bare(bend.leave), arrive: bare(bend.arrive) }
}

function movedTo(
  keys: readonly Key[],
  property: Property,
  { kind, label }: PropertyDefinition,
  library: BendLibrary,
): Key[] {
  const [first] = keys
  if (kind === 'colour' || kind === 'choice')
    throw new BadEdit(`${label} has no differences that could be kept. Nothing was changed.`)
  const now = currentValue(property, first!.t, library)
  return keys.map((key) => ({ ...key, value: movedValue(kind, key.value, first!.value, now) }))
}

function movedValue(kind: PropertyDefinition['kind'], value: Value, before: Value, after: Value): Value {
  if (kind !== 'outline') return shifted(value, before, after)
  const [here, from, to] = [value, before, after].map((outline) => numbersOfOutline(outline as Outline))
  const numbers = here!.map((part, i) => part + ((to![i] ?? NaN) - from![i]!))
  if (!numbers.every(Number.isFinite))
    throw new BadEdit('The outlines have different numbers of vertices. Nothing was changed.')
  return outlineOfNumbers(numbers, (value as Outline).closed)
}

/** Throws BadEdit where outlines among pasted values do not fit those that stand there. */
export function checkOutlines(
  pasted: readonly Key[],
  { keys }: Property,
  { kind, label }: PropertyDefinition,
): void {
  const [other] = keys
  if (kind !== 'outline' || !other) return
  if (pasted.every(({ value }) => fitsOutline(value as Outline, other.value as Outline))) return
  throw new BadEdit(
    `The copied outline has another number of vertices than ${label} has here, or is closed where that is open. Nothing was changed.`,
  )
}
