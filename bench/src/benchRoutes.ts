import { Bezier } from 'bezier-js'
import { arcLength, compileRoute, type Cubic } from '@arrow-bend/core/route'
import { seeded, shortest, type Result } from './result.ts'

const COUNT = 400

/** Lengths and whole routes of random cubics against bezier-js. */
export function benchRoutes(): Result[] {
  const random = seeded(3)
  const point = (): [number, number] => [random() * 1920, random() * 1080]
  const cubics = Array.from({ length: COUNT }, (): Cubic => ({
    from: point(),
    leave: point(),
    arrive: point(),
    to: point(),
  }))
  const theirs = cubics.map(({ from, leave, arrive, to }) => [...from, ...leave, ...arrive, ...to])
  let kept = 0
  const reference =
    (shortest(() => theirs.forEach((numbers) => (kept += new Bezier(numbers).length()))) / COUNT) * 1e3
  const length =
    (shortest(() => cubics.forEach((cubic) => (kept += arcLength(cubic, 0, 1, 1e-9)))) / COUNT) * 1e3
  const whole =
    (shortest(() => cubics.forEach((cubic) => (kept += compileRoute(cubic).length))) / COUNT) * 1e3
  if (!Number.isFinite(kept)) throw new Error('a route gave no length')
  return [
    { name: 'route, length to 1e-9', unit: 'µs', ours: length, reference },
    {
      name: 'route, length and table by distance (reference: length only)',
      unit: 'µs',
      ours: whole,
      reference,
    },
  ]
}
