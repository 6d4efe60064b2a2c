import type { Draft } from 'immer'
import type { Value } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import type { Layer, Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { currentValue } from '../currentValue.ts'
import { libraryIn, undrafted } from '../editProperty.ts'
import { setValueAt, type SetValueOptions } from '../keys/keys.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn } from '../refs.ts'
import { shiftPosition } from '../routes/shiftPosition.ts'

/** Layers as they stand at a moment. */
export interface LayersAt {
  readonly scene: string
  readonly layers: readonly string[]
  readonly time: Ticks
}

/** Scales layers about their own pivots: by factors of what they show now. Throws BadEdit for factors that are no numbers. */
export function scaleLayersBy(
  draft: Draft<Project>,
  at: LayersAt,
  factors: Vec2,
  options: SetValueOptions,
): void {
  if (!factors.every(Number.isFinite)) throw new BadEdit('A scale has to be a number. Nothing was changed.')
  changeEach(draft, at, 'scale', options, (now) => {
    const [x, y] = now as Vec2
    return [x * factors[0], y * factors[1]]
  })
}

/** Turns layers about their own pivots by degrees. Throws BadEdit for an angle that is no number. */
export function turnLayersBy(
  draft: Draft<Project>,
  at: LayersAt,
  degrees: number,
  options: SetValueOptions,
): void {
  if (!Number.isFinite(degrees)) throw new BadEdit('An angle has to be a number. Nothing was changed.')
  changeEach(draft, at, 'turn', options, (now) => (now as number) + degrees)
}

function changeEach(
  draft: Draft<Project>,
  { scene, layers, time }: LayersAt,
  property: string,
  options: SetValueOptions,
  change: (now: Value) => Value,
): void {
  const library = libraryIn(draft)
  for (const id of layers) {
    const layer = undrafted<Layer>(layerIn(draft, { scene, layer: id }))
    const own = layerTicks(draft, { scene, layer: id }, time)
    const value = change(currentValue(layer.properties[property]!, own, library))
    setValueAt(draft, { scene, layer: id, property }, time, { ...options, value })
  }
}

/**
 * Moves a layer's pivot and lets the picture stay where it is: the position (all of its route) makes up for it. With
 * a scale or a turn that changes over time the picture stays at this moment only.
 * @param to where the pivot comes to, in the layer's own coordinates, px
 * @throws BadEdit for a locked layer
 */
export function movePivot(
  draft: Draft<Project>,
  { scene, layer: id, time }: { readonly scene: string; readonly layer: string; readonly time: Ticks },
  to: Vec2,
  options: SetValueOptions,
): void {
  const library = libraryIn(draft)
  const ref = { scene, layer: id }
  const layer = undrafted<Layer>(layerIn(draft, ref))
  const own = layerTicks(draft, ref, time)
  const now = (name: string): Value => currentValue(layer.properties[name]!, own, library)
  const [fromX, fromY] = now('pivot') as Vec2
  const [scaleX, scaleY] = now('scale') as Vec2
  const radians = ((now('turn') as number) * Math.PI) / 180
  const [cosine, sine] = [Math.cos(radians), Math.sin(radians)]
  const [dx, dy] = [((to[0] - fromX) * scaleX) / 100, ((to[1] - fromY) * scaleY) / 100]
  const by: Vec2 = [cosine * dx - sine * dy, sine * dx + cosine * dy]
  setValueAt(draft, { ...ref, property: 'pivot' }, time, { ...options, value: to })
  shiftPosition(draft, ref, by)
}
