import type { Draft } from 'immer'
import type { Bend } from '../../bend/index.ts'
import { pinSmooth, timedKeys, type Key, type Property } from '../../property/index.ts'
import { definitionOf, type Layer, type Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { valueConversion } from '../keys/convertValue.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import { withTimes, type MoveReport } from '../timing/moveKeys.ts'
import { byProperty, layerIn, type KeyRef, type PropertyRef } from '../refs.ts'
import type { KeyClip, KeyClipTrack } from './keyClip.ts'
import { bendFor, checkOutlines, type Match } from './pasteKeys.ts'

/**
 * Gives spans the bends of a clip, in order: the first copied bend to the first span of each property, and so on,
 * starting over when there are more spans. Times, values and routes stay.
 */
export function pasteBends(draft: Draft<Project>, clip: KeyClip, refs: readonly KeyRef[]): void {
  for (const { ref, keys: chosen } of byProperty(refs).values()) {
    const track = trackFor(clip, ref)
    const bends = bendsOf(track)
    const like = definitionOf(layerIn(draft, ref).kind, ref.property)?.kind === track.definition.kind
    editProperty(
      draft,
      ref,
      (given, library) => {
        const timed = timedKeys(given)
        const touched = (i: number): boolean => chosen.has(timed[i]!.id) || chosen.has(timed[i - 1]?.id ?? '')
        const property = pinSmooth(given, touched, library)
        let next = 0
        return {
          ...property,
          keys: property.keys.map((key) => {
            if (!chosen.has(key.id) || key.timeless) return key
            const bend = bends[next % bends.length]!
            next += 1
            return { ...key, bend: bendFor(bend, like, clip, library) }
          }),
        }
      },
      { led: chosen },
    )
  }
}

function bendsOf({ keys }: KeyClipTrack): Bend[] {
  const timed = keys.filter(({ timeless }) => !timeless)
  return (timed.length > 1 ? timed.slice(0, -1) : timed).map(({ bend }) => bend)
}

/**
 * Gives keys the spacing of a clip's: each property's first chosen key stays, the others come as long after it as the
 * copied ones after theirs. There have to be as many of them.
 */
export function pasteTiming(draft: Draft<Project>, clip: KeyClip, refs: readonly KeyRef[]): MoveReport {
  let replaced = 0
  eachCounted(draft, clip, refs, (property, keys, copied) => {
    const start = keys[0]!.t
    const times = new Map(keys.map(({ id }, i) => [id, start + copied[i]!.t - copied[0]!.t]))
    const moved = withTimes(property, ({ id }) => times.get(id))
    replaced += moved.replaced
    return moved.property
  })
  return { replaced }
}

/** Gives keys the values of a clip's, in order; times, bends and routes stay. There have to be as many of them. */
export function pasteValues(draft: Draft<Project>, clip: KeyClip, refs: readonly KeyRef[]): void {
  eachCounted(draft, clip, refs, (property, keys, copied, { definition, track }) => {
    const convert = valueConversion(track.definition, definition)
    const values = new Map(keys.map(({ id }, i) => [id, convert(copied[i]!.value)]))
    const made = property.keys.map((key) => ({ ...key, value: values.get(key.id) ?? key.value }))
    checkOutlines(
      made.filter(({ id }) => values.has(id)),
      { ...property, keys: made.filter(({ id }) => !values.has(id)) },
      definition,
    )
    return { ...property, keys: made }
  })
}

type CountedChange = (
  property: Property,
  keys: readonly Key[],
  copied: readonly Key[],
  match: Pick<Match, 'track' | 'definition'>,
) => Property

function eachCounted(
  draft: Draft<Project>,
  clip: KeyClip,
  refs: readonly KeyRef[],
  change: CountedChange,
): void {
  for (const { ref, keys: chosen } of byProperty(refs).values()) {
    const track = trackFor(clip, ref)
    const layer = undrafted<Layer>(layerIn(draft, ref))
    const definition = definitionOf(layer.kind, ref.property)
    if (!definition) throw new BadEdit(`“${layer.name}” has no ${ref.property}. Nothing was changed.`)
    editProperty(draft, ref, (property) => {
      const keys = timedKeys(property).filter(({ id }) => chosen.has(id))
      const copied = track.keys.filter(({ timeless }) => !timeless)
      if (keys.length !== copied.length) {
        throw new BadEdit(
          `${copied.length} keys were copied, but ${keys.length} of the ${ref.property} of “${layer.name}” are chosen. Choose as many. Nothing was changed.`,
        )
      }
      return change(property, keys, copied, { track, definition })
    })
  }
}

/** The copied property for one to be pasted onto: that of its name, else the first. */
function trackFor({ tracks }: KeyClip, { property }: PropertyRef): KeyClipTrack {
  return tracks.find(({ definition }) => definition.name === property) ?? tracks[0]!
}
