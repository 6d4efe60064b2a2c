import type { Draft } from 'immer'
import { compileBend, plainBend, type Bend, type BendLibrary } from '../../bend/index.ts'
import { shuffled } from '../../chance/index.ts'
import type { Vec2 } from '../../route/index.ts'
import type { Layer, Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { keyGroups, type KeyGrouping } from './alignKeys.ts'
import { BadEdit } from '../badEdit.ts'
import { currentValue } from '../currentValue.ts'
import { libraryIn, undrafted } from '../editProperty.ts'
import { moveKeys, type MoveReport } from './moveKeys.ts'
import { layerIn, type KeyRef } from '../refs.ts'
import { rangeOf } from './stretchKeys.ts'

/**
 * Which layer goes first: as they are listed (top first) or the other way, by where they stand on the stage at a
 * moment, or by chance, the same for the same seed.
 */
export type StaggerOrder =
  | { readonly by: 'list' }
  | { readonly by: 'reversed' }
  | { readonly by: 'x' | 'y'; readonly at: Ticks; readonly descending?: boolean }
  | { readonly by: 'near'; readonly at: Ticks; readonly point: Vec2 }
  | { readonly by: 'chance'; readonly seed: number }

/** How much later each is: by a time, or so that neighbours overlap by a share of the longest one's keys. */
export type StaggerStep = { readonly ticks: number } | { readonly overlapPercent: number }

export interface Stagger {
  readonly order: StaggerOrder
  readonly step: StaggerStep
  /** What is shifted as one: the keys of a layer, or those of each lane; lanes of a layer follow each other. */
  readonly by?: KeyGrouping
  /** How delays grow from the first to the last; evenly when left out. The last is as late as it would be then. */
  readonly along?: Bend
}

/**
 * Shifts the keys of layers one after another: the ith in the chosen order by i steps, or as a bend spreads those.
 * Spacing within each stays. Ties in the order go as the layers are listed.
 * @throws BadEdit for an overlap that is no percentage; BadTime beyond the 24 hours a document holds
 */
export function staggerKeys(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { order, step, by = 'layer', along }: Stagger,
): MoveReport {
  const [any] = refs
  if (!any) return { replaced: 0 }
  const groups = keyGroups(draft, refs, by)
  const layers = [...new Set(groups.map(([first]) => first!.layer))].map((layer) =>
    undrafted<Layer>(layerIn(draft, { scene: any.scene, layer })),
  )
  const ordered = staggerOrder(layers, order, libraryIn(draft)).flatMap(({ id }) =>
    groups.filter(([first]) => first!.layer === id),
  )
  const ticks = stepTicks(draft, step, groups)
  const last = ordered.length - 1
  const curve = along ? compileBend(plainBend(along, libraryIn(draft))) : null
  const delay = (i: number): number =>
    curve && last > 0 ? Math.round(curve.progress(i / last) * last * ticks) : i * ticks
  let replaced = 0
  ordered.forEach((group, i) => {
    replaced += moveKeys(draft, group, delay(i)).replaced
  })
  return { replaced }
}

function stepTicks(draft: Draft<Project>, step: StaggerStep, groups: readonly (readonly KeyRef[])[]): number {
  if ('ticks' in step) return Math.round(step.ticks)
  if (!(step.overlapPercent >= 0 && step.overlapPercent <= 100))
    throw new BadEdit('An overlap lies between 0 % and 100 %. Nothing was changed.')
  const lengths = groups.map((refs) => {
    const range = rangeOf(draft, refs)
    return range ? range[1] - range[0] : 0
  })
  return Math.round(Math.max(...lengths) * (1 - step.overlapPercent / 100))
}

/** Layers in the order they are to go. */
export function staggerOrder(layers: readonly Layer[], order: StaggerOrder, library: BendLibrary): Layer[] {
  if (order.by === 'list') return [...layers]
  if (order.by === 'reversed') return [...layers].reverse()
  if (order.by === 'chance') return shuffled(layers, order.seed)
  const placed = layers.map((layer) => ({ layer, rank: rankOf(placeOf(layer, order.at, library), order) }))
  return placed.sort((a, b) => a.rank - b.rank).map(({ layer }) => layer)
}

type PlacedOrder = Extract<StaggerOrder, { at: Ticks }>

function rankOf([x, y]: Vec2, order: PlacedOrder): number {
  if (order.by === 'near') return Math.hypot(x - order.point[0], y - order.point[1])
  return (order.by === 'x' ? x : y) * (order.descending ? -1 : 1)
}

function placeOf({ properties }: Layer, time: Ticks, library: BendLibrary): Vec2 {
  const value = (name: string): unknown => currentValue(properties[name]!, time, library)
  if (!properties['position']!.split) return value('position') as Vec2
  return [value('position x') as number, value('position y') as number]
}
