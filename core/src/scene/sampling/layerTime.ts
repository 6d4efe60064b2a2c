import type { BendLibrary } from '../../bend/index.ts'
import {
  compiledOf,
  playedSpeedInto,
  playedValueInto,
  type CompiledProperty,
  isMoving,
} from '../../property/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import type { Layer, Scene } from '../document.ts'
import { LOCAL_TIME, runningTime } from '../layers/localTime.ts'
import { layerById } from '../makeLayer.ts'
import { compileCopying, copyTimeAt } from './copying.ts'

const one = new Float64Array(1)

/** The time inside a layer that has a time of its own, made ready; null where it is the layer's own layer time. */
export type InnerTime = CompiledProperty | null

export function compileInnerTime(layer: Layer, library: BendLibrary): InnerTime {
  const local = layer.properties[LOCAL_TIME.name]
  if (!local || (layer.kind === 'group' && !isMoving(local) && local.value === 0)) return null
  return compiledOf(runningTime(layer), library)
}

/** Ticks inside a layer at its own layer time; a fraction of a tick where its local time says so. */
export function innerTimeAt(inner: InnerTime, time: number): number {
  if (!inner) return time
  playedValueInto(one, inner, time)
  return one[0]! * TICKS_PER_SECOND
}

/** Time inside a layer that goes by in a unit of its own layer time. */
export function innerPaceAt(inner: InnerTime, time: number): number {
  if (!inner) return 1
  playedSpeedInto(one, inner, time)
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

/** Which copy of a layer is meant, by its id; the first of those that are not named. */
export type WhichCopies = ReadonlyMap<string, number>

const FIRST_COPIES: WhichCopies = new Map()

/** A stretch of the way from scene time to layer time. */
type ClockStep = Pick<LayerClock, 'timeAt' | 'paceAt'>

/**
 * The clock of a layer: scene time carried down through the groups it stands in by their `local time`, and by the delays
 * of the copies that are meant. A layer that merely follows another takes its matrix, not its time.
 */
export function compileLayerClock(
  scene: Scene,
  layerId: string,
  library: BendLibrary,
  copies: WhichCopies = FIRST_COPIES,
): LayerClock {
  const delayed = (layer: Layer): ClockStep[] => delayStep(layer, library, copies.get(layer.id) ?? 0)
  const own = layerById(scene, layerId)
  const steps = [
    ...groupsAbove(scene, layerId).flatMap((group) => [...delayed(group), ...innerStep(group, library)]),
    ...(own ? delayed(own) : []),
  ]
  return {
    isSceneTime: steps.length === 0,
    timeAt: (sceneTime) => steps.reduce((time, step) => step.timeAt(time), sceneTime),
    paceAt: (sceneTime) => {
      let pace = 1
      let time = sceneTime
      for (const step of steps) {
        pace *= step.paceAt(time)
        time = step.timeAt(time)
      }
      return pace
    },
  }
}

function innerStep(group: Layer, library: BendLibrary): ClockStep[] {
  const inner = compileInnerTime(group, library)
  if (!inner) return []
  return [{ timeAt: (time) => innerTimeAt(inner, time), paceAt: (time) => innerPaceAt(inner, time) }]
}

function delayStep(layer: Layer, library: BendLibrary, copy: number): ClockStep[] {
  const copying = copy > 0 ? compileCopying(layer, library) : null
  if (!copying) return []
  const paceAt = (time: number): number => {
    playedSpeedInto(one, copying.delay, time)
    return 1 - copy * one[0]!
  }
  return [{ timeAt: (time) => copyTimeAt(copying, copy, time), paceAt }]
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
