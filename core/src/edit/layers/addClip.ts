import type { Draft } from 'immer'
import { distinctName, makeLayer, type ClipAsset, type Project } from '../../scene/index.ts'
import { asTicks } from '../../time/index.ts'
import { addAsset, addLayer } from './layers.ts'
import { sceneIn, type MakeId } from '../refs.ts'

/** A clip that has been read. */
export type NewClip = Omit<ClipAsset, 'id' | 'kind'>

/**
 * Adds a clip to the project, and a layer on top that plays it from the start of the scene, in the middle, fitted in the
 * frame where it is larger.
 * @returns the layer's id
 * @throws BadEdit where the scene is full
 */
export function addClip(draft: Draft<Project>, sceneId: string, clip: NewClip, makeId: MakeId): string {
  const scene = sceneIn(draft, sceneId)
  const known = draft.assets.find(({ kind, sha256 }) => kind === 'clip' && sha256 === clip.sha256)
  const asset = known?.id ?? makeId()
  if (!known) addAsset(draft, { ...clip, id: asset, kind: 'clip' })
  const id = makeId()
  const [width, height] = scene.size
  const percent = 100 * Math.min(1, width / clip.size[0], height / clip.size[1])
  const layer = makeLayer({
    id,
    name: distinctName(
      clip.name,
      scene.layers.map(({ name }) => name),
    ),
    kind: 'clip',
    span: [asTicks(0), clip.duration],
    values: { position: [width / 2, height / 2], scale: [percent, percent] },
  })
  addLayer(draft, sceneId, { ...layer, source: { asset } })
  return id
}
