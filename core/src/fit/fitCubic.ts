import { clamp } from '../number/index.ts'
import { solveCubic, unitCubic } from '../bend/index.ts'

/** A stretch of a curve, looked at: one or more numbers over an elapsed fraction. */
export interface Looks {
  /** Numbers a value has. */
  readonly width: number
  /** Elapsed fractions, strictly between 0 and 1, growing. */
  readonly u: Float64Array
  /** `width` numbers a look. */
  readonly values: Float64Array
  readonly from: ArrayLike<number>
  readonly to: ArrayLike<number>
}

export interface EndSlopes {
  /** Slopes to keep at the start, units per unit of u, one a component; null where the fit may choose. */
  readonly leave: ArrayLike<number> | null
  readonly arrive: ArrayLike<number> | null
}

/** One cubic Bézier over a stretch: time runs through (0, reachLeave, 1 − reachArrive, 1). */
export interface FittedCubic {
  readonly reachLeave: number
  readonly reachArrive: number
  /** Second control point minus the first, one a component. */
  readonly leave: readonly number[]
  /** Fourth control point minus the third, one a component. */
  readonly arrive: readonly number[]
  /** Largest distance between fit and looks, over all components together. */
  readonly error: number
}

/** A kept slope needs a handle to be seen by. */
const LEAST_KEPT_REACH = 1e-3
/** Looks a fit is steered by; the error is measured on all. */
const STEERING = 24
const MOST_ROUNDS = 24
/** A fit is done when a round betters the sum of squares by less than this share; a coarser one serves a tolerance. */
const CONVERGED = 1e-10
const CONVERGED_ENOUGH = 0.02
/** From a mean error this many times the tolerance no round will bring the fit within it. */
const HOPELESS = 4
/** Another start is tried when the error is no more than this many times the tolerance. */
const ANOTHER_TRY = 2
/** Where the search may start, reaches of leave and arrive. */
const STARTS = [
  [1 / 3, 1 / 3],
  [0.7, 0.7],
  [0.1, 0.6],
  [0.6, 0.1],
] as const

export interface FitCubicOptions {
  readonly slopes?: EndSlopes
  /** The search stops as soon as the error is this small; 0 by default: it goes on to the best it finds. */
  readonly within?: number
}

/**
 * The cubic Bézier nearest to a stretch by least squares at equal times, its time monotone (reaches 0 … 1).
 * Source: least squares with fixed end tangents after P. J. Schneider, 'An algorithm for automatically fitting
 * digitized curves', Graphics Gems (1990); here the times are given, so the reaches take the place of his parameters.
 * They are found by Gauss–Newton steps with the control values projected out (L. Kaufman, BIT 15, 1975), damped after
 * Levenberg and Marquardt (textbook).
 */
export function fitCubic(looks: Looks, { slopes, within = 0 }: FitCubicOptions = {}): FittedCubic {
  const task = new FitTask(looks, slopes ?? { leave: null, arrive: null })
  let best: FittedCubic | null = null
  for (const start of STARTS) {
    const found = task.search(start, within)
    if (!best || found.error < best.error) best = found
    if (best.error <= Math.max(within, 1e-11 * task.size)) break
    if (within > 0 && best.error > ANOTHER_TRY * within) break
  }
  return best!
}

class FitTask {
  readonly size: number
  /** The looks that steer: elapsed fractions and values. */
  private readonly u: Float64Array
  private readonly values: Float64Array
  /** Their Bézier parameters for the present reaches, and the two middle Bernstein polynomials there. */
  private readonly s: Float64Array
  private readonly b1: Float64Array
  private readonly b2: Float64Array
  private readonly a: Float64Array
  private readonly b: Float64Array

  constructor(
    private readonly looks: Looks,
    private readonly slopes: EndSlopes,
  ) {
    const { width } = looks
    const all = looks.u.length
    const count = Math.min(all, STEERING)
    const every = all / count
    this.u = new Float64Array(count)
    this.values = new Float64Array(count * width)
    for (let k = 0; k < count; k += 1) {
      const look = Math.floor((k + 0.5) * every)
      this.u[k] = looks.u[look]!
      for (let c = 0; c < width; c += 1) this.values[k * width + c] = looks.values[look * width + c]!
    }
    this.s = new Float64Array(count)
    this.b1 = new Float64Array(count)
    this.b2 = new Float64Array(count)
    this.a = new Float64Array(width)
    this.b = new Float64Array(width)
    let size = 1e-300
    for (let i = 0; i < looks.values.length; i += 1) size = Math.max(size, Math.abs(looks.values[i]!))
    this.size = size
  }

