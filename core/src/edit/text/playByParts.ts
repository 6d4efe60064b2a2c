import type { Draft } from 'immer'
import type { PlainBend } from '../../bend/index.ts'
import type { Key, Property, Value } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import {
  applyMatrix,
  identityMatrix,
  invertMatrix,
  transformInto,
  type Layer,
  type Matrix,
  type Parts,
  type Project,
} from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import { restingValue } from '../keys/restingValue.ts'
import { layerIn, type LayerRef } from '../refs.ts'

/** What became of the keys of a text whose parts move by themselves now, or do so no more: names of properties. */
export interface PlayedByParts {
  /** Their keys are played by the other now. */
  readonly moved: readonly string[]
  /** Their keys stay where they were: the other could not play them the same. */
  readonly kept: readonly string[]
}

/** What the whole moves by, and what its parts do. */
const PAIRS = [
  ['opacity', 'part opacity'],
  ['turn', 'part turn'],
  ['scale', 'part scale'],
  ['position', 'part offset'],
] as const

/**
 * Has a text play its keys letter by letter, word by word or line by line, or as a whole again. What moves the whole
 * moves its parts from then on, and the other way round; what it comes to in the end stays as it is seen.
 * @throws BadEdit for a layer that is locked or no text
 */
export function playByParts(draft: Draft<Project>, ref: LayerRef, by: Parts): PlayedByParts {
  const layer = undrafted<Layer>(layerIn(draft, ref))
  if (layer.kind !== 'text') throw new BadEdit(`“${layer.name}” is no text. Nothing was changed.`)
  const before = layer.properties['parts']!
  editProperty(draft, { ...ref, property: 'parts' }, (property) => ({ ...property, value: by, keys: [] }))
  const wasWhole = before.value === 'whole' && before.keys.length === 0
  const [moved, kept]: [string[], string[]] = [[], []]
  if (wasWhole === (by === 'whole')) return { moved, kept }
  const ground = restingMatrix(layer)
  for (const [whole, part] of PAIRS) {
    const [from, to] = wasWhole ? [whole, part] : [part, whole]
    const properties = { from: layer.properties[from]!, to: layer.properties[to]! }
    if (properties.from.keys.length === 0) continue
    const handed = handOver(layer, { name: whole, toParts: wasWhole, ground, ...properties })
    if (!handed) {
      kept.push(from)
      continue
    }
    editProperty(draft, { ...ref, property: from }, () => handed.left)
    editProperty(draft, { ...ref, property: to }, () => handed.given)
    moved.push(from)
  }
  return { moved, kept }
}

/** How the delays with which the parts of a text move grow from the first to the last. @param bend null for evenly */
export function setPartBend(draft: Draft<Project>, ref: LayerRef, bend: PlainBend | null): void {
  const layer = layerIn(draft, ref)
  if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
  if (layer.kind !== 'text') throw new BadEdit(`“${layer.name}” is no text. Nothing was changed.`)
  if (bend) layer.partBend = bend as Draft<PlainBend>
  else delete layer.partBend
}

interface HandOver {
  readonly name: (typeof PAIRS)[number][0]
  readonly toParts: boolean
  readonly ground: Matrix
  readonly from: Property
  readonly to: Property
}

/** What is left of a property whose keys another plays, and that other; null where it could not play them the same. */
function handOver(
  layer: Layer,
  { name, toParts, ground, from, to }: HandOver,
): { readonly left: Property; readonly given: Property } | null {
  if (to.keys.length > 0) return null
  const rest = restingValue(from)
  const change = changeOf(name, { toParts, rest, base: to.value, ground })
  if (!change || (name === 'position' && !isPlainWay(layer, from))) return null
  if (change.scales && from.keys.some(hasLift)) return null
  const keys = from.keys.map((key): Key => {
    const made: { -readonly [K in keyof Key]: Key[K] } = { ...key, value: change.value(key.value) }
    delete made.route
    return made
  })
  return {
    left: { ...from, value: change.left, keys: [] },
    given: { ...from, kind: to.kind, value: change.value(rest), keys },
  }
}

interface Change {
  readonly value: (value: Value) => Value
  /** What the property is without its keys. */
  readonly left: Value
  /** Whether values are stretched: bumps would have to be, too. */
  readonly scales: boolean
}

function changeOf(
  name: HandOver['name'],
  {
    toParts,
    rest,
    base,
    ground,
  }: { readonly toParts: boolean; readonly rest: Value; readonly base: Value; readonly ground: Matrix },
): Change | null {
  if (name === 'opacity') return { value: (value) => value, left: 100, scales: false }
  if (name === 'turn') return { value: (value) => value, left: 0, scales: false }
  if (name === 'scale') {
    // The whole keeps the size it comes to, so that its letters stay as far apart; one that comes to nothing keeps its own.
    const size = (toParts ? rest : base) as Vec2
    const full = size.map((part) => (part === 0 ? 100 : part)) as unknown as Vec2
    const by = toParts ? full.map((part) => 100 / part) : full.map((part) => part / 100)
    return {
      value: (value) => (value as Vec2).map((part, i) => part * by[i]!) as unknown as Vec2,
      left: toParts ? full : [100, 100],
      scales: by.some((one) => one !== 1),
    }
  }
  const map = toParts ? invertMatrix(ground) : ground
  if (!map) return null
  const place = (toParts ? rest : base) as Vec2
  const linear = Float64Array.of(map[0]!, map[1]!, map[2]!, map[3]!, 0, 0)
  return {
    value: (value) => {
      const [x, y] = value as Vec2
      if (toParts) return applyMatrix(linear, x - place[0], y - place[1])
      const [dx, dy] = applyMatrix(linear, x, y)
      return [place[0] + dx, place[1] + dy]
    },
    left: toParts ? place : [0, 0],
    scales: true,
  }
}

/** The turn and size the whole comes to, in which its parts move. */
function restingMatrix({ properties }: Layer): Matrix {
  const matrix = identityMatrix()
  const scale = restingValue(properties['scale']!) as Vec2
  transformInto(matrix, {
    position: [0, 0],
    pivot: [0, 0],
    scale: scale.map((part) => (part === 0 ? 100 : part)),
    turnDegrees: properties['turn']!.keys.length > 0 ? 0 : (properties['turn']!.value as number),
  })
  return matrix
}

/** Whether X and Y of a position's keys play the same as the place does: straight, each stretch by its own bend. */
function isPlainWay(layer: Layer, { keys, split }: Property): boolean {
  if (split || layer.turnAlongRoute !== undefined) return false
  const isStraight = ({ route, timeless }: Key): boolean =>
    !timeless && (!route || [...route.arrive, ...route.leave].every((part) => part === 0))
  return keys.every(isStraight) && (keys.length <= 2 || keys.every(({ through }) => through !== 'smooth'))
}

const hasLift = ({ bend }: Key): boolean =>
  bend.kind === 'handles' && (bend.leave.lift !== undefined || bend.arrive.lift !== undefined)
