import type { Draft } from 'immer'
import type { Bend, BendLibrary, PlainBend } from '../../bend/index.ts'
import type { Key, Property, Value } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import {
  distinctName,
  framedAs,
  framingOf,
  layerById,
  ownMatrixAt,
  restingPoint,
  type FramedAs,
  type Framing,
  type Layer,
  type NamedBend,
  type Project,
  type Scene,
} from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { addNamedBend } from '../bends/libraryEdits.ts'
import { setNamedBend } from '../bends/namedBends.ts'
import { placedElsewhere } from './placedElsewhere.ts'
import { clearAnimation } from '../keys/keys.ts'
import { editProperty, libraryIn, undrafted } from '../editProperty.ts'
import { layerIn, sceneIn, type MakeId, type PropertyRef } from '../refs.ts'

/** What the frame shows at a moment of its move. */
export interface FrameStop {
  readonly t: Ticks
  readonly framing: Framing
}

/** A move of the frame over a still. */
export interface FrameMove {
  /** Two at least, in their order in time. */
  readonly stops: readonly FrameStop[]
  /** One for all that moves, so that the move never swings. */
  readonly bend: Bend
}

/** How far off a pivot may lie, in widths of the wider framing. */
const FARTHEST = 4

/**
 * Moves the frame over a still: keys at the same moments with the same bend, in place of those that were there, and scale by
 * equal ratios. From one framing to another position and scale have them, about the point that both have at one place of the
 * frame. Over more than two there is no such point: there the pivot goes straight from middle to middle and stays in the
 * frame's, so that no bare edge shows between level framings that show none (a width by equal ratios is never above its chord).
 * Turn has keys where a framing is turned.
 * @throws BadEdit for a layer that something else places, for no time, and for a framing of nothing
 */
export function setFrameMove(
  draft: Draft<Project>,
  ref: Pick<PropertyRef, 'scene' | 'layer'>,
  { stops, bend }: FrameMove,
  makeId: MakeId,
): void {
  const trouble = placedElsewhere(undrafted<Layer>(layerIn(draft, ref)))
  if (trouble) throw new BadEdit(`${trouble} Nothing was changed.`)
  if (stops.length < 2 || stops.some(({ t }, i) => i > 0 && !(t > stops[i - 1]!.t)))
    throw new BadEdit('A frame move has to last at least a frame from stop to stop. Nothing was changed.')
  for (const { centre, width, turn } of stops.map(({ framing }) => framing))
    if (![...centre, width, turn].every(Number.isFinite) || !(width > 0))
      throw new BadEdit('A frame has to show something of the still. Nothing was changed.')
  const frame = undrafted<Scene>(sceneIn(draft, ref.scene)).size
  clearAnimation(draft, { ...ref, property: 'pivot' }, stops[0]!.t)
  const still = undrafted<Property>(layerIn(draft, ref).properties['pivot']).value as Vec2
  const pivots = pivotsOf(stops, frame, still)
  const framed = stops.map(({ framing }, i): FramedAs => framedAs(framing, frame, pivots[i]!))
  const goesOn = stops.length > 2
  const turned = framed.some(({ turn }) => turn !== 0)
  const lanes: readonly [name: string, values: readonly Value[], isKeyed: boolean][] = [
    ['pivot', pivots, goesOn],
    ['position', framed.map(({ position }) => position), !goesOn],
    ['scale', framed.map(({ scale }) => [scale, scale]), true],
    ['turn', framed.map(({ turn }) => turn), turned],
  ]
  const times = stops.map(({ t }) => t)
  for (const [name, values, isKeyed] of lanes)
    editProperty(draft, { ...ref, property: name }, (property): Property => ({
      ...property,
      ...(name === 'scale' ? { mix: 'geometric' as const } : {}),
      value: values[0]!,
      keys: isKeyed ? times.map((t, i) => keyAt(property, t, values[i]!, bend, makeId)) : [],
    }))
}

/** Where the pivot is at each stop, in the still's coordinates. @param still where it is, which does where there is no better */
function pivotsOf(stops: readonly FrameStop[], frame: Vec2, still: Vec2): readonly Vec2[] {
  if (stops.length > 2) return stops.map(({ framing }) => framing.centre)
  const [first, last] = [stops[0]!.framing, stops[1]!.framing]
  const pivot = restingPoint(first, last, frame, FARTHEST * Math.max(first.width, last.width)) ?? still
  return [pivot, pivot]
}

/** A key at a moment; the one that stood there keeps its name. */
function keyAt(property: Property, t: Ticks, value: Value, bend: Bend, makeId: MakeId): Key {
  const before = property.keys.find((key) => key.t === t)
  return { id: before?.id ?? makeId(), t, value, bend, through: 'corner' }
}

/**
 * The frame move a layer's keys make: the moments of its scale, at which position has keys, or pivot where there are more than
 * two, and turn if it moves.
 * @returns null for a layer that moves otherwise, or not at all
 */
export function frameMoveOf(scene: Scene, layerId: string, library: BendLibrary): FrameMove | null {
  const layer = layerById(scene, layerId)
  if (!layer || layer.parent !== null || layer.properties['position']?.split) return null
  const { pivot, position, scale, turn } = layer.properties
  if (!pivot || !position || !scale || !turn || scale.keys.length < 2) return null
  const [moved, stays] = scale.keys.length > 2 ? [pivot, position] : [position, pivot]
  if (stays.keys.length > 0) return null
  const times = scale.keys.map(({ t }) => t)
  const keepsTime = ({ keys }: Property): boolean =>
    keys.length === times.length && keys.every(({ t, timeless }, i) => t === times[i] && !timeless)
  if (!keepsTime(moved) || !(turn.keys.length === 0 || keepsTime(turn))) return null
  const stops = times.flatMap((t): FrameStop[] => {
    const framing = framingOf(ownMatrixAt(scene, layerId, t, library), scene.size)
    return framing ? [{ t, framing }] : []
  })
  return stops.length === times.length ? { stops, bend: scale.keys[0]!.bend } : null
}

/** A bend of the project's own that all lanes of a new move are linked to. */
export function bendOfMove(
  draft: Draft<Project>,
  { name, bend }: Pick<NamedBend, 'name' | 'bend'>,
  makeId: MakeId,
): Bend {
  const names = draft.bends.map((one) => one.name)
  return { kind: 'linked', bendId: addNamedBend(draft, { name: distinctName(name, names), bend }, makeId) }
}

/**
 * Gives a frame move another bend: the library's changes where it is linked to one, with all that follow it.
 * @throws BadEdit where the layer's keys make no frame move
 */
export function setMoveBend(
  draft: Draft<Project>,
  ref: Pick<PropertyRef, 'scene' | 'layer'>,
  bend: PlainBend,
  makeId: MakeId,
): void {
  const move = frameMoveOf(undrafted<Scene>(sceneIn(draft, ref.scene)), ref.layer, libraryIn(draft))
  if (!move) throw new BadEdit('That layer has no frame move. Nothing was changed.')
  if (move.bend.kind === 'linked') setNamedBend(draft, move.bend.bendId, bend)
  else setFrameMove(draft, ref, { ...move, bend }, makeId)
}
