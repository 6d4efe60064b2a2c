import type { Vec2 } from '../../../route/index.ts'
import { isStill, still, type Moving } from '../motion/moving.ts'
import { multiply } from '../../svg/index.ts'

/** One thing done to what is drawn, in the order in which transforms are written: the last is done first. */
export type Step = Doing & {
  /** What the file calls that whose motion it is, where that is not the element itself. */
  readonly of?: string
}

type Doing =
  | {
      readonly kind: 'move'
      readonly by: Moving<Vec2>
      /** Degrees it turns besides its direction. */ readonly along?: number
    }
  | { readonly kind: 'turn'; readonly by: Moving<number> }
  /** 1 as it is. */
  | { readonly kind: 'scale'; readonly by: Moving<Vec2> }
  /** a, b, c, d, e, f as in CSS matrix(). */
  | { readonly kind: 'matrix'; readonly by: Moving<readonly number[]> }

export const moveBy = (by: Vec2): Step => ({ kind: 'move', by: still(by) })
export const matrixStep = (matrix: readonly number[]): Step => ({ kind: 'matrix', by: still(matrix) })

export const isStillStep = (step: Step): boolean => isStill(step.by)

/** Done about a point instead of 0, 0. */
export function about([x, y]: Vec2, steps: readonly Step[]): readonly Step[] {
  return (x === 0 && y === 0) || steps.length === 0 ? steps : [moveBy([x, y]), ...steps, moveBy([-x, -y])]
}

export const IDENTITY: readonly number[] = [1, 0, 0, 1, 0, 0]

/** What a step does while it does not move. Source: W3C, CSS Transforms 1, section 12. */
export function matrixOfStep(step: Step): readonly number[] {
  switch (step.kind) {
    case 'move':
      return [1, 0, 0, 1, ...step.by.rest]
    case 'turn': {
      const radians = (step.by.rest * Math.PI) / 180
      const [cosine, sine] = [Math.cos(radians), Math.sin(radians)]
      return [cosine, sine, -sine, cosine, 0, 0]
    }
    case 'scale':
      return [step.by.rest[0], 0, 0, step.by.rest[1], 0, 0]
    case 'matrix':
      return step.by.rest
  }
}

/** Steps that stay as they are, as one matrix. */
export const matrixOfSteps = (steps: readonly Step[]): readonly number[] =>
  steps.map(matrixOfStep).reduce(multiply, IDENTITY)
