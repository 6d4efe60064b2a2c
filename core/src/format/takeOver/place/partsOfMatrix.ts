import type { Vec2 } from '../../../route/index.ts'
import { mapMoving, type Moving } from '../motion/moving.ts'
import type { Step } from './steps.ts'

/** A matrix as moved, turned, scaled, and turned before that. */
interface Parts {
  readonly move: Vec2
  readonly turn: number
  readonly scale: Vec2
  readonly before: number
}

const DEGREES = 180 / Math.PI
/** Nearer to 0 than this, a turn or a skew is none. */
const NOTHING = 1e-9

/**
 * A matrix that leaves right angles right is moved, turned and scaled; any other is turned, scaled and turned.
 * Source: singular values of a 2 × 2 matrix in closed form (textbook).
 */
function partsOf([a, b, c, d, e, f]: readonly number[]): Parts {
  const move: Vec2 = [e!, f!]
  const size = Math.hypot(a!, b!, c!, d!)
  if (Math.abs(a! * c! + b! * d!) <= NOTHING * size * size) {
    const along = Math.hypot(a!, b!)
    const across = Math.hypot(c!, d!)
    const turn = along > 0 ? Math.atan2(b!, a!) : Math.atan2(-c!, d!)
    const isMirrored = a! * d! - b! * c! < 0
    // Turned by half and mirrored across is mirrored along, which reads plainer.
    if (isMirrored && Math.abs(Math.abs(turn) - Math.PI) < NOTHING)
      return { move, turn: 0, scale: [-along, across], before: 0 }
    return { move, turn: turn * DEGREES, scale: [along, isMirrored ? -across : across], before: 0 }
  }
  const [sum, gap] = [Math.hypot(a! + d!, b! - c!) / 2, Math.hypot(a! - d!, b! + c!) / 2]
  const [plus, minus] = [Math.atan2(b! - c!, a! + d!), Math.atan2(b! + c!, a! - d!)]
  return {
    move,
    turn: ((plus + minus) / 2) * DEGREES,
    scale: [sum + gap, sum - gap],
    before: ((plus - minus) / 2) * DEGREES,
  }
}

/**
 * A matrix as steps. One that moves is taken apart key by key, its turn going the shorter way from each key to the next.
 * Source: W3C, CSS Transforms 1, section 11 (interpolation of matrices), for those without skew.
 */
export function partsOfMatrix(by: Moving<readonly number[]>): readonly Step[] {
  const parts = mapMoving(by, partsOf)
  let before = parts.keys[0]?.value.turn ?? parts.rest.turn
  const keys = parts.keys.map((key) => {
    const turn = before + shorter(key.value.turn - before)
    before = turn
    return { ...key, value: { ...key.value, turn } }
  })
  const whole = { ...parts, keys }
  const steps: Step[] = [
    { kind: 'move', by: mapMoving(whole, ({ move }) => move) },
    { kind: 'turn', by: mapMoving(whole, ({ turn }) => turn) },
    { kind: 'scale', by: mapMoving(whole, ({ scale }) => scale) },
  ]
  if (whole.rest.before !== 0)
    steps.push({ kind: 'turn', by: mapMoving({ ...whole, keys: [] }, (part) => part.before) })
  return steps
}

const shorter = (degrees: number): number => degrees - 360 * Math.round(degrees / 360)

/** Whether a matrix leaves right angles right, so that it can be mixed with others part by part. */
export function isSkewed([a, b, c, d]: readonly number[]): boolean {
  return Math.abs(a! * c! + b! * d!) > 1e-6 * Math.hypot(a!, b!, c!, d!) ** 2
}
