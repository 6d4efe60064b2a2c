import type { Vec2 } from '../../../route/index.ts'
import { isStill, mapMoving, still, zipMoving, type Moving } from '../motion/moving.ts'
import { partsOfMatrix } from './partsOfMatrix.ts'
import { isStillStep, type Step } from './steps.ts'

/** How a layer is placed: moved, turned, scaled, about its pivot. */
export interface Box {
  readonly position: Moving<Vec2>
  /** Degrees it turns besides the direction of its route; null: it does not turn with that. */
  readonly along: number | null
  readonly turn: Moving<number>
  readonly scale: Moving<Vec2>
  readonly pivot: Vec2
}

export const PLAIN_BOX: Box = {
  position: still([0, 0]),
  along: null,
  turn: still(0),
  scale: still([1, 1]),
  pivot: [0, 0],
}

/** How far a box has been filled, in the order of a layer's transform. */
type Filled = 'position' | 'turn' | 'scale' | 'pivot'
const ORDER: readonly Filled[] = ['position', 'turn', 'scale', 'pivot']

/** Boxes one in another, outermost first, being made. */
class Boxes {
  readonly done: Box[] = []
  private box = PLAIN_BOX
  private filled: Filled = 'position'

  /** Whether a part of the transform may still be put to what the box has. */
  private takes(part: Filled): boolean {
    return ORDER.indexOf(this.filled) <= ORDER.indexOf(part)
  }

  private put(part: Filled, change: Partial<Box>): void {
    this.box = { ...this.box, ...change }
    this.filled = part
  }

  next(): void {
    this.done.push(this.box)
    this.box = PLAIN_BOX
    this.filled = 'position'
  }

  move(by: Moving<Vec2>, along: number | undefined): void {
    const { position, pivot } = this.box
    // What comes after its turn, its own or that of its route, is moved with it.
    if (along === undefined && isStill(by) && (!this.takes('position') || this.box.along !== null)) {
      this.put('pivot', { pivot: [pivot[0] - by.rest[0], pivot[1] - by.rest[1]] })
      return
    }
    const sum =
      this.takes('position') && this.box.along === null && (along === undefined || isStill(position))
        ? zipMoving(position, by, (a, b): Vec2 => [a[0] + b[0], a[1] + b[1]])
        : null
    // Routes that bend are not added up: only one of them may.
    if (sum && !(hasRoute(position) && hasRoute(by)))
      this.put('position', { position: sum, along: along ?? this.box.along })
    else {
      this.next()
      this.put('position', { position: by, along: along ?? null })
    }
  }

  turn(by: Moving<number>): void {
    const sum = this.takes('turn') ? zipMoving(this.box.turn, by, (a, b) => a + b) : null
    if (!sum) this.next()
    this.put('turn', { turn: sum ?? by })
  }

  scale(by: Moving<Vec2>): void {
    const { scale } = this.box
    const free = this.takes('scale') && (isStill(scale) || isStill(by))
    const product = free ? zipMoving(scale, by, (a, b): Vec2 => [a[0] * b[0], a[1] * b[1]]) : null
    if (!product) this.next()
    this.put('scale', { scale: product ?? by })
  }

  end(): readonly Box[] {
    this.next()
    return this.done
  }
}

const hasRoute = ({ keys }: Moving<Vec2>): boolean => keys.some(({ route, timeless }) => route || timeless)

/**
 * Steps as few boxes as do the same, outermost first; at least one. A box moves, turns and scales in that order about its pivot,
 * as a layer does.
 */
export function boxesOf(steps: readonly Step[]): readonly Box[] {
  const boxes = new Boxes()
  const take = (step: Step): void => {
    if (step.kind === 'move') {
      const [x, y] = step.by.rest
      if (!isStillStep(step) || x !== 0 || y !== 0) boxes.move(step.by, step.along)
    } else if (step.kind === 'turn') {
      if (!isStillStep(step) || step.by.rest !== 0) boxes.turn(step.by)
    } else if (step.kind === 'scale') {
      if (!isStillStep(step) || step.by.rest[0] !== 1 || step.by.rest[1] !== 1) boxes.scale(step.by)
    } else for (const part of partsOfMatrix(step.by)) take(part)
  }
  for (const step of steps) take(step)
  return boxes.end()
}

/** What a layer's scale says of a box's, %. */
export const percentOf = (scale: Moving<Vec2>): Moving<Vec2> =>
  mapMoving(scale, ([x, y]): Vec2 => [100 * x, 100 * y])
