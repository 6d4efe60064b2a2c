import type { Track } from '../track.ts'

/** A matrix (a, b, c, d, e, f) as what is done one after another: moved, turned, slanted, scaled. */
interface MatrixParts {
  readonly translate: readonly [number, number]
  /** Degrees. */
  readonly rotate: number
  /** Degrees. */
  readonly skewX: number
  readonly scale: readonly [number, number]
}

const DEGREES = 180 / Math.PI

/**
 * A matrix in its parts.
 * @param turned an angle near which its own is to be given, degrees
 * Source: textbook (QR decomposition of the linear part).
 */
function matrixParts([a, b, c, d, e, f]: readonly number[], turned: number): MatrixParts {
  const long = Math.hypot(a!, b!)
  const angle = long > 0 ? Math.atan2(b!, a!) * DEGREES : turned
  const rotate = angle + 360 * Math.round((turned - angle) / 360)
  const tall = long > 0 ? (a! * d! - b! * c!) / long : Math.hypot(c!, d!)
  const slant = long > 0 ? (a! * c! + b! * d!) / long : 0
  const skewX = tall === 0 ? 0 : Math.atan(slant / tall) * DEGREES
  return { translate: [e!, f!], rotate, skewX, scale: [long, tall] }
}

/** A track of matrices as one of their parts: translate (two), rotate, skewX, scale (two). @param matrixOf its numbers as a matrix */
export function partsTrack(track: Track, matrixOf: (numbers: readonly number[]) => readonly number[]): Track {
  let turned = 0
  const keys = track.keys.map((key) => {
    const { translate, rotate, skewX, scale } = matrixParts(matrixOf(key.numbers), turned)
    turned = rotate
    return { ...key, numbers: [...translate, rotate, skewX, ...scale] }
  })
  return { ...track, keys }
}
