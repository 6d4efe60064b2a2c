import type { Family } from './family.ts'

/** What may be left of the swing at the span's end, as a share of the change. */
const SETTLED = 0.001

interface Motion {
  at(time: number): number
  speed(time: number): number
}

/**
 * A damped oscillator from 0 toward 1: x″ + 2ζωx′ + ω²(x − 1) = 0, x(0) = 0, x′(0) = velocity.
 * @param zeta damping ratio > 0; below 1 it swings, from 1 it creeps
 * @param omega undamped angular frequency in radians per unit time
 * Source: textbook mechanics (closed form of the damped harmonic oscillator).
 */
export function oscillator(zeta: number, omega: number, velocity: number): Motion {
  const decay = zeta * omega
  if (Math.abs(zeta - 1) < 1e-9) {
    const slope = omega - velocity
    return {
      at: (t) => 1 - (1 + slope * t) * Math.exp(-omega * t),
      speed: (t) => (omega + omega * slope * t - slope) * Math.exp(-omega * t),
    }
  }
  if (zeta < 1) {
    const swing = omega * Math.sqrt(1 - zeta * zeta)
    const side = (decay - velocity) / swing
    return {
      at: (t) => 1 - Math.exp(-decay * t) * (Math.cos(swing * t) + side * Math.sin(swing * t)),
      speed: (t) =>
        Math.exp(-decay * t) *
        ((decay - side * swing) * Math.cos(swing * t) + (decay * side + swing) * Math.sin(swing * t)),
    }
  }
  const root = omega * Math.sqrt(zeta * zeta - 1)
  const slow = decay - root
  const fast = decay + root
  const first = (fast - velocity) / (fast - slow)
  const second = 1 - first
  return {
    at: (t) => 1 - first * Math.exp(-slow * t) - second * Math.exp(-fast * t),
    speed: (t) => first * slow * Math.exp(-slow * t) + second * fast * Math.exp(-fast * t),
  }
}

/** The frequency at which the swing's envelope (or, from ζ = 1, the remainder) is SETTLED at time 1. */
export function settlingFrequency(zeta: number): number {
  if (zeta < 1 - 1e-9) return -Math.log(SETTLED * Math.sqrt(1 - zeta * zeta)) / zeta
  let low = 1
  let high = 100 * zeta
  for (let step = 0; step < 80; step += 1) {
    const middle = (low + high) / 2
    if (1 - oscillator(zeta, middle, 0).at(1) > SETTLED) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** out: the oscillator, with (1 − f(1))·u added so that it ends exactly. Source: see `oscillator`; the closing term is own. */
export const spring: Family = {
  name: 'spring',
  label: 'Spring',
  natural: 'out',
  numbers: [
    { name: 'dampingRatio', label: 'Damping', least: 0.05, most: 5, step: 0.01, usual: 0.4 },
    { name: 'velocity', label: 'Start speed', least: -20, most: 20, step: 0.1, usual: 0 },
  ],
  compile: ({ dampingRatio = 0.4, velocity = 0 }) => {
    const motion = oscillator(dampingRatio, settlingFrequency(dampingRatio), velocity)
    const remainder = 1 - motion.at(1)
    return {
      progress: (u) => motion.at(u) + remainder * u,
      pace: (u) => motion.speed(u) + remainder,
    }
  },
}
