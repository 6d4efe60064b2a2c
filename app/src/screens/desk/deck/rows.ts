import { isMoving, type Property } from '@arrow-bend/core/property'
import {
  listedProperties,
  setsOf,
  vertexPartOf,
  vertexPartsIn,
  type Layer,
  type PropertyDefinition,
  type PropertySet,
  type Scene,
} from '@arrow-bend/core/scene'
import { setName } from '../../../session/view/rowList.ts'
import type { ChosenVertices } from '../../../session/selection/chosenVertices.ts'

/** A property as listed under its layer. */
export interface PropertyRow {
  readonly kind: 'property'
  readonly id: string
  readonly layer: Layer
  readonly definition: PropertyDefinition
  readonly property: Property
}

/** A layer; folded with exactly one animated property it shows that lane itself. */
export interface LayerRow {
  readonly kind: 'layer'
  readonly id: string
  readonly layer: Layer
  readonly animated: number
  readonly folded: boolean
  readonly foldable: boolean
  readonly lane: PropertyRow | null
  /** How many listed groups it lies in. */
  readonly depth: number
}

export type Row = LayerRow | PropertyRow

export interface RowOptions {
  /** `animated` leaves out what has no keys, `selected` what is not selected. */
  readonly filter: 'animated' | 'all' | 'selected'
  /** Ids of the layers `selected` lists. */
  readonly chosen?: ReadonlySet<string>
  /** An order of the person’s own, by layer. */
  readonly order?: ReadonlyMap<string, readonly string[]>
  readonly folded: ReadonlySet<string>
  /** Part of a layer's or property's name, any case, or a label. */
  readonly search: string
  /** Layers kept in the list of what is animated: selected ones, and those that are new. */
  readonly keep: ReadonlySet<string>
  /** Layers that list all their properties whatever the filter. */
  readonly full: ReadonlySet<string>
  /** Sets of quiet properties that layers list, as `setName` says them. */
  readonly sets?: ReadonlySet<string>
  /** Vertices whose lanes are listed though those of their outline are folded; null for none. */
  readonly vertices?: ChosenVertices | null
}

/** The rows of the deck, top layer first. */
export function buildRows(scene: Scene, options: RowOptions): Row[] {
  const { filter, folded, search, keep, full, chosen, order, sets } = options
  const wanted = search.trim().toLowerCase()
  const rows = scene.layers.flatMap((layer): Row[] => {
    if (filter === 'selected' && !chosen?.has(layer.id)) return []
    const asked = setsAsked(layer, sets)
    const all = inOrder(propertyRows(layer, asked), order?.get(layer.id))
    const animated = all.filter(({ property }) => isMoving(property))
    const moving = all.filter(
      ({ property, definition: { set } }) =>
        isMoving(property) || movesByParts(layer, property) || (set !== undefined && asked.has(set)),
    )
    const named = layer.name.toLowerCase().includes(wanted) || (wanted !== '' && layer.label === wanted)
    const matching = (list: readonly PropertyRow[]): readonly PropertyRow[] =>
      named ? list : list.filter(({ definition }) => definition.label.toLowerCase().includes(wanted))
    const whole = full.has(layer.id) || (keep.has(layer.id) && animated.length === 0)
    const listed = filter === 'all' || whole ? all : moving
    const shown = matching(listed)
    if (wanted && !named && shown.length === 0) return []
    if (!wanted && filter === 'animated' && animated.length === 0 && !keep.has(layer.id) && !whole) return []
    // What is searched for is shown, though it lies in a fold.
    const isFound = wanted !== '' && !named
    const startsOpen = whole || asked.size > 0
    const isFolded = !isFound && folded.has(layer.id) !== (!startsOpen && startsFolded(layer, filter))
    const row: LayerRow = {
      kind: 'layer',
      id: layer.id,
      layer,
      animated: animated.length,
      folded: isFolded,
      foldable: shown.length > 0,
      lane: isFolded && animated.length === 1 ? animated[0]! : null,
      depth: 0,
    }
    return isFolded ? [row] : [row, ...(isFound ? shown : shown.filter((one) => !isFoldedPart(one, options)))]
  })
  return withDepths(rows)
}

/**
 * The same rows showing what is only being tried: none comes or goes before anything is changed.
 * @param rows of the scene as it is
 * @param tried the scene as it would be
 */
export function triedRows(rows: readonly Row[], tried: Scene): Row[] {
  const layers = new Map(tried.layers.map((layer) => [layer.id, layer]))
  const triedLane = (row: PropertyRow, layer: Layer): PropertyRow => {
    const property = layer.properties[row.definition.name]
    return property ? { ...row, layer, property } : row
  }
  return rows.map((row): Row => {
    const layer = layers.get(row.layer.id)
    if (!layer || layer === row.layer) return row
    if (row.kind === 'property') return triedLane(row, layer)
    return { ...row, layer, lane: row.lane && triedLane(row.lane, layer) }
  })
}

