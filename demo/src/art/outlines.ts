import type { Outline, Vertex } from '@arrow-bend/core/property'

const still = { angle: 0, length: 0 }

/** An outline of straight lines. */
export function straightOutline(points: readonly (readonly [number, number])[], closed = true): Outline {
  return { closed, vertices: points.map((at): Vertex => ({ at, arrive: still, leave: still, corner: 0 })) }
}

/** The pennant, from its mast to its two tails; the waves are level arms at each point. */
export function pennant(): Outline {
  const wave = (at: readonly [number, number], angle: number, length: number): Vertex => ({
    at,
    arrive: { angle: angle + 180, length },
    leave: { angle, length },
    corner: 0,
  })
  const corner = (at: readonly [number, number]): Vertex => ({ at, arrive: still, leave: still, corner: 0 })
  return {
    closed: true,
    vertices: [
      corner([0, -52]),
      wave([-96, -34], 205, 46),
      corner([-236, -52]),
      corner([-176, -12]),
      corner([-240, 34]),
      wave([-100, 40], -22, 46),
      corner([0, 52]),
    ],
  }
}

/** The light's cone, from the lantern outward to the right. */
export function beam(): Outline {
  return straightOutline([
    [0, -10],
    [1500, -150],
    [1500, 150],
    [0, 10],
  ])
}
