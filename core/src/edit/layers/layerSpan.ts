import type { Draft } from 'immer'
import { timedKeys, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { undrafted } from '../editProperty.ts'
import { moveKeys, type MoveReport } from '../timing/moveKeys.ts'
import { layerIn, type KeyRef } from '../refs.ts'
import { slipSource } from './slipSource.ts'
import { stretchKeys } from '../timing/stretchKeys.ts'

/**
 * What a layer's keys do when its span changes: stay where they are; the first (or the last) key of each property
 * goes with the start (or the end) of the span; all are stretched with it.
 */
export type SpanPolicy = 'stay' | 'firstFollows' | 'lastFollows' | 'stretch'

/**
 * Gives a layer another span.
 * @throws BadEdit for a span that does not start before it ends, a locked layer, or a key that would be passed by
 */
export function setLayerSpan(
  draft: Draft<Project>,
  ref: { readonly scene: string; readonly layer: string },
  span: readonly [from: Ticks, to: Ticks],
  policy: SpanPolicy,
): MoveReport {
  const layer = layerIn(draft, ref)
  if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
  const [from, to] = span
  if (!(from < to)) throw new BadEdit('A layer has to start before it ends. Its span was kept.')
  const [oldFrom, oldTo] = [layer.span[0], layer.span[1]]
  layer.span = [from, to]
  // What plays in it is trimmed, not moved.
  if (policy !== 'stretch') slipSource(draft, ref, from - oldFrom)
  if (policy === 'stay') return { replaced: 0 }
  if (policy === 'stretch') {
    const factor = (to - from) / (oldTo - oldFrom)
    return stretchKeys(
      draft,
      refsOf(draft, ref, (timed) => timed),
      { about: oldFrom, onto: from, factor },
    )
  }
  const first = policy === 'firstFollows'
  const shift = first ? from - oldFrom : to - oldTo
  checkRoom(draft, ref, first, shift)
  return moveKeys(
    draft,
    refsOf(draft, ref, (timed) => (first ? timed.slice(0, 1) : timed.slice(-1))),
    shift,
  )
}

type LayerRef = { readonly scene: string; readonly layer: string }

function refsOf(
  draft: Draft<Project>,
  ref: LayerRef,
  pick: (timed: ReturnType<typeof timedKeys>) => ReturnType<typeof timedKeys>,
): KeyRef[] {
  return Object.entries(layerIn(draft, ref).properties).flatMap(([property, drafted]) =>
    pick(timedKeys(undrafted<Property>(drafted))).map((key) => ({ ...ref, property, key: key.id })),
  )
}

/** The first or last key of a property may not pass its neighbour. */
function checkRoom(draft: Draft<Project>, ref: LayerRef, first: boolean, shift: number): void {
  const { name, properties } = layerIn(draft, ref)
  for (const [property, drafted] of Object.entries(properties)) {
    const times = timedKeys(undrafted<Property>(drafted)).map(({ t }) => t as number)
    if (times.length < 2) continue
    const passes = first
      ? times[0]! + shift >= times[1]!
      : times[times.length - 1]! + shift <= times[times.length - 2]!
    if (!passes) continue
    const [which, neighbour] = first ? ['first', 'second'] : ['last', 'last but one']
    throw new BadEdit(
      `The ${which} key of the ${property} of “${name}” would pass the ${neighbour}. Move that first, or choose to stretch. Nothing was changed.`,
    )
  }
}
