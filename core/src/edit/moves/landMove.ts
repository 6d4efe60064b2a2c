import type { Draft } from 'immer'
import type { MoveDistance, MoveSettings, ReadyMove } from '../../moves/index.ts'
import type { Bounds, Layer, Parts, Project } from '../../scene/index.ts'
import { asTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, libraryIn, undrafted } from '../editProperty.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn, sceneBefore, sceneIn, type KeyRef, type LayerRef, type MakeId } from '../refs.ts'
import { staggerOrder, type StaggerOrder } from '../timing/stagger.ts'
import { distanceOf } from './moveDistance.ts'
import { movedTracks } from './movedTracks.ts'

/** When a move comes: from the playhead on, or with the first or the last moment of each layer. */
export type MoveMoment = { readonly from: Ticks } | 'start' | 'end'

export interface LandMove {
  readonly move: ReadyMove
  /** How far it goes is worked out for each layer. */
  readonly settings: Omit<MoveSettings, 'distance'>
  readonly distance: MoveDistance
  /** How long it takes, ticks, > 0. */
  readonly length: Ticks
  readonly moment: MoveMoment
  /** How much later each layer is than the one before it, ticks; in which order. What a camera does comes to all at once. */
  readonly stagger: Ticks
  readonly order: StaggerOrder
  /** Whether texts move as a whole or part by part, and how much later each part is, seconds; whole when left out. */
  readonly by?: { readonly parts: Parts; readonly delay: number }
  /** The box a layer is seen in at a moment, px of the stage; null where it is not seen. */
  readonly boxOf: (layer: string, time: Ticks) => Bounds | null
  readonly makeId: MakeId
}

export interface LandedMove {
  readonly keys: readonly KeyRef[]
  /** Keys that stood where the move is now. */
  readonly replaced: number
  /** First and last moment of all of it. */
  readonly range: readonly [from: Ticks, to: Ticks]
}

/**
 * Puts a ready move on layers as ordinary keys: where the move is at rest, each is as it was. Keys of the same
 * properties that stand within its time are replaced; motion before and after it stays, but for the way to it.
 * @throws BadEdit without layers, for no time, and for layers that are locked, do not have what the move is of, or move by
 *   other parts
 */
export function landMove(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  options: LandMove,
): LandedMove {
  const { move, length, order } = options
  const stagger = move.role === 'camera' ? 0 : options.stagger
  if (ids.length === 0) throw new BadEdit('Select a layer first. Nothing was changed.')
  if (!(length > 0)) throw new BadEdit('A move takes some time. Nothing was changed.')
  const moved = move.role === 'camera' ? withoutRiders(draft, sceneId, ids) : ids
  const layers = staggerOrder(
    moved.map((layer) => undrafted<Layer>(layerIn(draft, { scene: sceneId, layer }))),
    order,
    libraryIn(draft),
  )
  const last = (layers.length - 1) * stagger
  const keys: KeyRef[] = []
  let replaced = 0
  const range: [number, number] = [Infinity, -Infinity]
  layers.forEach((layer, i) => {
    const from = asTicks(
      Math.max(0, beginOf(layer, options) + i * stagger - (options.moment === 'end' ? last : 0)),
    )
    const landed = landOn(draft, { scene: sceneId, layer: layer.id }, from, options)
    keys.push(...landed.keys)
    replaced += landed.replaced
    range[0] = Math.min(range[0], from)
    range[1] = Math.max(range[1], from + length)
  })
  return { keys, replaced, range: [asTicks(range[0]), asTicks(range[1])] }
}

function beginOf({ span }: Layer, { moment, length }: LandMove): number {
  if (moment === 'start') return span[0]
  return moment === 'end' ? span[1] - length : moment.from
}

/** Layers none of which rides on another of them. */
function withoutRiders(draft: Draft<Project>, sceneId: string, ids: readonly string[]): readonly string[] {
  const parents = new Map(sceneBefore(draft, sceneId).layers.map(({ id, parent }) => [id, parent]))
  const chosen = new Set(ids)
  const rides = (id: string): boolean => {
    const parent = parents.get(id) ?? null
    return parent !== null && (chosen.has(parent) || rides(parent))
  }
  return ids.filter((id) => !rides(id))
}

function landOn(
  draft: Draft<Project>,
  ref: LayerRef,
  from: Ticks,
  options: LandMove,
): Pick<LandedMove, 'keys' | 'replaced'> {
  const { move, settings, length, makeId } = options
  const to = asTicks(from + length)
  const layer = undrafted<Layer>(layerIn(draft, ref))
  const by = layer.kind === 'text' && move.role !== 'camera' ? options.by : undefined
  const rest = move.rest === 'end' ? to : from
  const scene = undrafted<Project['scenes'][number]>(sceneIn(draft, ref.scene))
  const distance = distanceOf(options.distance, {
    direction: settings.direction,
    frame: scene.size,
    arrives: move.rest === 'end',
    box: options.distance === 'outside' ? options.boxOf(layer.id, rest) : null,
  })
  const times = [layerTicks(draft, ref, from), layerTicks(draft, ref, to)] as const
  if (!(times[1] > times[0]))
    throw new BadEdit(`“${layer.name}” stands still in its own time then. Nothing was changed.`)
  if (by && by.parts !== 'whole') moveByParts(draft, ref, layer, by)
  const changes = movedTracks({
    scene,
    layer,
    library: libraryIn(draft),
    tracks: move.tracks({ ...settings, distance }),
    rest: move.rest,
    byParts: by !== undefined && by.parts !== 'whole',
    times,
    sceneTime: rest,
    makeId,
  })
  if (changes.length === 0)
    throw new BadEdit(`“${layer.name}” has nothing that “${move.name}” moves. Nothing was changed.`)
  const keys: KeyRef[] = []
  let replaced = 0
  for (const { property, change } of changes) {
    const to = { ...ref, property }
    editProperty(draft, to, (given, library) => {
      const changed = change(given, library)
      keys.push(...changed.made.map((key) => ({ ...to, key })))
      replaced += changed.replaced
      return changed.property
    })
  }
  return { keys, replaced }
}

/** Has a text move by its parts, unless other parts of it move already. */
function moveByParts(
  draft: Draft<Project>,
  ref: LayerRef,
  { name, properties }: Layer,
  { parts, delay }: NonNullable<LandMove['by']>,
): void {
  const now = properties['parts']!
  if (now.keys.length > 0 || (now.value !== 'whole' && now.value !== parts))
    throw new BadEdit(`“${name}” moves by other parts already. Nothing was changed.`)
  editProperty(draft, { ...ref, property: 'parts' }, (given) => ({ ...given, value: parts }))
  editProperty(draft, { ...ref, property: 'part delay' }, (given) =>
    given.keys.length > 0 ? given : { ...given, value: delay },
  )
}
