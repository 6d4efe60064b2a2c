import { clamp } from '../../number/index.ts'
import type { Draft } from 'immer'
import { LIMITS, type LayerLabel, type Marker, type Project } from '../../scene/index.ts'
import { asTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { readName } from '../layers/layers.ts'
import { sceneIn, type MakeId } from '../refs.ts'

/**
 * Sets a marker; where one stands already, that one is kept.
 * @returns its id
 * @throws BadEdit when there are as many as a scene holds
 */
export function addMarker(
  draft: Draft<Project>,
  sceneId: string,
  { t, makeId }: { readonly t: Ticks; readonly makeId: MakeId },
): string {
  const { markers } = sceneIn(draft, sceneId)
  const standing = markers.find((marker) => marker.t === t)
  if (standing) return standing.id
  if (markers.length >= LIMITS.markers)
    throw new BadEdit(`A scene holds ${LIMITS.markers} markers at most. Nothing was changed.`)
  const names = new Set(markers.map(({ name }) => name))
  let number = markers.length + 1
  while (names.has(`Marker ${number}`)) number += 1
  const id = makeId()
  markers.push({ id, t, name: `Marker ${number}` })
  markers.sort((a, b) => a.t - b.t)
  return id
}

/** What a marker is to be; what is left out stays, a hue of null goes. */
export interface MarkerChange {
  readonly t?: number
  readonly name?: string
  readonly hue?: LayerLabel | null
}

/**
 * Moves, renames or marks a marker with a hue. Moved, it stays within the scene.
 * @throws BadEdit for a name without letters, or when it is gone
 */
export function changeMarker(
  draft: Draft<Project>,
  ref: { readonly scene: string; readonly marker: string },
  { t, name, hue }: MarkerChange,
): void {
  const scene = sceneIn(draft, ref.scene)
  const marker: Draft<Marker> | undefined = scene.markers.find(({ id }) => id === ref.marker)
  if (!marker) throw new BadEdit('That marker is no longer there. Nothing was changed.')
  if (name !== undefined) marker.name = readName(name)
  if (hue) marker.hue = hue
  else if (hue === null) delete marker.hue
  if (t === undefined) return
  marker.t = asTicks(Math.round(clamp(t, 0, scene.duration)))
  scene.markers.sort((a, b) => a.t - b.t)
}

export function removeMarkers(draft: Draft<Project>, sceneId: string, gone: readonly string[]): void {
  const scene = sceneIn(draft, sceneId)
  scene.markers = scene.markers.filter(({ id }) => !gone.includes(id))
}
