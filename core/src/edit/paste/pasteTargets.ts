import { definitionOf, playedProperties, type Layer, type Scene } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import type { KeyClip } from './keyClip.ts'
import type { PropertyRef } from '../refs.ts'

/** Where a person would have copied keys go. */
export interface PasteWish {
  readonly properties: readonly PropertyRef[]
  readonly layers: readonly string[]
}

/**
 * Which properties copied keys go onto: onto the chosen properties; else onto those of their names on each chosen
 * layer; else where they were copied from.
 * @throws BadEdit where there is none of them
 */
export function pasteTargets(scene: Scene, { tracks }: KeyClip, wish: PasteWish): PropertyRef[] {
  const names = [...new Set(tracks.map(({ definition }) => definition.name))]
  if (wish.properties.length > 0) return [...wish.properties]
  const chosen = scene.layers.filter(({ id }) => wish.layers.includes(id))
  if (chosen.length > 0) {
    const refs = chosen.flatMap((layer) =>
      names.filter((name) => plays(layer, name)).map((property) => refTo(scene, layer, property)),
    )
    if (refs.length > 0) return refs
    const labels = tracks.map(({ definition }) => definition.label.toLowerCase())
    throw new BadEdit(
      `The selected ${chosen.length === 1 ? 'layer has' : 'layers have'} no ${[...new Set(labels)].join(', ')} to paste onto. Nothing was changed.`,
    )
  }
  const home = tracks.flatMap(({ layer: id, definition: { name } }) => {
    const layer = scene.layers.find((other) => other.id === id)
    return layer && plays(layer, name) ? [refTo(scene, layer, name)] : []
  })
  if (home.length > 0) return home
  throw new BadEdit(
    'The layers these keys came from are not in this scene. Select layers or properties to paste onto first.',
  )
}

const plays = (layer: Layer, name: string): boolean =>
  definitionOf(layer.kind, name) !== null && playedProperties(layer).some((one) => one.name === name)

const refTo = ({ id }: Scene, layer: Layer, property: string): PropertyRef => ({
  scene: id,
  layer: layer.id,
  property,
})
