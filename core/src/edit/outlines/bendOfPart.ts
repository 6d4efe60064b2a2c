import type { Bend, Handle } from '../../bend/index.ts'

/**
 * A bend of several numbers for one of them alone.
 * @param c which
 * @param share what it is multiplied by, its bump with it
 */
export function bendOfPart(bend: Bend, c: number, share = 1): Bend {
  if (bend.kind !== 'handles' || !(bend.leave.lift ?? bend.arrive.lift)) return bend
  const own = ({ lift, ...handle }: Handle): Handle =>
    lift?.[c] ? { ...handle, lift: [share * lift[c]] } : handle
  return { kind: 'handles', leave: own(bend.leave), arrive: own(bend.arrive) }
}

/** Whether a bend has a bump in one of its numbers. */
export function hasBump(bend: Bend, c: number): boolean {
  return bend.kind === 'handles' && Boolean(bend.leave.lift?.[c] || bend.arrive.lift?.[c])
}
