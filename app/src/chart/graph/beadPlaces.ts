import type { CompiledProperty } from '@arrow-bend/core/property'
import { isCrowded } from '../lane/crowding.ts'
import type { GraphScale } from './graphScale.ts'
import { curveCount, distancesAtKeys, type GraphOf, type SampleOptions } from './sampleGraph.ts'

export interface GraphBead {
  readonly key: string
  /** What tells it from the others on the page: its key, or its place where many crowd and few things are moved. */
  readonly slot: string
  readonly index: number
  readonly component: number
  readonly x: number
  readonly y: number
  readonly value: number
  /** The keys it stands for: more than one where they crowd. */
  readonly keys: readonly string[]
}

/** How near beads are drawn as one where keys crowd, px. */
const NEAR = 9

/** The value of a key in a graph, by component. */
export function keyValues(
  compiled: CompiledProperty,
  of: GraphOf,
): (index: number, component: number) => number {
  if (of === 'distance') {
    const distances = distancesAtKeys(compiled)
    return (index) => distances[index]!
  }
  return (index, component) => compiled.values[index * compiled.width + component]!
}

/** The beads of a graph that are in view; a graph of speed has none. */
export function beadsOf(
  compiled: CompiledProperty,
  { xOf, width, of }: SampleOptions,
  scale: GraphScale,
): GraphBead[] {
  if (of === 'speed') return []
  const valueOf = keyValues(compiled, of)
  const curves = curveCount(compiled, of)
  const ids = keyIds(compiled)
  const inView = standing(compiled, xOf, width)
  return inView.groups.flatMap(({ x, index, count }, i) =>
    Array.from({ length: curves }, (_, component): GraphBead => {
      const value = valueOf(index, component)
      const key = ids[index]!
      const slot = `${inView.crowded ? i : key}/${component}`
      return {
        key,
        keys: ids.slice(index, index + count),
        index,
        x,
        slot,
        component,
        y: scale.y(value),
        value,
      }
    }),
  )
}

/** The keys in view, those nearer than can be told apart as one where they crowd. */
function standing(
  { keys }: CompiledProperty,
  xOf: (time: number) => number,
  width: number,
): { readonly crowded: boolean; readonly groups: readonly { x: number; index: number; count: number }[] } {
  const groups: { x: number; index: number; count: number }[] = []
  const xs = keys.map(({ t }) => xOf(t))
  const from = xs.findIndex((x) => x >= -8)
  const to = xs.findLastIndex((x) => x <= width + 8)
  const crowded = from >= 0 && isCrowded(to - from + 1, width)
  for (let index = Math.max(0, from); index <= to; index += 1) {
    const last = groups[groups.length - 1]
    const x = xs[index]!
    if (crowded && last && x - last.x < NEAR) last.count += 1
    else groups.push({ x, index, count: 1 })
  }
  return { crowded, groups: from < 0 ? [] : groups }
}

const IDS = new WeakMap<CompiledProperty['keys'], readonly string[]>()

function keyIds({ keys }: CompiledProperty): readonly string[] {
  let ids = IDS.get(keys)
  if (!ids) IDS.set(keys, (ids = keys.map(({ id }) => id)))
  return ids
}
