import { Bezier } from 'bezier-js'
import { arcLength, compileRoute, cubicSpeed, type Cubic } from '@arrow-bend/core/route'
import { seeded, shortest, shortestOfBoth, type Result } from './result.ts'

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
  const [whole, reference] = shortestOfBoth(
    () => cubics.forEach((cubic) => (kept += compileRoute(cubic).length)),
    () => theirs.forEach((numbers) => (kept += new Bezier(numbers).length())),
    600,
  ).map((ms) => (ms / COUNT) * 1e3) as [number, number]
  const routes = cubics.map(compileRoute)
  const out = new Float64Array(2)
  const pointTime = shortest(() => {
    for (const route of routes)
      for (let i = 0; i < 20; i += 1) {
        route.pointInto(out, (i / 20) * route.length)
        kept += out[0]!
      }
  })
  const worst = Math.max(...cubics.map((cubic) => Math.abs(arcLength(cubic) / finely(cubic) - 1)))
  if (!Number.isFinite(kept)) throw new Error('a route gave no length')
  return [
    {
      name: 'route made ready (reference: bezier-js length)',
      unit: 'µs',
      ours: whole,
      reference,
      wanted: '≥ 3',
    },
    { name: 'route, largest error of a length × 1e9', unit: 'error', ours: worst * 1e9, wanted: '≤ 1' },
    { name: 'route, point at a distance', unit: 'ns', ours: (pointTime / COUNT / 20) * 1e6 },
  ]
}

/** The length by Gauss–Legendre in 4 096 pieces of three points. */
function finely(cubic: Cubic): number {
  const PIECES = 4096
  const third = Math.sqrt(0.6)
  let sum = 0
  for (let i = 0; i < PIECES; i += 1) {
    const at = (x: number): number => cubicSpeed(cubic, (i + 0.5 + x / 2) / PIECES)
    sum += (5 * at(-third) + 8 * at(0) + 5 * at(third)) / (18 * PIECES)
  }
  return sum
}
