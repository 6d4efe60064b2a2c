/** A share 0 … 1 by chance for a whole number. Source: A. Appleby, MurmurHash3 (public domain), its 32-bit finaliser. */
function chanceAt(i: number, seed: number): number {
  let h = Math.imul(seed | 0, 0x9e3779b1) ^ Math.imul(i | 0, 0x85ebca77)
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  const u = ((h ^ (h >>> 16)) >>> 0) / 0x1_0000_0000
  // Pushed outwards, so that what is smoothed between such shares still goes near its bounds.
  return u * u * (3 - 2 * u)
}

/**
 * Smooth noise within 0 … 1 with about one turn for each whole step of x, its slope without a jump; the same on every machine,
 * as it only adds and multiplies.
 * @param out [0] becomes the noise, [1] its slope by x
 * Source: own; a uniform quadratic B-spline (C. de Boor, A Practical Guide to Splines), which lies within its control points.
 */
export function wanderInto(out: Float64Array, x: number, seed: number): void {
  const i = Math.floor(x)
  const f = x - i
  const [before, here, after] = [chanceAt(i - 1, seed), chanceAt(i, seed), chanceAt(i + 1, seed)]
  out[0] = ((1 - f) * (1 - f) * before + (1 + 2 * f * (1 - f)) * here + f * f * after) / 2
  out[1] = (f - 1) * before + (1 - 2 * f) * here + f * after
}
