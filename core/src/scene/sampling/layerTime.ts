import type { BendLibrary } from '../../bend/index.ts'
import { compiledOf, speedInto, valueInto, type CompiledProperty } from '../../property/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import type { Layer, Scene } from '../document.ts'
import { LOCAL_TIME, playedProperty } from '../layers/localTime.ts'
import { layerById } from '../makeLayer.ts'

const one = new Float64Array(1)

/** The time inside a layer that has a time of its own, made ready; null where it is the layer's own layer time. */
export type InnerTime = CompiledProperty | null

export function compileInnerTime(layer: Layer, library: BendLibrary): InnerTime {
  const local = layer.properties[LOCAL_TIME.name]
  if (!local || (layer.kind === 'group' && local.keys.length === 0 && local.value === 0)) return null
  return compiledOf(playedProperty(layer, LOCAL_TIME.name), library)
}

/** Ticks inside a layer at its own layer time; a fraction of a tick where its local time says so. */
export function innerTimeAt(inner: InnerTime, time: number): number {
  if (!inner) return time
  valueInto(one, inner, time)
  return one[0]! * TICKS_PER_SECOND
}

/** Time inside a layer that goes by in a unit of its own layer time. */
export function innerPaceAt(inner: InnerTime, time: number): number {
  if (!inner) return 1
  speedInto(one, inner, time)
  return one[0]!
}

/** How a layer's time goes by while scene time does, made ready. */
export interface LayerClock {
  /** Whether layer time is scene time, always. */
  readonly isSceneTime: boolean
  /** Layer time at a scene time, ticks; possibly a fraction. */
  timeAt(sceneTime: number): number
  /** Layer time that goes by in a unit of scene time: 1 where it is scene time, negative where it runs backwards. */
  paceAt(sceneTime: number): number
}

/**
 * The clock of a layer: scene time carried down through the groups it stands in by their `local time`. A layer that
 * merely follows another takes its matrix, not its time.
 */
export function compileLayerClock(scene: Scene, layerId: string, library: BendLibrary): LayerClock {
  const steps = groupsAbove(scene, layerId).flatMap((group) => compileInnerTime(group, library) ?? [])
  return {
    isSceneTime: steps.length === 0,
    timeAt: (sceneTime) => steps.reduce((time, inner) => innerTimeAt(inner, time), sceneTime),
    paceAt: (sceneTime) => {
      let pace = 1
      let time = sceneTime
      for (const inner of steps) {
        pace *= innerPaceAt(inner, time)
        time = innerTimeAt(inner, time)
      }
      return pace
    },
  }
}

/** The layer time of a layer at a scene time: `compileLayerClock` for one moment. */
export function layerTimeAt(scene: Scene, layerId: string, sceneTime: number, library: BendLibrary): number {
  return compileLayerClock(scene, layerId, library).timeAt(sceneTime)
}

/** The groups a layer stands in, from the outermost in. */
function groupsAbove(scene: Scene, layerId: string): Layer[] {
  const above: Layer[] = []
  // Most stand in none, and are not to wait for a list of all.
  for (let at = groupOf(scene, layerById(scene, layerId)); at; at = groupOf(scene, at)) above.unshift(at)
  return above
}

function groupOf(scene: Scene, layer: Layer | null): Layer | null {
  const parent = layer === null || layer.parent === null ? null : layerById(scene, layer.parent)
  return parent?.kind === 'group' ? parent : null
}
