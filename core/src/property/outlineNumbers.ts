import type { Outline, Vertex } from './property.ts'

/** Numbers a vertex has: its point, two handles as angle and length, its corner's radius. */
export const VERTEX_WIDTH = 7

const KNOWN = new WeakMap<Outline, readonly number[]>()

/** An outline's vertices as a flat list, VERTEX_WIDTH numbers each, for mixing. Worked out once for one that cannot change. */
export function numbersOfOutline(outline: Outline): readonly number[] {
  const known = KNOWN.get(outline)
  if (known) return known
  const numbers = outline.vertices.flatMap(({ at, arrive, leave, corner }) => [
    at[0],
    at[1],
    arrive.angle,
    arrive.length,
    leave.angle,
    leave.length,
    corner,
  ])
  if (Object.isFrozen(outline)) KNOWN.set(outline, numbers)
  return numbers
}

/** The outline of such a list. @param numbers VERTEX_WIDTH for each vertex */
export function outlineOfNumbers(numbers: ArrayLike<number>, closed: boolean): Outline {
  const vertices = Array.from({ length: numbers.length / VERTEX_WIDTH }, (_, i): Vertex => {
    const at = i * VERTEX_WIDTH
    return {
      at: [numbers[at]!, numbers[at + 1]!],
      arrive: { angle: numbers[at + 2]!, length: numbers[at + 3]! },
      leave: { angle: numbers[at + 4]!, length: numbers[at + 5]! },
      corner: numbers[at + 6]!,
    }
  })
  return { closed, vertices }
}
