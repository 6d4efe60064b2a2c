import { clamp } from '../../number/index.ts'
import type { Draft } from 'immer'
import { pinRoutes, resolveRoutes, STRAIGHT, type Key, type KeyRoute } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import type { Project } from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import type { KeyRef } from '../refs.ts'

const isZero = ([x, y]: Vec2): boolean => x === 0 && y === 0
const added = (a: Vec2, b: Vec2, share: number): Vec2 => [a[0] + b[0] * share, a[1] + b[1] * share]

/**
 * Curves the line between a key and the next by its own body: the point at parameter s moves by px, with as little
 * change of the two handles as that takes. A straight line gets handles of thirds first. Joined sides beyond turn.
 * @param s Bézier parameter of the grabbed point, 0 < s < 1
 * Source: own; the least change of two control points that moves a point of a cubic (least squares).
 */
export function bendRoute(
  draft: Draft<Project>,
  { key: id, ...ref }: KeyRef,
  { s, by }: { readonly s: number; readonly by: Vec2 },
): void {
  editProperty(draft, ref, (given) => {
    const at = given.keys.findIndex((key) => key.id === id)
    if (given.kind !== 'place' || at < 0 || at + 1 >= given.keys.length)
      throw new BadEdit('There is no line there to be curved. Nothing was changed.')
    const property = pinRoutes(given, (i) => i === at || i === at + 1)
    const shown = resolveRoutes(property.keys)
    const [from, to] = [property.keys[at]!, property.keys[at + 1]!]
    const [a, b] = [from.value as Vec2, to.value as Vec2]
    const third: Vec2 = [(b[0] - a[0]) / 3, (b[1] - a[1]) / 3]
    const straight = isZero(shown[at]!.leave) && isZero(shown[at + 1]!.arrive)
    const leave = straight ? third : shown[at]!.leave
    const arrive: Vec2 = straight ? [-third[0], -third[1]] : shown[at + 1]!.arrive
    const near = clamp(s, 0.05, 0.95)
    const [early, late] = [3 * (1 - near) ** 2 * near, 3 * (1 - near) * near * near]
    const weight = early * early + late * late
    const keys = property.keys.map((key, i): Key => {
      if (i === at) return withArm(key, shown[i], 'leave', added(leave, by, early / weight))
      return i === at + 1 ? withArm(key, shown[i], 'arrive', added(arrive, by, late / weight)) : key
    })
    return { ...property, keys }
  })
}

/** A key with one arm set; at a joined point the other turns into line and keeps its length. */
function withArm(key: Key, route: KeyRoute = STRAIGHT, side: 'arrive' | 'leave', arm: Vec2): Key {
  const other = side === 'leave' ? 'arrive' : 'leave'
  const length = Math.hypot(...arm)
  const turn = route.through === 'joined' && length > 0 && !isZero(route[other])
  const turned: Vec2 = turn ? added([0, 0], arm, -Math.hypot(...route[other]) / length) : route[other]
  return { ...key, route: { ...route, [side]: arm, [other]: turned } }
}
