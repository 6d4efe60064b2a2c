import svgpath from 'svgpath'
import { compileRoute, type Cubic, type Vec2 } from '../../../route/index.ts'
import { withoutChords } from './withoutChords.ts'

/** Points nearer than this are one, px. */
const SAME = 1e-9

/**
 * The first subpath of path data as cubics, without pieces of no length; a run of many short straight ways that bends evenly
 * becomes the few cubics it was made from.
 * Source: W3C, SVG 2, section 9.3, read by svgpath.
 */
export function cubicsOfPath(data: string): readonly Cubic[] {
  const cubics: Cubic[] = []
  let [start, subpaths]: [Vec2, number] = [[0, 0], 0]
  svgpath(data)
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _index, x, y) => {
      const from: Vec2 = [x, y]
      const numbers = segment.slice(1) as number[]
      const point = (i: number): Vec2 => [numbers[i]!, numbers[i + 1]!]
      const straight = (to: Vec2): Cubic => ({ from, leave: from, arrive: to, to })
      if (segment[0] === 'M') {
        subpaths += 1
        start = point(0)
      }
      if (subpaths > 1) return
      const third = (end: Vec2): Vec2 => [
        end[0] + (2 / 3) * (numbers[0]! - end[0]),
        end[1] + (2 / 3) * (numbers[1]! - end[1]),
      ]
      const made: Readonly<Record<string, () => Cubic>> = {
        L: () => straight(point(0)),
        H: () => straight([numbers[0]!, y]),
        V: () => straight([x, numbers[0]!]),
        C: () => ({ from, leave: point(0), arrive: point(2), to: point(4) }),
        Q: () => ({ from, leave: third(from), arrive: third(point(2)), to: point(2) }),
        Z: () => straight(start),
        z: () => straight(start),
      }
      const cubic = made[segment[0]]?.()
      if (cubic && compileRoute(cubic).length > SAME) cubics.push(cubic)
    })
  return withoutChords(cubics)
}
