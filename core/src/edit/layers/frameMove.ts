import type { Draft } from 'immer'
import type { Bend, BendLibrary } from '../../bend/index.ts'
import type { Key, Property, Value } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import {
  framedAs,
  framingOf,
  layerById,
  ownMatrixAt,
  restingPoint,
  type Framing,
  type Layer,
  type Project,
  type Scene,
} from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { placedElsewhere } from './placedElsewhere.ts'
import { clearAnimation } from '../keys/keys.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import { layerIn, sceneIn, type MakeId, type PropertyRef } from '../refs.ts'

/** A move of the frame over a still. */
export interface FrameMove {
  readonly first: Framing
  readonly last: Framing
  readonly from: Ticks
  readonly to: Ticks
  /** One for all that moves, so that the move never swings. */
  readonly bend: Bend
}

/** What a frame move is keys of. */
const MOVED = ['position', 'scale', 'turn'] as const
/** How far off a pivot may lie, in widths of the wider framing. */
const FARTHEST = 4

/**
 * Moves the frame over a still: keys of position, scale and, where a rectangle is turned, turn at the same two moments with the
 * same bend, in place of those that were there. Scale goes by equal ratios about the point that both framings have at one
 * place of the frame, which becomes the pivot.
 * @throws BadEdit for a layer that something else places, for no time, and for a framing of nothing
 */
export function setFrameMove(
  draft: Draft<Project>,
  ref: Pick<PropertyRef, 'scene' | 'layer'>,
  { first, last, from, to, bend }: FrameMove,
  makeId: MakeId,
): void {
  const trouble = placedElsewhere(undrafted<Layer>(layerIn(draft, ref)))
  if (trouble) throw new BadEdit(`${trouble} Nothing was changed.`)
  if (!(to > from)) throw new BadEdit('A frame move has to last at least a frame. Nothing was changed.')
  for (const { centre, width, turn } of [first, last])
    if (![...centre, width, turn].every(Number.isFinite) || !(width > 0))
      throw new BadEdit('A frame has to show something of the still. Nothing was changed.')
  const frame = undrafted<Scene>(sceneIn(draft, ref.scene)).size
  const pivotRef = { ...ref, property: 'pivot' }
  clearAnimation(draft, pivotRef, from)
  const farthest = FARTHEST * Math.max(first.width, last.width)
  const resting = restingPoint(first, last, frame, farthest)
  if (resting) editProperty(draft, pivotRef, (property) => ({ ...property, value: [...resting] as Vec2 }))
  const pivot = undrafted<Property>(layerIn(draft, ref).properties['pivot']).value as Vec2
  const [start, end] = [framedAs(first, frame, pivot), framedAs(last, frame, pivot)]
  const turned = start.turn !== 0 || end.turn !== 0
  const values: Record<(typeof MOVED)[number], readonly [Value, Value]> = {
    position: [start.position, end.position],
    scale: [
      [start.scale, start.scale],
      [end.scale, end.scale],
    ],
    turn: [start.turn, end.turn],
  }
  for (const name of MOVED) {
    const pair = values[name]
    const isKeyed = name !== 'turn' || turned
    editProperty(draft, { ...ref, property: name }, (property): Property => ({
      ...property,
      ...(name === 'scale' ? { mix: 'geometric' as const } : {}),
      value: pair[0],
      keys: isKeyed ? pair.map((value, i) => keyAt(property, [from, to][i]!, value, bend, makeId)) : [],
    }))
  }
}

/** A key at a moment; the one that stood there keeps its name. */
function keyAt(property: Property, t: Ticks, value: Value, bend: Bend, makeId: MakeId): Key {
  const before = property.keys.find((key) => key.t === t)
  return { id: before?.id ?? makeId(), t, value, bend, through: 'corner' }
}

/**
 * The frame move a layer's keys make: two moments, each with keys of position and scale, and of turn if it moves.
 * @returns null for a layer that moves otherwise, or not at all
 */
export function frameMoveOf(scene: Scene, layerId: string, library: BendLibrary): FrameMove | null {
  const layer = layerById(scene, layerId)
  if (!layer || layer.parent !== null || layer.properties['position']?.split) return null
  const moved = MOVED.flatMap((name) => layer.properties[name] ?? [])
  const [position, scale, turn] = moved
  if (!position || !scale || !turn || position.keys.length !== 2 || scale.keys.length !== 2) return null
  if (turn.keys.length !== 0 && turn.keys.length !== 2) return null
  const [from, to] = position.keys.map(({ t }) => t)
  if (moved.some(({ keys }) => keys.length > 0 && (keys[0]!.t !== from || keys[1]!.t !== to))) return null
  if (position.keys.some((key) => key.timeless)) return null
  const bend = position.keys[0]!.bend
  const at = (time: Ticks): Framing | null =>
    framingOf(ownMatrixAt(scene, layerId, time, library), scene.size)
  const [first, last] = [at(from!), at(to!)]
  return first && last && { first, last, from: from!, to: to!, bend }
}