/** Whether it is an outline whose vertices move by themselves. */
const movesByParts = ({ properties }: Layer, { kind, split }: Property): boolean =>
  kind === 'outline' && split === true && vertexPartsIn(properties).length > 0

/** Whether a row lies folded under its outline's, which starts so. */
function isFoldedPart({ layer, definition }: PropertyRow, { folded, vertices }: RowOptions): boolean {
  const part = vertexPartOf(definition.name)
  if (!part || folded.has(partsFold(layer.id))) return false
  return vertices?.layer !== layer.id || !vertices.which.has(part.vertex)
}

/** The fold of what moves a layer's vertices, among folds: named when it is open. */
export const partsFold = (layer: string): string => `${layer}/outline`

/** Whether a layer starts folded: where it would list everything, or has but one lane to show. */
function startsFolded(layer: Layer, filter: RowOptions['filter']): boolean {
  if (filter === 'all') return true
  return propertyRows(layer, NO_SETS).filter(({ property }) => isMoving(property)).length === 1
}

/** Rows of one layer in an order of the person’s own; those not named come after, as they are. */
function inOrder(rows: readonly PropertyRow[], names: readonly string[] | undefined): readonly PropertyRow[] {
  if (!names) return rows
  const placeOf = ({ definition }: PropertyRow): number => {
    const at = names.indexOf(definition.name)
    return at < 0 ? names.length : at
  }
  return [...rows].sort((a, b) => placeOf(a) - placeOf(b))
}

/** Sets layers in under the groups they lie in, as far as those are listed. */
function withDepths(rows: readonly Row[]): Row[] {
  const groups = new Map(
    rows.flatMap((row) =>
      row.kind === 'layer' && row.layer.kind === 'group' ? [[row.layer.id, row.layer.parent]] : [],
    ),
  )
  const depthOf = (parent: string | null): number =>
    parent !== null && groups.has(parent) ? 1 + depthOf(groups.get(parent)!) : 0
  return rows.map((row) =>
    row.kind === 'layer' ? sharedRow({ ...row, depth: depthOf(row.layer.parent) }) : row,
  )
}

const NO_SETS: ReadonlySet<PropertySet> = new Set()

function setsAsked({ id, kind }: Layer, sets: ReadonlySet<string> | undefined): ReadonlySet<PropertySet> {
  if (!sets || sets.size === 0) return NO_SETS
  return new Set(setsOf(kind).filter((set) => sets.has(setName(id, set))))
}

const ROWS = new WeakMap<Layer, Map<string, readonly PropertyRow[]>>()
const LAYER_ROWS = new WeakMap<Layer, LayerRow>()

/** The same rows for the same layer, so that views of what did not change rest. */
function propertyRows(layer: Layer, sets: ReadonlySet<PropertySet>): readonly PropertyRow[] {
  let bySets = ROWS.get(layer)
  if (!bySets) ROWS.set(layer, (bySets = new Map<string, readonly PropertyRow[]>()))
  const which = [...sets].join(' ')
  const known = bySets.get(which)
  if (known) return known
  const others = [...bySets.values()].flat()
  const made = listedProperties(layer, sets).map(
    (definition) =>
      others.find((row) => row.definition.name === definition.name) ?? propertyRow(layer, definition),
  )
  bySets.set(which, made)
  return made
}

/** The row handed out last for this layer when it says the same. */
function sharedRow(row: LayerRow): LayerRow {
  const known = LAYER_ROWS.get(row.layer)
  const same =
    known?.folded === row.folded &&
    known.foldable === row.foldable &&
    known.lane === row.lane &&
    known.depth === row.depth
  if (known && same) return known
  LAYER_ROWS.set(row.layer, row)
  return row
}

function propertyRow(layer: Layer, definition: PropertyDefinition): PropertyRow {
  const { name } = definition
  return { kind: 'property', id: `${layer.id}/${name}`, layer, definition, property: layer.properties[name]! }
}

/** The lane a row shows; null for a layer without one. */
export const laneOf = (row: Row): PropertyRow | null => (row.kind === 'property' ? row : row.lane)

/** How far each row stands from the first, px, and after the last the height of all. */
export function topsOf(rows: readonly Row[], heightOf: (row: Row) => number): number[] {
  const tops = [0]
  for (const row of rows) tops.push(tops[tops.length - 1]! + heightOf(row))
  return tops
}

/** The lanes of rows, with the index of the row each stands in. */
export function lanesOf(rows: readonly Row[]): { readonly row: number; readonly lane: PropertyRow }[] {
  return rows.flatMap((row, i) => {
    const lane = laneOf(row)
    return lane ? [{ row: i, lane }] : []
  })
}
