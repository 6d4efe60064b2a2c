import type { Draft } from 'immer'
import type { Vec2 } from '../../route/index.ts'
import { framedAs, type Layer, type Project, type Scene } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { currentValue } from '../currentValue.ts'
import { libraryIn, undrafted } from '../editProperty.ts'
import { clearAnimation, setValueAt, type SetValueOptions } from '../keys/keys.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn, sceneIn, type PropertyRef } from '../refs.ts'
import { placedElsewhere } from './placedElsewhere.ts'
import { artScale, type ArtFit } from '../layers/placeArt.ts'

type LayerOf = Pick<PropertyRef, 'scene' | 'layer'>

/**
 * Brings a picture into the frame at a moment: whole, covering it, or at its own size, in its middle. Its turn stays; where it is
 * animated keys are set there.
 * @param still px
 * @returns its scale then, %
 * @throws BadEdit for a layer that something else places
 */
export function fitFrame(
  draft: Draft<Project>,
  ref: LayerOf,
  {
    still,
    fit,
    time,
    ...options
  }: SetValueOptions & { readonly still: Vec2; readonly fit: ArtFit; readonly time: Ticks },
): number {
  const layer = undrafted<Layer>(layerIn(draft, ref))
  const trouble = placedElsewhere(layer)
  if (trouble) throw new BadEdit(`${trouble} Nothing was changed.`)
  const frame = undrafted<Scene>(sceneIn(draft, ref.scene)).size
  const own = layerTicks(draft, ref, time)
  const now = (name: string) => currentValue(layer.properties[name]!, own, libraryIn(draft))
  const share = artScale(still, frame, fit)
  const framing = { centre: [0, 0] as const, width: frame[0] / share, turn: -(now('turn') as number) }
  const { position, scale } = framedAs(framing, frame, now('pivot') as Vec2)
  setValueAt(draft, { ...ref, property: 'position' }, time, { ...options, value: position })
  setValueAt(draft, { ...ref, property: 'scale' }, time, { ...options, value: [scale, scale] })
  return scale
}

/** What places a layer, and how much of it shows. */
const PLACED = ['position', 'pivot', 'scale', 'turn', 'opacity'] as const

/** Puts a layer back to its plain state: in the middle of the frame at its own size, upright, wholly shown, without keys of these. */
export function makePlain(
  draft: Draft<Project>,
  ref: LayerOf,
  options: SetValueOptions & { readonly time: Ticks },
): void {
  const layer = undrafted<Layer>(layerIn(draft, ref))
  if (layer.properties['position']!.split)
    throw new BadEdit(`X and Y of “${layer.name}” are split. Join them first. Nothing was changed.`)
  const [width, height] = undrafted<Scene>(sceneIn(draft, ref.scene)).size
  const values = {
    position: layer.parent === null ? ([width / 2, height / 2] as const) : ([0, 0] as const),
    pivot: [0, 0] as const,
    scale: [100, 100] as const,
    turn: 0,
    opacity: 100,
  }
  for (const property of PLACED) {
    clearAnimation(draft, { ...ref, property }, options.time)
    setValueAt(draft, { ...ref, property }, options.time, { ...options, value: values[property] })
  }
}
