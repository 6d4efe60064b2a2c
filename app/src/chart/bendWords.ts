import { FAMILIES, QUICK_BENDS, type PlainBend } from '@arrow-bend/core/bend'

const MODES = { in: 'in', out: 'out', inOut: 'in-out' } as const
const percent = (share: number): string => String(Math.round(share * 100))

/** A bend in a few words: a quick one by its name, a family by its own, any other by how far its handles reach. */
export function bendWords(bend: PlainBend): string {
  const quick = QUICK_BENDS.find((one) => JSON.stringify(one.bend) === JSON.stringify(bend) && !one.smooth)
  if (quick) return quick.label
  if (bend.kind === 'linear') return 'Linear'
  if (bend.kind === 'hold') return 'Hold'
  if (bend.kind === 'family') {
    const { label, natural } = FAMILIES[bend.family]
    return natural ? `${label} ${MODES[bend.mode ?? 'in']}` : label
  }
  if (bend.kind === 'points') return `Own, ${bend.nodes.length - 2} points`
  return `Own ${percent(bend.leave.reach)}, ${percent(bend.arrive.reach)}`
}
