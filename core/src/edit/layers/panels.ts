import type { Draft } from 'immer'
import type { PlainBend } from '../../bend/index.ts'
import type { Vec2 } from '../../route/index.ts'
import { shownScene, showsPicture, type Layer, type Project, type Scene } from '../../scene/index.ts'
import { asTicks, frameTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { currentValue } from '../currentValue.ts'
import { editProperty, libraryIn, undrafted } from '../editProperty.ts'
import { bendOfMove } from '../frame/frameMove.ts'
import { placedElsewhere } from '../frame/placedElsewhere.ts'
import { clearAnimation } from '../keys/keys.ts'
import { travelKeys } from '../keys/travel.ts'
import { layerTicks } from '../layerTicks.ts'
import { sceneIn, type MakeId } from '../refs.ts'

export interface Panels {
  /** Side by side, or one above another. */
  readonly stand: 'upright' | 'level'
  /** Between neighbours, px of the stage. */
  readonly gap: number
  /** When the first sets out, and how long each takes. */
  readonly begin: Ticks
  readonly length: number
  /** Frames from the start of one to that of the next. */
  readonly stagger: number
  readonly bend: PlainBend
  readonly makeId: MakeId
}

/** So little of the frame a panel has at least, px. */
const NARROWEST = 2

/**
 * Splits the frame into panels, one a layer in their order from the top: each is cropped to its part of the frame where it
 * stands, and slides in along it, by turns from one end and the other, all bent as one. Their content does not move in the end.
 * @throws BadEdit for fewer than two, for what cannot be cropped, is turned or placed by something else, and for gaps that leave nothing
 */
export function splitIntoPanels(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  { stand, gap, begin, length, stagger, bend: plain, makeId }: Panels,
): void {
  const project = undrafted<Project>(draft)
  const { layers, size, rate } = undrafted<Scene>(sceneIn(draft, sceneId))
  const row = layers.filter(({ id }) => ids.includes(id))
  if (row.length < 2)
    throw new BadEdit('Select two pictures or more to split the frame between them. Nothing was changed.')
  const axis = stand === 'upright' ? 0 : 1
  const wide = (size[axis] - gap * (row.length - 1)) / row.length
  if (!(gap >= 0) || !(wide >= NARROWEST))
    throw new BadEdit('Gaps so wide leave nothing of the frame for the panels. Nothing was changed.')
  if (!(length > 0)) throw new BadEdit('A panel slides in for a frame at least. Nothing was changed.')
  for (const layer of row) checkPanel(layer)
  const bend = bendOfMove(draft, { name: 'Panels', bend: plain }, makeId)
  row.forEach((layer, i) => {
    const ref = { scene: sceneId, layer: layer.id }
    const start = asTicks(begin + Math.round(i * stagger) * frameTicks(rate))
    const times = [layerTicks(draft, ref, start), layerTicks(draft, ref, asTicks(start + length))] as const
    const now = (name: string) => currentValue(layer.properties[name]!, times[1], libraryIn(draft))
    const place = now('position') as Vec2
    const [pivot, scale] = [now('pivot') as Vec2, now('scale') as Vec2]
    if ((now('turn') as number) % 360 !== 0 || !(scale[axis] > 0))
      throw new BadEdit(`“${layer.name}” is turned or flipped, which a panel cannot be. Nothing was changed.`)
    const extent = sizeOf(layer, project)[axis]
    /** A place of the frame as a share of the box, %. */
    const shareAt = (stage: number): number =>
      (100 * (pivot[axis] + (stage - place[axis]) / (scale[axis] / 100) + extent / 2)) / extent
    const low = i * (wide + gap)
    const cropped = [Math.max(0, shareAt(low)), Math.max(0, 100 - shareAt(low + wide))]
    const sides = axis === 0 ? (['crop left', 'crop right'] as const) : (['crop top', 'crop bottom'] as const)
    sides.forEach((property, side) => {
      clearAnimation(draft, { ...ref, property }, begin)
      editProperty(draft, { ...ref, property }, (given) => ({
        ...given,
        value: Math.min(100, cropped[side]!),
      }))
    })
    const away = (i % 2 === 0 ? -1 : 1) * size[1 - axis]!
    const outside: Vec2 = axis === 0 ? [place[0], place[1] + away] : [place[0] + away, place[1]]
    clearAnimation(draft, { ...ref, property: 'position' }, begin)
    editProperty(draft, { ...ref, property: 'position' }, (given) => ({
      ...given,
      value: place,
      keys: travelKeys({ times, values: [outside, place], bend }, makeId),
    }))
  })
}

function checkPanel(layer: Layer): void {
  const trouble = placedElsewhere(layer)
  if (trouble) throw new BadEdit(`${trouble} Nothing was changed.`)
  if (!showsPicture(layer))
    throw new BadEdit(
      `“${layer.name}” shows no picture that could fill the frame: pictures, clips and shown scenes do. Nothing was changed.`,
    )
}

/** Of a picture, a clip or a shown scene, px: it lies about its middle. */
function sizeOf(layer: Layer, { assets, scenes }: Project): Vec2 {
  const { source, properties } = layer
  const id = source && 'asset' in source ? source.asset : properties['picture']?.value
  const asset = assets.find((one) => one.id === id)
  const size = shownScene(layer, scenes)?.size ?? (asset && 'size' in asset ? asset.size : null)
  if (!size) throw new BadEdit(`What “${layer.name}” shows is missing. Nothing was changed.`)
  return size
}
