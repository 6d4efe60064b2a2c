import type { Draft } from 'immer'
import { layerTimeAt, type Project } from '../scene/index.ts'
import { asTicks, type Ticks } from '../time/index.ts'
import { libraryIn } from './editProperty.ts'
import { sceneBefore } from './refs.ts'

/**
 * The tick of a layer's own time that is nearest to a scene time: where a key set at the playhead goes.
 * @throws BadTime where the groups it stands in carry it beyond the times a document holds
 */
export function layerTicks(
  draft: Draft<Project>,
  { scene, layer }: { readonly scene: string; readonly layer: string },
  sceneTime: Ticks,
): Ticks {
  const time = layerTimeAt(sceneBefore(draft, scene), layer, sceneTime, libraryIn(draft))
  return time === sceneTime ? sceneTime : asTicks(Math.round(time))
}
