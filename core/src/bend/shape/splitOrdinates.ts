/** The four control values of a cubic Bézier along one axis. */
export type Ordinates = [number, number, number, number]

/** The ordinates of a cubic's two halves at s. Source: P. de Casteljau's subdivision. */
export function splitOrdinates(
  [p0, p1, p2, p3]: Readonly<Ordinates>,
  s: number,
): { before: Ordinates; after: Ordinates } {
  const mix = (from: number, to: number): number => from + s * (to - from)
  const q0 = mix(p0, p1)
  const q1 = mix(p1, p2)
  const q2 = mix(p2, p3)
  const r0 = mix(q0, q1)
  const r1 = mix(q1, q2)
  const middle = mix(r0, r1)
  return { before: [p0, q0, r0, middle], after: [middle, r1, q2, p3] }
}