  search([startLeave, startArrive]: readonly [number, number], within: number): FittedCubic {
    const least0 = this.slopes.leave ? LEAST_KEPT_REACH : 0
    const least1 = this.slopes.arrive ? LEAST_KEPT_REACH : 0
    let r0 = startLeave
    let r1 = startArrive
    let damping = 1e-3
    let sum = this.solveFor(r0, r1)
    for (let round = 0; round < MOST_ROUNDS && sum > 0; round += 1) {
      const step = this.step(r0, r1, damping)
      const next0 = clamp(r0 + step[0], least0, 1)
      const next1 = clamp(r1 + step[1], least1, 1)
      const next = this.solveFor(next0, next1)
      if (next < sum) {
        const gain = (sum - next) / sum
        r0 = next0
        r1 = next1
        sum = next
        damping /= 8
        if (this.isEnough(sum, gain, round, within)) break
      } else {
        damping *= 8
        this.solveFor(r0, r1)
        if (damping > 1e9 || (next0 === r0 && next1 === r1)) break
      }
    }
    this.solveFor(r0, r1)
    return {
      reachLeave: r0,
      reachArrive: r1,
      leave: Array.from(this.a),
      arrive: Array.from(this.b),
      error: this.largestError(r0, r1),
    }
  }

  private isEnough(sum: number, gain: number, round: number, within: number): boolean {
    if (within === 0) return gain < CONVERGED
    const mean = Math.sqrt(sum / this.s.length)
    if (mean < within / 3) return true
    return gain < CONVERGED_ENOUGH || (round > 1 && mean > HOPELESS * within)
  }

  /** Solves the times for given reaches, finds the free control values, returns the sum of squares. */
  private solveFor(r0: number, r1: number): number {
    const { b1, b2, s } = this
    const { width, from, to } = this.looks
    const { leave, arrive } = this.slopes
    marchInto(s, this.u, r0, r1)
    let g11 = 0
    let g12 = 0
    let g22 = 0
    for (let k = 0; k < s.length; k += 1) {
      const x = s[k]!
      const early = 3 * (1 - x) * (1 - x) * x
      const late = 3 * (1 - x) * x * x
      b1[k] = early
      b2[k] = late
      g11 += early * early
      g12 += early * late
      g22 += late * late
    }
    const det = g11 * g22 - g12 * g12
    const sound = det > 1e-14 * g11 * g22
    let sum = 0
    for (let c = 0; c < width; c += 1) {
      const v0 = from[c]!
      const change = to[c]! - v0
      let h1 = 0
      let h2 = 0
      let h0 = 0
      for (let k = 0; k < s.length; k += 1) {
        const x = s[k]!
        const rest = this.values[k * width + c]! - v0 - change * (b2[k]! + x * x * x)
        h1 += b1[k]! * rest
        h2 -= b2[k]! * rest
        h0 += rest * rest
      }
      // Least squares of what is free; the arrive column is −B2.
      let early = leave ? leave[c]! * r0 : 0
      let late = arrive ? arrive[c]! * r1 : 0
      if (!leave && !arrive) {
        early = sound ? (h1 * g22 + h2 * g12) / det : 0
        late = sound ? (h2 * g11 + h1 * g12) / det : 0
      } else if (!leave) early = g11 > 0 ? (h1 + g12 * late) / g11 : 0
      else if (!arrive) late = g22 > 0 ? (h2 + g12 * early) / g22 : 0
      this.a[c] = early
      this.b[c] = late
      sum +=
        h0 - 2 * (early * h1 + late * h2) + early * early * g11 - 2 * early * late * g12 + late * late * g22
    }
    return Math.max(0, sum)
  }

  /** A damped Gauss–Newton step of the two reaches. */
  private step(r0: number, r1: number, damping: number): readonly [number, number] {
    const { leave, arrive } = this.slopes
    const { width, from, to } = this.looks
    const total = { n00: 0, n01: 0, n11: 0, d0: 0, d1: 0 }
    for (let c = 0; c < width; c += 1) {
      const p0 = from[c]!
      const p1 = p0 + this.a[c]!
      const p3 = to[c]!
      const p2 = p3 - this.b[c]!
      const sums = new Sums()
      for (let k = 0; k < this.s.length; k += 1) {
        const s = this.s[k]!
        const r = 1 - s
        const b1 = this.b1[k]!
        const b2 = this.b2[k]!
        const run = 3 * (r * r * r0 + 2 * r * s * (1 - r1 - r0) + s * s * r1)
        const rise = 3 * (r * r * (p1 - p0) + 2 * r * s * (p2 - p1) + s * s * (p3 - p2))
        const slope = run > 1e-9 ? rise / run : 0
        const miss = r * r * r * p0 + b1 * p1 + b2 * p2 + s * s * s * p3 - this.values[k * width + c]!
        sums.add(
          b1,
          b2,
          b1 * ((leave ? leave[c]! : 0) - slope),
          -b2 * ((arrive ? arrive[c]! : 0) - slope),
          miss,
        )
      }
      sums.addTo(total, leave === null, arrive === null)
    }
    const n00 = total.n00 * (1 + damping) + 1e-300
    const n11 = total.n11 * (1 + damping) + 1e-300
    const det = n00 * n11 - total.n01 * total.n01
    if (!(det > 0)) return [0, 0]
    return [-(n11 * total.d0 - total.n01 * total.d1) / det, -(n00 * total.d1 - total.n01 * total.d0) / det]
  }

