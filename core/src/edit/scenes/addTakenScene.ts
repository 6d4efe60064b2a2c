import type { Draft } from 'immer'
import {
  distinctName,
  LIMITS,
  type ArtPicture,
  type Layer,
  type Project,
  type Scene,
} from '../../scene/index.ts'
import type { FrameRate, Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { addPictures } from '../layers/addPictures.ts'
import { readName } from '../layers/layers.ts'
import type { MakeId } from '../refs.ts'

/** A scene that came from a file of another kind. */
export interface TakenScene {
  readonly name: string
  /** px */
  readonly size: readonly [width: number, height: number]
  readonly rate: FrameRate
  readonly duration: Ticks
  /** Null where the file has none. */
  readonly background: string | null
  /** Top first. What shows a picture names one of `pictures` in its place. */
  readonly layers: readonly Layer[]
  readonly pictures: ReadonlyMap<string, ArtPicture>
}

export interface AddTakenScene {
  /** SHA-256 of the bytes of its pictures, lower-case hex. */
  readonly sha256: ReadonlyMap<ArtPicture, string>
  readonly makeId: MakeId
  /** What it lies on where the file says nothing. */
  readonly background: string
}

/**
 * Adds a scene that came from a file, after all others.
 * @returns its id
 * @throws BadEdit when the project would be too full
 */
export function addTakenScene(
  draft: Draft<Project>,
  taken: TakenScene,
  { sha256, makeId, background }: AddTakenScene,
): string {
  if (draft.scenes.length >= LIMITS.scenes)
    throw new BadEdit(`A project holds ${LIMITS.scenes} scenes at most. Nothing was added.`)
  const assets = addPictures(draft, taken.pictures.values(), sha256, makeId)
  const layers = taken.layers.map((layer): Layer => {
    const shown = layer.properties['picture']
    const picture = shown && taken.pictures.get(String(shown.value))
    if (!picture) return layer
    return {
      ...layer,
      properties: { ...layer.properties, picture: { ...shown, value: assets.get(picture)! } },
    }
  })
  const scene: Scene = {
    id: makeId(),
    name: distinctName(
      readName(taken.name),
      draft.scenes.map(({ name }) => name),
    ),
    size: taken.size,
    rate: taken.rate,
    duration: taken.duration,
    background: taken.background ?? background,
    layers,
    markers: [],
    playRange: null,
  }
  draft.scenes.push(scene as Draft<Scene>)
  return scene.id
}
