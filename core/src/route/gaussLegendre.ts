/** Nodes in (−1, 1) and their weights. */
export interface Quadrature {
  readonly nodes: Float64Array
  readonly weights: Float64Array
}

/**
 * Gauss–Legendre nodes and weights of a given order, by Newton's method on the Legendre recurrence.
 * Exact for polynomials of degree 2·order − 1.
 * Source: textbook; starting values cos(π(i − ¼)/(n + ½)) as in Press et al., Numerical Recipes, 4.6 (memory).
 */
export function gaussLegendre(order: number): Quadrature {
  const nodes = new Float64Array(order)
  const weights = new Float64Array(order)
  for (let i = 0; i < order; i += 1) {
    let x = Math.cos((Math.PI * (i + 0.75)) / (order + 0.5))
    let slope = 1
    for (let step = 0; step < 20; step += 1) {
      let before = 0
      let value = 1
      for (let k = 1; k <= order; k += 1) {
        const next = ((2 * k - 1) * x * value - (k - 1) * before) / k
        before = value
        value = next
      }
      slope = (order * (x * value - before)) / (x * x - 1)
      const move = value / slope
      x -= move
      if (Math.abs(move) < 1e-16) break
    }
    nodes[i] = x
    weights[i] = 2 / ((1 - x * x) * slope * slope)
  }
  return { nodes, weights }
}
