import type { BendLibrary } from '../bend/index.ts'
import { applyMatrix, compileOwnMatrix, type Matrix, type Scene } from '../scene/index.ts'
import type { Vec2 } from '../route/index.ts'
import { frameTicks, type Ticks } from '../time/index.ts'

/** How the point a camera zooms about wanders while it does. */
export interface Swing {
  /** Where that point is at the start and at the end, px of the stage. */
  readonly point: Vec2
  /** Where it is meanwhile, at every frame from the first to the last. */
  readonly trail: readonly Vec2[]
  /** The farthest it is from where it is meant to stay, px, and at which frame of the scene. */
  readonly farthest: { readonly px: number; readonly frame: number }
  /** The most it wanders from one frame to the next, px, and after which frame. */
  readonly fastest: { readonly px: number; readonly frame: number }
}

/** Below this, in px, nothing wanders. */
export const SWINGS_FROM = 0.01
/** How nearly a zoom may be none, share. */
const NO_ZOOM = 1e-9

/**
 * The point of a layer's picture that is at one place of the stage at the start and at the end of a move, and where it is
 * meanwhile. Position, scale and turn that move as one keep it where it is, whatever they ride on: it wanders as far as their
 * bends differ. null for a move without a zoom or a turn, which has no such point.
 */
export function swingOf(
  scene: Scene,
  layer: string,
  { from, to, library }: { readonly from: Ticks; readonly to: Ticks; readonly library: BendLibrary },
): Swing | null {
  const frame = frameTicks(scene.rate)
  const at = compileOwnMatrix(scene, layer, library)
  const fixed = fixedPoint(at(from), at(to))
  if (!fixed || !(to > from)) return null
  const first = Math.ceil(from / frame)
  const last = Math.max(first, Math.floor(to / frame))
  const trail = Array.from({ length: last - first + 1 }, (_, i) =>
    applyMatrix(at((first + i) * frame), ...fixed),
  )
  const point = applyMatrix(at(from), ...fixed)
  let farthest = { px: 0, frame: first }
  let fastest = { px: 0, frame: first }
  trail.forEach(([x, y], i) => {
    const away = Math.hypot(x - point[0], y - point[1])
    if (away > farthest.px) farthest = { px: away, frame: first + i }
    const next = trail[i + 1]
    const step = next ? Math.hypot(next[0] - x, next[1] - y) : 0
    if (step > fastest.px) fastest = { px: step, frame: first + i }
  })
  return { point, trail, farthest, fastest }
}

/** The point two maps take to one place: (A − B) x = b − a. null where there is none, or more than one. */
function fixedPoint(first: Matrix, second: Matrix): Vec2 | null {
  const [a, b, c, d, e, f] = Array.from(first, (part, i) => part - second[i]!) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ]
  const determinant = a * d - b * c
  const size = Math.max(...Array.from(first).slice(0, 4).map(Math.abs))
  if (Math.abs(determinant) <= (NO_ZOOM * size) ** 2) return null
  return [(c * f - d * e) / determinant, (b * e - a * f) / determinant]
}
