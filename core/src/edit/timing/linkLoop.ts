import type { Draft } from 'immer'
import type { Vec2 } from '../../route/index.ts'
import type { Property, Value } from '../../property/index.ts'
import {
  applyMatrix,
  identityMatrix,
  isCopied,
  LIMITS,
  transformInto,
  type Layer,
  type Project,
} from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import { addKeys } from '../keys/setKeys.ts'
import { setRules } from '../keys/through.ts'
import { layerIn, type MakeId } from '../refs.ts'

export interface LinkLoop {
  /** 1: each copy comes to where the next one was; −1: to where the one before was, as in a zoom into a chain. */
  readonly way: 1 | -1
  readonly from: Ticks
  /** The frame after the last. */
  readonly to: Ticks
  readonly makeId: MakeId
}

/** What has to stand still for one link to be the same at every moment. */
const STILL = [
  'position',
  'pivot',
  'scale',
  'turn',
  'copy offset',
  'copy turn',
  'copy scale',
  'copy delay',
] as const

/**
 * Whether a layer's chain of copies can go on by one link for ever: it repeats itself, and nothing of how it lies is
 * animated, late, or scaled unevenly where copies are turned.
 */
export function goesByLinks({ properties }: Layer): boolean {
  const stands = STILL.every((name) => properties[name]!.keys.length === 0) && !properties['position']!.split
  if (!isCopied({ properties }) || !stands || properties['copy delay']!.value !== 0) return false
  const [x, y] = properties['scale']!.value as Vec2
  const isTurned = (properties['copy turn']!.value as number) % 360 !== 0
  const { turn, ratio, offset } = stepOf(properties)
  const isStep = turn !== 0 || ratio !== 1 || offset[0] !== 0 || offset[1] !== 0
  return (
    isStep && ratio > 0 && x > 0 && y > 0 && (!isTurned || x === y) && restingPlace(properties) !== undefined
  )
}

interface Step {
  readonly offset: Vec2
  /** Degrees. */
  readonly turn: number
  readonly ratio: number
}

const stepOf = (properties: Layer['properties']): Step => ({
  offset: properties['copy offset']!.value as Vec2,
  turn: properties['copy turn']!.value as number,
  ratio: (properties['copy scale']!.value as number) / 100,
})

/** The point a step leaves where it is, in the layer's coordinates; null where it only moves; undefined where that is too far off. */
function restingPlace(properties: Layer['properties']): Vec2 | null | undefined {
  const { offset, turn, ratio } = stepOf(properties)
  const [px, py] = properties['pivot']!.value as Vec2
  const radians = (turn * Math.PI) / 180
  // (I − ratio · R) x = offset, about the pivot.
  const [a, b] = [1 - ratio * Math.cos(radians), ratio * Math.sin(radians)]
  const determinant = a * a + b * b
  if (determinant < 1e-12) return null
  const x = px + (a * offset[0] - b * offset[1]) / determinant
  const y = py + (b * offset[0] + a * offset[1]) / determinant
  return Math.max(Math.abs(x), Math.abs(y)) < LIMITS.magnitude / 100 ? [x, y] : undefined
}

/**
 * Lets a layer's chain of copies go on by one link in every round, so that the round's end looks as its beginning did: at
 * every moment by the same power of the step. Where the step turns or scales, the point it leaves where it is becomes
 * the pivot, and the copies' offset nothing: the picture stays as it is. The layer must go by links (`goesByLinks`).
 * Source: own; a map between two of its powers about its fixed point.
 */
export function closeLink(
  draft: Draft<Project>,
  ref: { readonly scene: string; readonly layer: string },
  { way, from, to, makeId }: LinkLoop,
): void {
  const { properties } = undrafted<Layer>(layerIn(draft, ref))
  const { offset, turn, ratio } = stepOf(properties)
  const matrix = identityMatrix()
  const [position, scale] = [properties['position']!.value as Vec2, properties['scale']!.value as Vec2]
  const turnDegrees = properties['turn']!.value as number
  transformInto(matrix, { position, scale, turnDegrees, pivot: properties['pivot']!.value as Vec2 })
  const rest = restingPlace(properties)

  const set = (property: string, value: Value): void =>
    editProperty(draft, { ...ref, property }, (given) => ({ ...given, value }))
  const go = (property: string, [first, last]: readonly [Value, Value], mix?: Property['mix']): void => {
    if (JSON.stringify(first) === JSON.stringify(last)) return
    const one = { ...ref, property }
    addKeys(draft, one, [{ t: from, value: first }], makeId)
    addKeys(draft, one, [{ t: to, value: last }], makeId)
    setRules(draft, [one], { before: 'loop', after: 'loop', ...(mix ? { mix } : {}) })
  }
  if (rest) {
    set('pivot', rest)
    set('copy offset', [0, 0])
    set('position', applyMatrix(matrix, ...rest))
    go('turn', [turnDegrees, turnDegrees + way * turn])
    go('scale', [scale, [scale[0] * ratio ** way, scale[1] * ratio ** way]], 'geometric')
  } else {
    // Turned right round it only moves.
    const [x, y] = [
      matrix[0]! * offset[0] + matrix[2]! * offset[1],
      matrix[1]! * offset[0] + matrix[3]! * offset[1],
    ]
    go('position', [position, [position[0] + way * x, position[1] + way * y]])
  }
  const fade = (properties['copy opacity']!.value as number) / 100
  const opacity = properties['opacity']!
  if (fade < 1 && fade > 0 && opacity.keys.length === 0) {
    const [near, far] = [opacity.value as number, (opacity.value as number) * fade]
    go('opacity', way === 1 ? [near, far] : [far, near], 'geometric')
  }
}
