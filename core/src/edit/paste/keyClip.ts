import { mirrorKeys, orderKeys, timedKeys, type Key } from '../../property/index.ts'
import { definitionOf, type NamedBend, type Project, type PropertyDefinition } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { byProperty, findProperty, type KeyRef } from '../refs.ts'

/** Keys of one property, as copied. */
export interface KeyClipTrack {
  /** The layer they came from. */
  readonly layer: string
  readonly definition: PropertyDefinition
  /** In order of time, waypoints between them; the first and last have times. */
  readonly keys: readonly Key[]
}

/** Copied keys of one or more properties, apart from any document. */
export interface KeyClip {
  readonly tracks: readonly KeyClipTrack[]
  /** The first key's moment, ticks. */
  readonly start: Ticks
  /** The library bends their spans are linked to. */
  readonly bends: readonly NamedBend[]
}

/** Copies keys; waypoints between copied neighbours come along. Null when none of the keys is there. */
export function copyKeys(project: Project, refs: readonly KeyRef[]): KeyClip | null {
  const tracks = [...byProperty(refs).values()].flatMap(({ ref, keys: chosen }): KeyClipTrack[] => {
    const property = findProperty(project, ref)
    const layer = project.scenes.find(({ id }) => id === ref.scene)?.layers.find(({ id }) => id === ref.layer)
    const definition = layer && definitionOf(layer.kind, ref.property)
    if (!property || !definition) return []
    const timed = timedKeys(property)
    const picked = timed.filter(({ id }) => chosen.has(id))
    if (picked.length === 0) return []
    const follows = new Map(
      timed.map(({ id }, i) => [id, chosen.has(id) && chosen.has(timed[i + 1]?.id ?? '')]),
    )
    let between = false
    const keys = property.keys.filter((key) => {
      if (!key.timeless) between = follows.get(key.id) ?? false
      return key.timeless ? between : chosen.has(key.id)
    })
    return [{ layer: ref.layer, definition, keys }]
  })
  const times = tracks.flatMap(({ keys }) => keys.map(({ t }) => t))
  if (times.length === 0) return null
  const linked = new Set(
    tracks.flatMap(({ keys }) => keys.flatMap(({ bend }) => (bend.kind === 'linked' ? [bend.bendId] : []))),
  )
  const start = times.reduce((least, time) => (time < least ? time : least))
  return { tracks, start, bends: project.bends.filter(({ id }) => linked.has(id)) }
}

/** Copied keys played backwards between their first and last moment, bends mirrored. */
export function reversedClip(clip: KeyClip): KeyClip {
  const end = clipEnd(clip)
  const tracks = clip.tracks.map((track): KeyClipTrack => {
    const { keys, definition } = track
    const mirrored = mirrorKeys(keys, {
      kind: definition.kind,
      library: clip.bends,
      timeOf: (time) => clip.start + end - time,
      lastBend: keys[keys.length - 1]!.bend,
    })
    return { ...track, keys: orderKeys(mirrored) }
  })
  return { ...clip, tracks }
}

/** The last copied key's moment, ticks. */
export function clipEnd({ tracks, start }: KeyClip): Ticks {
  return tracks.reduce((last, { keys }) => {
    const { t } = keys[keys.length - 1]!
    return t > last ? t : last
  }, start)
}
