import type { Draft } from 'immer'
import type { PlainBend } from '../../bend/index.ts'
import type { Vertex } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import {
  makeLayer,
  shownScene,
  showsPicture,
  type Layer,
  type Project,
  type Scene,
} from '../../scene/index.ts'
import { asTicks, frameTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { currentValue } from '../currentValue.ts'
import { editProperty, libraryIn, undrafted } from '../editProperty.ts'
import { bendOfMove } from '../frame/frameMove.ts'
import { placedElsewhere } from '../frame/placedElsewhere.ts'
import { clearAnimation } from '../keys/keys.ts'
import { travelKeys } from '../keys/travel.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn, sceneIn, type LayerRef, type MakeId } from '../refs.ts'
import { addLayer, readName } from './layers.ts'

/** From which end of its part of the frame each panel slides in: by turns, or all from the left or above, the right or below. */
export type PanelFrom = 'turns' | 'first' | 'last'

export interface Panels {
  /** Side by side, or one above another. */
  readonly stand: 'upright' | 'level'
  /** How far they lean, degrees clockwise; 0 where left out. */
  readonly slant?: number
  readonly from?: PanelFrom
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
/** Farther they do not lean, degrees. */
const STEEPEST = 60

/** One panel of a row: its part of the frame along the row, px of the stage. */
interface Part {
  readonly axis: 0 | 1
  readonly low: number
  readonly high: number
  /** How far along the row an edge goes on in a px across it. */
  readonly lean: number
}

/**
 * Splits the frame into panels, one a layer in their order from the top: each is cut off to its part of the frame where it
 * stands (by its crop; by a mask that travels along where panels lean), and slides in along its edges, all bent as one. Their
 * content does not move in the end.
 * @throws BadEdit for fewer than two, for what shows no picture, is turned, masked or placed by something else, for gaps that
 *   leave nothing, and for edges that lean too far
 */
export function splitIntoPanels(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  { stand, slant = 0, from = 'turns', gap, begin, length, stagger, bend: plain, makeId }: Panels,
): void {
  const { layers, size, rate } = undrafted<Scene>(sceneIn(draft, sceneId))
  const row = layers.filter(({ id }) => ids.includes(id))
  const axis = stand === 'upright' ? 0 : 1
  const wide = (size[axis] - gap * (row.length - 1)) / row.length
  checkRow(row, { gap, wide, slant, length })
  const bend = bendOfMove(draft, { name: 'Panels', bend: plain }, makeId)
  const lean = Math.tan((slant * Math.PI) / 180) * (axis === 0 ? -1 : 1)
  row.forEach((layer, i) => {
    const ref = { scene: sceneId, layer: layer.id }
    const start = asTicks(begin + Math.round(i * stagger) * frameTicks(rate))
    const times = [layerTicks(draft, ref, start), layerTicks(draft, ref, asTicks(start + length))] as const
    const standing = standingOf(draft, layer, times[1])
    const low = i * (wide + gap)
    const part = { axis, low, high: low + wide, lean } as const
    if (slant === 0) cropTo(draft, ref, { part, standing, begin })
    else {
      // The outermost reach over the corners of the frame.
      const beyond = 2 * Math.max(...size)
      const [first, last] = [i === 0 ? beyond : 0, i === row.length - 1 ? beyond : 0]
      const wider = { ...part, low: part.low - first, high: part.high + last }
      maskTo(draft, ref, { part: wider, standing, across: size[1 - axis]!, makeId })
    }
    const isFirst = from === 'turns' ? i % 2 === 0 : from === 'first'
    const away = (isFirst ? -1 : 1) * size[1 - axis]!
    const { place } = standing
    const outside: Vec2 =
      axis === 0 ? [place[0] + lean * away, place[1] + away] : [place[0] + away, place[1] + lean * away]
    clearAnimation(draft, { ...ref, property: 'position' }, begin)
    editProperty(draft, { ...ref, property: 'position' }, (given) => ({
      ...given,
      value: place,
      keys: travelKeys({ times, values: [outside, place], bend }, makeId),
    }))
  })
}

/** How a layer stands in the end. */
interface Standing {
  readonly place: Vec2
  /** Of what it shows, px. */
  readonly extent: Vec2
  /** A place of the stage in the layer's own coordinates. */
  readonly local: (stage: Vec2) => Vec2
}

function standingOf(draft: Draft<Project>, layer: Layer, time: Ticks): Standing {
  const library = libraryIn(draft)
  const now = (name: string) => currentValue(layer.properties[name]!, time, library)
  const [place, pivot, scale] = [now('position') as Vec2, now('pivot') as Vec2, now('scale') as Vec2]
  if ((now('turn') as number) % 360 !== 0 || !(scale[0] > 0 && scale[1] > 0))
    throw new BadEdit(`“${layer.name}” is turned or flipped, which a panel cannot be. Nothing was changed.`)
  const local = ([x, y]: Vec2): Vec2 => [
    pivot[0] + (x - place[0]) / (scale[0] / 100),
    pivot[1] + (y - place[1]) / (scale[1] / 100),
  ]
  return { place, local, extent: sizeOf(layer, undrafted<Project>(draft)) }
}

function cropTo(
  draft: Draft<Project>,
  ref: LayerRef,
  {
    part: { axis, low, high },
    standing: { extent, local },
    begin,
  }: { readonly part: Part; readonly standing: Standing; readonly begin: Ticks },
): void {
  /** A place of the frame as a share of the box, %. */
  const shareAt = (stage: number): number =>
    (100 * (local([stage, stage])[axis] + extent[axis] / 2)) / extent[axis]
  const cropped = [Math.max(0, shareAt(low)), Math.max(0, 100 - shareAt(high))]
  const sides = axis === 0 ? (['crop left', 'crop right'] as const) : (['crop top', 'crop bottom'] as const)
  sides.forEach((property, side) => {
    clearAnimation(draft, { ...ref, property }, begin)
    editProperty(draft, { ...ref, property }, (given) => ({
      ...given,
      value: Math.min(100, cropped[side]!),
    }))
  })
}

/** A layer of its own that travels along: a path round the panel, far beyond the frame at both its ends. */
function maskTo(
  draft: Draft<Project>,
  ref: LayerRef,
  {
    part: { axis, low, high, lean },
    standing: { local },
    across,
    makeId,
  }: { readonly part: Part; readonly standing: Standing; readonly across: number; readonly makeId: MakeId },
): void {
  const corner = (along: number, over: number): Vertex => {
    const shifted = along + lean * (over - across / 2)
    const at = local(axis === 0 ? [shifted, over] : [over, shifted])
    return { at, arrive: { angle: 0, length: 0 }, leave: { angle: 0, length: 0 }, corner: 0 }
  }
  const [near, far] = [-across, 2 * across]
  const scene = sceneIn(draft, ref.scene)
  const { name, span } = undrafted<Layer>(layerIn(draft, ref))
  const made = makeLayer({
    id: makeId(),
    name: readName(`${name.slice(0, 100)}, panel`),
    kind: 'path',
    parent: ref.layer,
    span,
    values: {
      outline: {
        closed: true,
        vertices: [corner(low, near), corner(high, near), corner(high, far), corner(low, far)],
      },
      fill: '#ffffff',
      'stroke width': 0,
    },
  })
  const at = scene.layers.findIndex(({ id }) => id === ref.layer)
  addLayer(draft, ref.scene, made, at)
  const layer = layerIn(draft, ref)
  layer.mask = { layer: made.id, follows: true }
}

interface Row {
  readonly gap: number
  /** px of the frame each has. */
  readonly wide: number
  readonly slant: number
  readonly length: number
}

function checkRow(row: readonly Layer[], { gap, wide, slant, length }: Row): void {
  if (row.length < 2)
    throw new BadEdit('Select two pictures or more to split the frame between them. Nothing was changed.')
  if (!(gap >= 0) || !(wide >= NARROWEST))
    throw new BadEdit('Gaps so wide leave nothing of the frame for the panels. Nothing was changed.')
  if (!(Math.abs(slant) <= STEEPEST))
    throw new BadEdit(`Panels lean by ${STEEPEST}° at most. Nothing was changed.`)
  if (!(length > 0)) throw new BadEdit('A panel slides in for a frame at least. Nothing was changed.')
  for (const layer of row) {
    checkPanel(layer)
    if (slant !== 0 && layer.mask)
      throw new BadEdit(`“${layer.name}” is seen through another layer already. Nothing was changed.`)
  }
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
