import type { Draft } from 'immer'
import type { Key, Outline, Vertex } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { frameTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { layerTicks } from '../layerTicks.ts'
import { sceneIn, type PropertyRef } from '../refs.ts'
import { withNearAngles } from './pairing.ts'
import { withVertexLifts } from './vertexLifts.ts'
import { reversedOutline, startingAt } from './vertices.ts'

/** Which vertex each is to go to: the one so many further round, or the ones the other way round. */
export type PairTurn = number | 'reversed'

/**
 * Pairs the vertices of an outline anew over the span before a key: that key's shape and all later ones are begun elsewhere
 * alike, or go the other way round, and look the same as before.
 * @param time scene time of the key
 * @throws BadEdit where no key stands there, or none before it, and for an open or split outline
 */
export function turnPairs(draft: Draft<Project>, ref: PropertyRef, time: Ticks, by: PairTurn): void {
  const own = layerTicks(draft, ref, time)
  const half = frameTicks(sceneIn(draft, ref.scene).rate) / 2
  editProperty(draft, ref, (property) => {
    if (property.kind !== 'outline') throw new BadEdit('Only an outline has vertices. Nothing was changed.')
    if (property.split)
      throw new BadEdit('Its vertices move by themselves: join them to pair them anew. Nothing was changed.')
    const at = property.keys.findIndex(({ t }) => Math.abs(t - own) < half)
    if (at < 1)
      throw new BadEdit('Go to a key of the outline that has another before it. Nothing was changed.')
    const before = property.keys[at - 1]!.value as Outline
    if (!before.closed && by !== 'reversed')
      throw new BadEdit('The vertices of an open outline have one order. Nothing was changed.')
    const count = before.vertices.length
    const order = Array.from({ length: count }, (_, i) => i)
    const first = by === 'reversed' ? 0 : ((by % count) + count) % count
    const turned = [...order].reverse()
    const from =
      by !== 'reversed'
        ? order.map((i) => (i + first) % count)
        : before.closed
          ? [0, ...turned.slice(0, -1)]
          : turned
    const change = (outline: Outline): Outline =>
      by === 'reversed' ? reversedOutline(outline) : startingAt(outline, first)
    const begun = change(property.keys[at]!.value as Outline)
    const near = withNearAngles(before, begun)
    const keys = property.keys.map((key, i): Key => {
      if (i < at) return key
      const value = withTurnsOf(change(key.value as Outline), begun, near)
      return withVertexLifts({ ...key, value }, { from, isTurned: by === 'reversed' })
    })
    return { ...property, keys }
  })
}

/** Arms turned on by as many whole turns as those of one outline are in another: later spans keep the turns they had. */
function withTurnsOf(outline: Outline, from: Outline, to: Outline): Outline {
  const turnedOn = (i: number, side: 'arrive' | 'leave'): Vertex['leave'] => {
    const arm = outline.vertices[i]![side]
    return { ...arm, angle: arm.angle + to.vertices[i]![side].angle - from.vertices[i]![side].angle }
  }
  const vertices = outline.vertices.map((vertex, i) => ({
    ...vertex,
    arrive: turnedOn(i, 'arrive'),
    leave: turnedOn(i, 'leave'),
  }))
  return { ...outline, vertices }
}
