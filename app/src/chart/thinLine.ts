/** How far a line may pass beside the points it leaves out, px: a tenth of what the eye could tell. */
const BESIDE = 0.05
/** Points that stand above one another, px. */
const UPRIGHT = 1e-9

export interface ThinLine {
  /** The next point, px; none stands left of the one before. */
  take(x: number, y: number): void
  /** Path data of what was taken, without the letter it begins with. */
  text(): string
}

/**
 * A line through many points that leaves out those it passes within a twentieth of a px up or down, so that the browser
 * has a tenth as much to draw. The first and the last point are always kept.
 *
 * From the last point kept, each further one leaves a fan of directions that pass near enough by it; a point outside the
 * fan of those before it makes the one before it be kept (a swing filter; from memory).
 */
export function thinLine(): ThinLine {
  const kept: string[] = []
  let [anchorX, anchorY, lastX, lastY] = [0, 0, 0, 0]
  let [least, most] = [-Infinity, Infinity]
  let pending = false

  const keep = (x: number, y: number): void => {
    kept.push(`${x.toFixed(2)} ${y.toFixed(2)}`)
    ;[anchorX, anchorY, least, most, pending] = [x, y, -Infinity, Infinity, false]
  }
  const fits = (x: number, y: number): boolean => {
    const across = x - anchorX
    const slope = (y - anchorY) / across
    return across > UPRIGHT && slope >= least && slope <= most
  }
  const narrow = (x: number, y: number): void => {
    const across = x - anchorX
    least = Math.max(least, (y - BESIDE - anchorY) / across)
    most = Math.min(most, (y + BESIDE - anchorY) / across)
    ;[lastX, lastY, pending] = [x, y, true]
  }
  return {
    take(x, y) {
      if (kept.length === 0) keep(x, y)
      else if (fits(x, y)) narrow(x, y)
      else {
        if (pending) keep(lastX, lastY)
        if (fits(x, y)) narrow(x, y)
        else keep(x, y)
      }
    },
    text() {
      if (pending) keep(lastX, lastY)
      return kept.join('L')
    },
  }
}
