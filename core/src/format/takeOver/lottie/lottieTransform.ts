import type { Vec2 } from '../../../route/index.ts'
import { isStill, mapMoving, type Moving } from '../motion/moving.ts'
import { matrixStep, moveBy, type Step } from '../place/steps.ts'
import { isJson, type Json } from './lottieFile.ts'
import { isSaid, numberOf, pairOf, type LottieClock } from './lottieProperty.ts'

/**
 * What a transform does, outermost first, and its opacity, 0 … 1.
 * @param turnsAlong whether it turns with its route
 * Source: Lottie specification 1.0, Transform.
 */
export function transformOf(
  ks: Json,
  clock: LottieClock,
  turnsAlong = false,
): { readonly steps: readonly Step[]; readonly opacity: Moving<number> } {
  const moves = positionSteps(ks['p'], clock)
  const steps: Step[] = turnsAlong
    ? moves.map((step) => (step.kind === 'move' && !isStill(step.by) ? { ...step, along: 0 } : step))
    : [...moves]
  const turn = numberOf(isSaid(ks['rz']) ? ks['rz'] : ks['r'], 0, clock)
  if (!isStill(turn) || turn.rest !== 0) steps.push({ kind: 'turn', by: turn })
  steps.push(...skewSteps(ks, clock))
  const scale = mapMoving(pairOf(ks['s'], [100, 100], clock), ([x, y]): Vec2 => [x / 100, y / 100])
  if (!isStill(scale) || scale.rest[0] !== 1 || scale.rest[1] !== 1) steps.push({ kind: 'scale', by: scale })
  const anchor = pairOf(ks['a'], [0, 0], clock)
  if (!isStill(anchor)) steps.push({ kind: 'move', by: mapMoving(anchor, ([x, y]): Vec2 => [-x, -y]) })
  else if (anchor.rest[0] !== 0 || anchor.rest[1] !== 0)
    steps.push(moveBy([-anchor.rest[0], -anchor.rest[1]]))
  return { steps, opacity: mapMoving(numberOf(ks['o'], 100, clock), (percent) => percent / 100) }
}

/** A position, or one whose axes are apart. */
function positionSteps(p: unknown, clock: LottieClock): readonly Step[] {
  if (!isJson(p) || p['s'] !== true) {
    const by = pairOf(p, [0, 0], clock)
    return isStill(by) && by.rest[0] === 0 && by.rest[1] === 0 ? [] : [{ kind: 'move', by }]
  }
  return [
    { kind: 'move', by: mapMoving(numberOf(p['x'], 0, clock), (x): Vec2 => [x, 0]) },
    { kind: 'move', by: mapMoving(numberOf(p['y'], 0, clock), (y): Vec2 => [0, y]) },
  ]
}

function skewSteps(ks: Json, clock: LottieClock): readonly Step[] {
  const [skew, axis] = [numberOf(ks['sk'], 0, clock), numberOf(ks['sa'], 0, clock)]
  if (!isStill(skew)) {
    clock.leftOut({ what: 'How it is skewed, as layers are not.', where: clock.where })
    return []
  }
  if (skew.rest === 0) return []
  const [a, t] = [(axis.rest * Math.PI) / 180, Math.tan((-skew.rest * Math.PI) / 180)]
  const [cosine, sine] = [Math.cos(a), Math.sin(a)]
  // Turned to its axis, slanted along it, and turned back.
  return [
    matrixStep([1 - t * sine * cosine, -t * sine * sine, t * cosine * cosine, 1 + t * sine * cosine, 0, 0]),
  ]
}