  private largestError(r0: number, r1: number): number {
    const { u, values, width, from, to } = this.looks
    const s = new Float64Array(u.length)
    marchInto(s, u, r0, r1)
    let worst = 0
    for (let k = 0; k < u.length; k += 1) {
      let square = 0
      for (let c = 0; c < width; c += 1) {
        const miss = valueAt(s[k]!, from[c]!, this.a[c]!, this.b[c]!, to[c]!) - values[k * width + c]!
        square += miss * miss
      }
      worst = Math.max(worst, square)
    }
    return Math.sqrt(worst)
  }
}

function valueAt(s: number, from: number, leave: number, arrive: number, to: number): number {
  const r = 1 - s
  return from + (to - from) * s * s * (3 - 2 * s) + 3 * r * s * (r * leave - s * arrive)
}

/** Products of a component's columns, gathered over the looks. */
class Sums {
  private b11 = 0
  private b12 = 0
  private b22 = 0
  private j00 = 0
  private j01 = 0
  private j11 = 0
  private readonly bj = [0, 0, 0, 0]
  private e0 = 0
  private e1 = 0

  add(b1: number, b2: number, j0: number, j1: number, miss: number): void {
    this.b11 += b1 * b1
    this.b12 += b1 * b2
    this.b22 += b2 * b2
    this.j00 += j0 * j0
    this.j01 += j0 * j1
    this.j11 += j1 * j1
    this.bj[0]! += b1 * j0
    this.bj[1]! += b2 * j0
    this.bj[2]! += b1 * j1
    this.bj[3]! += b2 * j1
    this.e0 += j0 * miss
    this.e1 += j1 * miss
  }

  /** Adds the normal equations, the free control values projected out. */
  addTo(
    total: { n00: number; n01: number; n11: number; d0: number; d1: number },
    freeLeave: boolean,
    freeArrive: boolean,
  ): void {
    const project = (i: number, k: number): number => {
      const [p, q] = [this.bj[2 * i]!, this.bj[2 * i + 1]!]
      const [v, w] = [this.bj[2 * k]!, this.bj[2 * k + 1]!]
      if (freeLeave && freeArrive) {
        const det = this.b11 * this.b22 - this.b12 * this.b12
        if (!(det > 1e-14 * this.b11 * this.b22)) return 0
        return (p * (this.b22 * v - this.b12 * w) + q * (this.b11 * w - this.b12 * v)) / det
      }
      if (freeLeave) return this.b11 > 0 ? (p * v) / this.b11 : 0
      return freeArrive && this.b22 > 0 ? (q * w) / this.b22 : 0
    }
    total.n00 += this.j00 - project(0, 0)
    total.n01 += this.j01 - project(0, 1)
    total.n11 += this.j11 - project(1, 1)
    total.d0 += this.e0
    total.d1 += this.e1
  }
}

/** Bézier parameters at growing elapsed fractions: Newton from the one before, a bracketed solve where that fails. */
function marchInto(out: Float64Array, fractions: Float64Array, r0: number, r1: number): void {
  const cubic = unitCubic(r0, 1 - r1)
  const { a, b, c } = cubic
  let s = 0
  let before = 0
  for (let k = 0; k < out.length; k += 1) {
    const u = fractions[k]!
    const slope = (3 * a * s + 2 * b) * s + c
    let next = slope > 1e-3 ? s + (u - before) / slope : u
    let solved = false
    for (let step = 0; step < 6 && next >= 0 && next <= 1; step += 1) {
      const grade = (3 * a * next + 2 * b) * next + c
      if (!(grade > 1e-6)) break
      const move = (((a * next + b) * next + c) * next - u) / grade
      next -= move
      if (Math.abs(move) < 1e-13) {
        solved = next >= 0 && next <= 1
        break
      }
    }
    s = solved ? next : solveCubic(cubic, u)
    before = u
    out[k] = s
  }
}
