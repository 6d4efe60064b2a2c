import type { Draft } from 'immer'
import type { Property, Value } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import type { Layer, PictureAsset, Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import type { MakeId } from '../refs.ts'
import { addAsset } from './layers.ts'

/** A picture that has been read. */
export type NewPicture = Omit<PictureAsset, 'id' | 'kind'>

/**
 * Puts another picture in the place of one, in every layer of every scene that shows it. Layers that show only that one keep
 * the width they are seen at and the point of the picture they turn about; their motion stays.
 * @param was asset id
 * @returns how many layers show it now
 * @throws BadEdit for a picture the project does not have, the same one, and where a locked layer shows it
 */
export function replacePicture(
  draft: Draft<Project>,
  was: string,
  picture: NewPicture,
  makeId: MakeId,
): number {
  const old = draft.assets.find(({ id }) => id === was)
  if (old?.kind !== 'picture') throw new BadEdit('This picture is not there any more. Nothing was changed.')
  if (old.sha256 === picture.sha256)
    throw new BadEdit(`“${picture.name}” is the picture that is there already. Nothing was changed.`)
  const ratio = picture.size[0] / old.size[0]
  const known = draft.assets.find(({ kind, sha256 }) => kind === 'picture' && sha256 === picture.sha256)
  const id = known?.id ?? makeId()
  const shows = (value: Value): boolean => value === was
  let count = 0
  for (const scene of draft.scenes)
    for (const layer of scene.layers) {
      const shown = undrafted<Layer>(layer).properties['picture']
      if (!shown || !valuesOf(shown).some(shows)) continue
      if (layer.locked)
        throw new BadEdit(
          `“${layer.name}” in “${scene.name}” shows it and is locked. Unlock it first. Nothing was changed.`,
        )
      const ref = { scene: scene.id, layer: layer.id }
      if (valuesOf(shown).every(shows)) {
        change(draft, { ...ref, property: 'scale' }, (value) => scaled(value as Vec2, 1 / ratio))
        change(draft, { ...ref, property: 'pivot' }, (value) => scaled(value as Vec2, ratio))
      }
      change(draft, { ...ref, property: 'picture' }, (value) => (shows(value) ? id : value))
      count += 1
    }
  draft.assets = draft.assets.filter((asset) => asset.id !== was)
  if (!known) addAsset(draft, { ...picture, id, kind: 'picture' })
  return count
}

const valuesOf = ({ value, keys }: Property): Value[] =>
  keys.length > 0 ? keys.map((key) => key.value) : [value]

const scaled = ([x, y]: Vec2, by: number): Vec2 => [x * by, y * by]

/** Changes a property's value and those of its keys alike. */
function change(
  draft: Draft<Project>,
  ref: Parameters<typeof editProperty>[1],
  changed: (value: Value) => Value,
): void {
  editProperty(draft, ref, (property) => ({
    ...property,
    value: changed(property.value),
    keys: property.keys.map((key) => ({ ...key, value: changed(key.value) })),
  }))
}
