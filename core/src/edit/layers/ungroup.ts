import type { Draft } from 'immer'
import { isMoving, type Pattern } from '../../property/index.ts'
import { isEverAffected, isEverCropped, LOCAL_TIME, type Layer, type Project } from '../../scene/index.ts'
import { asTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import { layerIn, sceneIn, type PropertyRef } from '../refs.ts'
import { removeLayers } from './layers.ts'
import { setLayerSpan } from './layerSpan.ts'
import { followInPlace } from './parents.ts'

/**
 * Takes groups away and leaves what is in them where it stands at a moment, riding on what the groups rode on, and seen
 * through what the groups were, unless it has a mask of its own. A group’s opacity that stays is given to them, and they last no
 * longer than it did; what else goes with it is told by `goesWithGroup`.
 * @returns the layers that were in them
 * @throws BadEdit where none is a group, one is cropped, or one or what is in it is locked
 */
export function ungroupLayers(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  time: Ticks,
): string[] {
  const scene = sceneIn(draft, sceneId)
  const groups = scene.layers.filter(({ id, kind }) => kind === 'group' && ids.includes(id))
  if (groups.length === 0) throw new BadEdit('Select a group to take it apart. Nothing was changed.')
  const locked = groups.find((group) => group.locked)
  if (locked) throw new BadEdit(`“${locked.name}” is locked. Unlock it to take it apart.`)
  const cropped = groups.find((group) => isEverCropped(undrafted<Layer>(group)))
  if (cropped)
    throw new BadEdit(
      `“${cropped.name}” is cropped, which what is in it cannot be as one. Set its crop to 0 first. Nothing was changed.`,
    )
  const freed: string[] = []
  for (const { id, parent, mask } of groups) {
    const inside = scene.layers.filter((layer) => layer.parent === id)
    const members = inside.map((layer) => layer.id)
    // Each is seen through what all of them were.
    for (const layer of inside)
      if (mask && !layer.mask && layer.id !== mask.layer) {
        layer.mask = { ...mask }
        delete layer.mask.follows
      }
    const group = undrafted<Layer>(layerIn(draft, { scene: sceneId, layer: id }))
    const { opacity } = group.properties
    if (!timeDiffers(group))
      for (const layer of members) keepWithin(draft, { scene: sceneId, layer }, group.span)
    if (!isMoving(opacity!))
      for (const layer of members)
        fade(draft, { scene: sceneId, layer, property: 'opacity' }, opacity!.value as number)
    followInPlace(draft, sceneId, members, { parent, time })
    removeLayers(draft, sceneId, [id])
    freed.push(...members)
  }
  return freed.filter((id) => scene.layers.some((layer) => layer.id === id))
}

/** Makes what shows by a share, %, show by as much less at every moment. */
function fade(draft: Draft<Project>, ref: PropertyRef, percent: number): void {
  if (percent === 100 || !layerIn(draft, ref).properties[ref.property]) return
  const faded = (value: unknown): number => ((value as number) * percent) / 100
  const fadedPattern = (pattern: Pattern): Pattern =>
    // Its numbers are shares of what the keys say.
    pattern.mode === 'multiply' ? pattern : { ...pattern, low: faded(pattern.low), high: faded(pattern.high) }
  editProperty(draft, ref, (given) => ({
    ...given,
    value: faded(given.value),
    keys: given.keys.map((key) => ({ ...key, value: faded(key.value) })),
    ...(given.patterns ? { patterns: given.patterns.map(fadedPattern) } : {}),
  }))
}

/** Trims a layer to when its group was there; what never was seen with it is hidden. */
function keepWithin(draft: Draft<Project>, ref: Omit<PropertyRef, 'property'>, span: Layer['span']): void {
  const layer = layerIn(draft, ref)
  const from = Math.max(layer.span[0], span[0])
  const to = Math.min(layer.span[1], span[1])
  if (from >= to) layer.visible = false
  else if (from !== layer.span[0] || to !== layer.span[1])
    setLayerSpan(draft, ref, [asTicks(from), asTicks(to)], 'stay')
}

/** Whether the time in a group is another than that around it, so that its span is told in neither. */
const timeDiffers = ({ properties }: Layer): boolean => {
  const time = properties[LOCAL_TIME.name]
  return time !== undefined && (isMoving(time) || time.value !== 0)
}

const PLACES = ['position', 'position x', 'position y', 'pivot', 'scale', 'turn'] as const

/** What of a group the layers in it cannot have each by itself, in words, so that it goes where the group is taken apart. */
export function goesWithGroup(group: Layer): readonly string[] {
  const { properties } = group
  const moves = (name: string): boolean => properties[name] !== undefined && isMoving(properties[name])
  const differs = (name: string, from: number): boolean =>
    moves(name) || (properties[name]?.value ?? from) !== from
  const cases: readonly (readonly [words: string, is: boolean])[] = [
    ['moves', PLACES.some(moves) || group.rolls !== undefined],
    ['fading', moves('opacity')],
    ['blur and shadow', isEverAffected(group)],
    ['copies', differs('copies', 1)],
    ['time inside', timeDiffers(group)],
  ]
  return cases.flatMap(([words, is]) => (is ? [words] : []))
}
