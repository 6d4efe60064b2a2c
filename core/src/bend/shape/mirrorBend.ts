import { HOLD, type BendNode, type FamilyBend, type Mode, type PlainBend, type StepJump } from '../bend.ts'

const MODES: Readonly<Record<Mode, Mode>> = { in: 'out', out: 'in', inOut: 'inOut' }
const JUMPS: Readonly<Record<StepJump, StepJump>> = { start: 'end', end: 'start', both: 'both', none: 'none' }

/**
 * The bend of the same span played backwards: progress 1 − p(1 − u). A hold, played backwards, jumps at once.
 * At the very moment of a jump the two differ, as one looks forward in time and the other back.
 */
export function mirrorBend(bend: PlainBend): PlainBend {
  switch (bend.kind) {
    case 'linear':
      return bend
    case 'hold':
      return { kind: 'family', family: 'steps', steps: 1, jump: 'start' }
    case 'handles':
      return { kind: 'handles', leave: bend.arrive, arrive: bend.leave }
    case 'family':
      return mirrorFamily(bend)
    case 'points':
      return { kind: 'points', nodes: [...bend.nodes].reverse().map(mirrorNode) }
  }
}

function mirrorFamily(bend: FamilyBend): PlainBend {
  const part = bend.part ? { part: [1 - bend.part[1], 1 - bend.part[0]] as const } : {}
  if (bend.family === 'steps') {
    const jump = JUMPS[bend.jump ?? 'end']
    if (bend.steps === 1 && jump === 'end' && !bend.part) return HOLD
    return { ...bend, ...part, jump }
  }
  return { ...bend, ...part, mode: MODES[bend.mode ?? 'in'] }
}

function mirrorNode({ at, arrive, leave, through }: BendNode): BendNode {
  return {
    at: [1 - at[0], 1 - at[1]],
    arrive: [-leave[0], -leave[1]],
    leave: [-arrive[0], -arrive[1]],
    through,
  }
}
