import type { BendLibrary } from '../../bend/index.ts'
import type { Layer, Scene } from '../document.ts'
import { NO_VEILS } from '../layers/veil.ts'
import { identityMatrix } from '../matrix.ts'
import { isCopied } from './copying.ts'
import { homesOf, masksIn, type Homes } from './homes.ts'
import { makeTrack, type Cast, type Ground, type Inside, type Track, type TrackPlace } from './track.ts'

/** What scenes are made ready with. */
export interface CastMaking {
  readonly library: BendLibrary
  /** Of the project, for layers that show one of them. */
  readonly scenes: readonly Scene[]
}

/** The ground of a whole scene. */
export const sceneGround = (): Ground => ({
  matrix: identityMatrix(),
  inner: NaN,
  pace: 1,
  share: 1,
  shown: true,
  veils: NO_VEILS,
  use: null,
  isOriginal: true,
})

/**
 * Makes a scene's layers ready to stand on a ground.
 * @param former what was made for the same ground before: tracks of layers that are the same objects are taken over
 */
export function compileCast(scene: Scene, ground: Ground, making: CastMaking, former?: Cast): Cast {
  return castOn(ground, { homes: homesOf(scene), home: null, making, former })
}

interface CastOptions extends HomeOptions {
  readonly home: string | null
  readonly former?: Cast | undefined
}

interface HomeOptions {
  readonly homes: Homes
  /** Finds what stands around a repeated group. */
  readonly outside?: (layerId: string) => Track | null
  readonly making: CastMaking
}

/** Makes ready the layers of one home. */
function castOn(ground: Ground, { homes, home, making, former, outside }: CastOptions): Cast {
  const members = homes.get(home) ?? []
  const layers = new Map(members.map((layer) => [layer.id, layer]))
  const tracks = new Map<string, Track>()
  const trackOf = (layer: Layer): Track => {
    const known = tracks.get(layer.id)
    if (known) return known
    const parent = layer.parent === null || layer.parent === home ? null : parentOf(layer.parent)
    const place: TrackPlace = {
      layer,
      ground,
      parent,
      inside: insideOf(layer, { homes, making, outside: findTrack }),
    }
    const old = former?.trackOf(layer.id)
    const track = old && isSamePlace(old, place) ? old : makeTrack(place, making.library)
    tracks.set(layer.id, track)
    return track
  }
  const parentOf = (id: string): Track | null => {
    const layer = layers.get(id)
    if (layer) return trackOf(layer)
    // What stands in a repeated group is followed in the group's first copy.
    for (const [group, there] of homes)
      if (group !== null && there.some((one) => one.id === id))
        return parentOf(group)?.showings[0]!.cast?.trackOf(id) ?? null
    return null
  }
  const findTrack = (id: string): Track | null => parentOf(id) ?? outside?.(id) ?? null
  const bottomFirst = [...members].reverse().map(trackOf)
  for (const track of tracks.values()) {
    const { mask } = track.layer
    const [by, isMask] = [mask ? findTrack(mask.layer) : null, masksIn(homes).has(track.layer.id)]
    // What was sampled before knows of others.
    if (by !== track.mask || isMask !== track.isMask) track.at = NaN
    track.mask = by
    track.isMask = isMask
  }
  return { ground, frame: null, tracks: [...tracks.values()], bottomFirst, trackOf: (id) => tracks.get(id) }
}

const isSamePlace = (old: TrackPlace, { layer, ground, parent, inside }: TrackPlace): boolean =>
  old.layer === layer &&
  old.ground === ground &&
  old.parent === parent &&
  old.inside?.reach.length === inside?.reach.length &&
  (inside?.reach.every((part, i) => part === old.inside!.reach[i]) ?? true)

/** What is drawn with each copy of a layer: of a repeated group its layers, of a scene layer the scene. */
function insideOf(layer: Layer, { homes, making, outside }: HomeOptions): Inside | null {
  if (layer.kind === 'group' && isCopied(layer)) {
    const castOf = (showing: Ground): Cast =>
      castOn(showing, { homes, home: layer.id, making, ...(outside ? { outside } : {}) })
    return { reach: reachOf(homes.get(layer.id) ?? [], homes, making.scenes), castOf }
  }
  const scene = shownScene(layer, making.scenes)
  if (!scene) return null
  const castOf = (showing: Ground): Cast => {
    const ground = frameGround(showing, layer)
    const veil = { kind: 'frame', matrix: ground.matrix, box: Float64Array.of(0, 0, ...scene.size) } as const
    return { ...compileCast(scene, ground, making), frame: { scene, veil } }
  }
  return { reach: [scene, ...reachOf(scene.layers, homesOf(scene), making.scenes)], castOf }
}

/** All that is read to make ready what stands in some layers. */
function reachOf(layers: readonly Layer[], homes: Homes, scenes: readonly Scene[]): readonly object[] {
  return layers.flatMap((layer): readonly object[] => {
    const masking = layer.mask ? [...homes.values()].flat().filter(({ id }) => id === layer.mask!.layer) : []
    if (layer.kind === 'group' && homes.has(layer.id))
      return [layer, ...masking, ...reachOf(homes.get(layer.id)!, homes, scenes)]
    const scene = shownScene(layer, scenes)
    return scene
      ? [layer, ...masking, scene, ...reachOf(scene.layers, homesOf(scene), scenes)]
      : [layer, ...masking]
  })
}

/** The scene a layer shows; null for any other layer. */
export function shownScene({ kind, source }: Layer, scenes: readonly Scene[]): Scene | null {
  if (kind !== 'scene' || !source || !('scene' in source)) return null
  return scenes.find(({ id }) => id === source.scene) ?? null
}

/** The frame of a scene about the middle of the layer that shows it. */
function frameGround({ use }: Ground, layer: Layer): Ground {
  return {
    ...sceneGround(),
    use: use ?? layer,
    isOriginal: false,
  }
}
