import { NO_LINKS, type BendLibrary } from '../../bend/index.ts'
import type { Layer, Scene } from '../document.ts'
import type { DrawItem } from '../layers/layerKinds.ts'
import { TRANSFORM } from '../layers/propertyDefinition.ts'
import { withRiders } from '../riders.ts'
import { compileScene, sampleSceneInto } from './sceneAt.ts'

export interface OwnArtLibraries {
  /** The project's named bends. */
  readonly library?: BendLibrary
  /** The project's, for layers that show one of them. */
  readonly scenes?: readonly Scene[]
}

export interface OwnArtOptions extends OwnArtLibraries {
  /** Scene time, ticks; outside the layer's stretch its first or last moment is taken. */
  readonly time: number
}

/**
 * What a layer draws at a moment in its own coordinates: without its place, its fading and its copies; of a group what stands in
 * it. Bottom first.
 * @returns none for a layer that is not there
 */
export function ownArt(
  scene: Scene,
  layerId: string,
  { time, ...libraries }: OwnArtOptions,
): readonly DrawItem[] {
  return compileOwnArt(scene, layerId, libraries)(time)
}

/** The same made ready for many moments; what it tells of one is rewritten with the next. */
export function compileOwnArt(
  scene: Scene,
  layerId: string,
  { library = NO_LINKS, scenes = [] }: OwnArtLibraries,
): (time: number) => readonly DrawItem[] {
  const riders = new Set(withRiders(scene, [layerId]))
  const layers = scene.layers.flatMap((layer) =>
    layer.id === layerId ? [laidBare(layer)] : riders.has(layer.id) ? [layer] : [],
  )
  const own = layers.find(({ id }) => id === layerId)
  if (!own) return () => []
  const [from, to] = own.span
  const sampler = compileScene({ ...scene, layers }, library, { scenes })
  return (time) => {
    const moment = Math.max(from, Math.min(time, to - 1))
    // What is shown by riding alone is placed by it, but is no part of it.
    return sampleSceneInto(sampler, moment).filter(
      ({ shown, use }) => shown && (own.kind === 'group' || use.id === layerId),
    )
  }
}

/** A layer without what places, fades and repeats it. */
function laidBare(layer: Layer): Layer {
  const properties = { ...layer.properties }
  for (const { name, kind, value } of TRANSFORM) properties[name] = { kind, value, keys: [] }
  for (const name in properties) if (name.startsWith('position ')) delete properties[name]
  if (properties['copies']) properties['copies'] = { kind: 'number', value: 1, keys: [] }
  const bare: { -readonly [K in keyof Layer]: Layer[K] } = {
    ...layer,
    parent: null,
    visible: true,
    properties,
  }
  delete bare.turnAlongRoute
  delete bare.rolls
  return bare
}
