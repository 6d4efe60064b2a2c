import type { Outline, Vertex } from '../property/index.ts'
import type { Cubic, Vec2 } from '../route/index.ts'

const armEnd = ({ at }: Vertex, arm: { readonly angle: number; readonly length: number }): Vec2 => {
  if (arm.length === 0) return at
  const radians = (arm.angle * Math.PI) / 180
  return [at[0] + arm.length * Math.cos(radians), at[1] + arm.length * Math.sin(radians)]
}

/** The cubic pieces of an outline, in order; the last closes it when it is closed. */
export function outlineCubics({ closed, vertices }: Outline): Cubic[] {
  const count = closed ? vertices.length : vertices.length - 1
  return Array.from({ length: Math.max(0, count) }, (_, i) => {
    const from = vertices[i]!
    const to = vertices[(i + 1) % vertices.length]!
    return { from: from.at, leave: armEnd(from, from.leave), arrive: armEnd(to, to.arrive), to: to.at }
  })
}

/** An outline as SVG path data. Source: W3C, SVG 2, section 9.3 (M, L, C, Z). */
export function outlinePathData(outline: Outline): string {
  const cubics = outlineCubics(outline)
  if (cubics.length === 0) return ''
  const start = `M${cubics[0]!.from.join(' ')}`
  const pieces = cubics.map(({ from, leave, arrive, to }) =>
    leave === from && arrive === to
      ? `L${to.join(' ')}`
      : `C${leave.join(' ')} ${arrive.join(' ')} ${to.join(' ')}`,
  )
  return `${start}${pieces.join('')}${outline.closed ? 'Z' : ''}`
}
