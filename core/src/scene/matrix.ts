/** An affine map [a b c d e f]: x′ = a·x + c·y + e, y′ = b·x + d·y + f, as in CSS matrix() and DOMMatrix. */
export type Matrix = Float64Array

export const identityMatrix = (): Matrix => Float64Array.of(1, 0, 0, 1, 0, 0)

export interface LayerTransform {
  readonly position: ArrayLike<number>
  /** % */
  readonly scale: ArrayLike<number>
  readonly turnDegrees: number
  readonly pivot: ArrayLike<number>
}

/**
 * Writes translate(position) · rotate(turn) · scale(scale) · translate(−pivot).
 * Source: W3C, CSS Transforms 1, section 12, for each function's matrix.
 */
export function transformInto(out: Matrix, { position, scale, turnDegrees, pivot }: LayerTransform): void {
  const [cosine, sine] = cosineAndSine(turnDegrees)
  const a = (cosine * scale[0]!) / 100
  const b = (sine * scale[0]!) / 100
  const c = (-sine * scale[1]!) / 100
  const d = (cosine * scale[1]!) / 100
  out[0] = a
  out[1] = b
  out[2] = c
  out[3] = d
  out[4] = position[0]! - a * pivot[0]! - c * pivot[1]!
  out[5] = position[1]! - b * pivot[0]! - d * pivot[1]!
}

/** Exact at quarter turns, where a float of π is not. */
function cosineAndSine(degrees: number): readonly [number, number] {
  const quarters = degrees / 90
  if (Number.isInteger(quarters)) return QUARTERS[((quarters % 4) + 4) % 4]!
  const radians = (degrees * Math.PI) / 180
  return [Math.cos(radians), Math.sin(radians)]
}

const QUARTERS: readonly (readonly [number, number])[] = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
]

/** Writes outer · inner (inner is applied first); `out` may be either. */
export function multiplyInto(out: Matrix, outer: Matrix, inner: Matrix): void {
  const a = outer[0]! * inner[0]! + outer[2]! * inner[1]!
  const b = outer[1]! * inner[0]! + outer[3]! * inner[1]!
  const c = outer[0]! * inner[2]! + outer[2]! * inner[3]!
  const d = outer[1]! * inner[2]! + outer[3]! * inner[3]!
  const e = outer[0]! * inner[4]! + outer[2]! * inner[5]! + outer[4]!
  const f = outer[1]! * inner[4]! + outer[3]! * inner[5]! + outer[5]!
  out[0] = a
  out[1] = b
  out[2] = c
  out[3] = d
  out[4] = e
  out[5] = f
}

/** Writes a map applied `times` times over, 0 for none; by squares, so that many take few steps. */
export function powerInto(out: Matrix, matrix: Matrix, times: number): void {
  out.set(IDENTITY)
  square.set(matrix)
  for (let left = times; left > 0; left = Math.floor(left / 2)) {
    if (left % 2 === 1) multiplyInto(out, out, square)
    multiplyInto(square, square, square)
  }
}

const IDENTITY = identityMatrix()
const square = identityMatrix()

/** The map that undoes `matrix`, or null when it flattens everything (a scale of 0). */
export function invertMatrix(matrix: Matrix): Matrix | null {
  const [a, b, c, d, e, f] = matrix as unknown as [number, number, number, number, number, number]
  const determinant = a * d - b * c
  if (!Number.isFinite(1 / determinant)) return null
  return Float64Array.of(
    d / determinant,
    -b / determinant,
    -c / determinant,
    a / determinant,
    (c * f - d * e) / determinant,
    (b * e - a * f) / determinant,
  )
}

/** Where a point lands. */
export function applyMatrix(matrix: Matrix, x: number, y: number): [x: number, y: number] {
  return [matrix[0]! * x + matrix[2]! * y + matrix[4]!, matrix[1]! * x + matrix[3]! * y + matrix[5]!]
}
