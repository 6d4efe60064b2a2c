import type { Draft } from 'immer'
import {
  distinctName,
  makeLayer,
  type ClipAsset,
  type Layer,
  type Project,
  type SoundAsset,
} from '../../scene/index.ts'
import { asTicks } from '../../time/index.ts'
import { addAsset, addLayer } from './layers.ts'
import { sceneIn, type MakeId } from '../refs.ts'

/** A clip that has been read. */
export type NewClip = Omit<ClipAsset, 'id' | 'kind'>
/** A sound that has been read. */
export type NewSound = Omit<SoundAsset, 'id' | 'kind'>

/**
 * Adds a clip to the project, and a layer on top that plays it from the start of the scene, in the middle, fitted in the
 * frame where it is larger.
 * @returns the layer's id
 * @throws BadEdit where the scene is full
 */
export function addClip(draft: Draft<Project>, sceneId: string, clip: NewClip, makeId: MakeId): string {
  const [width, height] = sceneIn(draft, sceneId).size
  const percent = 100 * Math.min(1, width / clip.size[0], height / clip.size[1])
  const values = { position: [width / 2, height / 2], scale: [percent, percent] } as const
  return addPlayer(draft, sceneId, { asset: { ...clip, kind: 'clip' }, values, makeId })
}

/**
 * Adds a sound to the project, and a layer on top that plays it from the start of the scene.
 * @returns the layer's id
 * @throws BadEdit where the scene is full
 */
export function addSound(draft: Draft<Project>, sceneId: string, sound: NewSound, makeId: MakeId): string {
  return addPlayer(draft, sceneId, { asset: { ...sound, kind: 'sound' }, values: {}, makeId })
}

interface Player {
  readonly asset: Omit<ClipAsset, 'id'> | Omit<SoundAsset, 'id'>
  readonly values: Parameters<typeof makeLayer>[0]['values'] & object
  readonly makeId: MakeId
}

/** Adds what plays an asset from its beginning to its end. */
function addPlayer(draft: Draft<Project>, sceneId: string, { asset, values, makeId }: Player): string {
  const known = draft.assets.find(({ kind, sha256 }) => kind === asset.kind && sha256 === asset.sha256)
  const assetId = known?.id ?? makeId()
  if (!known) addAsset(draft, { ...asset, id: assetId })
  const id = makeId()
  const layer: Layer = makeLayer({
    id,
    name: distinctName(
      asset.name,
      sceneIn(draft, sceneId).layers.map(({ name }) => name),
    ),
    kind: asset.kind,
    span: [asTicks(0), asset.duration],
    values,
  })
  addLayer(draft, sceneId, { ...layer, source: { asset: assetId } })
  return id
}
