import type { Handle } from '../../bend/index.ts'
import { VERTEX_WIDTH, type Key } from '../../property/index.ts'

/** Where each vertex comes from. */
export interface Rearranged {
  /** Its number before; null for a new one. */
  readonly from: readonly (number | null)[]
  /** Whether the outline goes the other way, so that what arrived at a vertex leaves it. */
  readonly isTurned?: boolean
}

const AS_THEY_ARE = Array.from({ length: VERTEX_WIDTH }, (_, n) => n)
/** A vertex's numbers with the arms, arriving and leaving, changed. */
const TURNED = [0, 1, 4, 5, 2, 3, 6] as const

/** A key whose bump, numbers for every vertex, goes with the vertices; those of a new one are 0. */
export function withVertexLifts(key: Key, { from, isTurned = false }: Rearranged): Key {
  const { bend } = key
  if (bend.kind !== 'handles' || !(bend.leave.lift ?? bend.arrive.lift)) return key
  const rearranged = (handle: Handle): Handle => {
    const { lift } = handle
    if (!lift) return handle
    const numbers = isTurned ? TURNED : AS_THEY_ARE
    const liftOf = (vertex: number | null, n: number): number =>
      vertex === null ? 0 : (lift[vertex * VERTEX_WIDTH + n] ?? 0)
    return { ...handle, lift: from.flatMap((vertex) => numbers.map((n) => liftOf(vertex, n))) }
  }
  return { ...key, bend: { kind: 'handles', leave: rearranged(bend.leave), arrive: rearranged(bend.arrive) } }
}
