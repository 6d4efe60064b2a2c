import type { Family } from './family.ts'

interface Arc {
  readonly from: number
  readonly middle: number
  readonly height: number
}

/**
 * out: a ball falls for time 1 from height 1, then springs back in n parabolas lasting 2e, 2e², …,
 * so their heights are e², e⁴, …; the whole is scaled to the unit square.
 * Source: own, from the mechanics of restitution; (3, ½) is the classic curve of d3-ease (easeBounceOut).
 */
export const bounce: Family = {
  name: 'bounce',
  label: 'Bounce',
  natural: 'out',
  numbers: [
    { name: 'bounces', label: 'Bounces', least: 0, most: 12, step: 1, usual: 3, whole: true },
    {
      name: 'restitution',
      label: 'Bounciness',
      least: 0.05,
      most: 0.95,
      step: 0.01,
      usual: 0.5,
      percent: true,
    },
  ],
  compile: ({ bounces = 3, restitution = 0.5 }) => {
    const arcs: Arc[] = [{ from: 0, middle: 0, height: 1 }]
    let total = 1
    for (let k = 1; k <= bounces; k += 1) {
      const half = restitution ** k
      arcs.push({ from: total, middle: total + half, height: restitution ** (2 * k) })
      total += 2 * half
    }
    const arcAt = (time: number): Arc => {
      let at = arcs.length - 1
      while (at > 0 && time < arcs[at]!.from) at -= 1
      return arcs[at]!
    }
    return {
      progress: (u) => {
        const time = u * total
        const arc = arcAt(time)
        return 1 - arc.height + (time - arc.middle) ** 2
      },
      pace: (u) => 2 * total * (u * total - arcAt(u * total).middle),
    }
  },
}
