import type { Draft } from 'immer'
import type { PlainBend } from '../../bend/index.ts'
import type { Key } from '../../property/index.ts'
import type { Project, Scene } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { undrafted } from '../editProperty.ts'
import { addKeys } from '../keys/setKeys.ts'
import { sceneIn, type MakeId } from '../refs.ts'

export interface Dissolve {
  readonly from: Ticks
  readonly to: Ticks
  readonly fade: PlainBend
  readonly makeId: MakeId
}

/**
 * Dissolves one layer into another by opacity keys over a stretch: the upper of the two fades, so that no gap shows through.
 * @param pair ids of the layer that ends and of the one that begins
 * @returns null, or the name of the upper layer, left as it was because its opacity moves there already
 */
export function dissolve(
  draft: Draft<Project>,
  sceneId: string,
  pair: readonly [ends: string, begins: string],
  { from, to, fade, makeId }: Dissolve,
): string | null {
  const upper = undrafted<Scene>(sceneIn(draft, sceneId)).layers.find(({ id }) => pair.includes(id))!
  const comes = upper.id === pair[1]
  const { keys, value } = upper.properties['opacity']!
  // A layer in the middle fades in and out: two stretches, each with keys of its own.
  const there = keys.filter(({ t }) => (comes ? t <= to : t >= from))
  if (there.length > 0 && !isDissolve(there, { from, to, comes })) return upper.name
  const shown = keys.filter(({ t }) => (comes ? t >= to : t <= from))
  const full = shown.length === 0 ? value : (comes ? shown[0]! : shown.at(-1)!).value
  addKeys(
    draft,
    { scene: sceneId, layer: upper.id, property: 'opacity' },
    [
      { t: from, value: comes ? 0 : full, bend: fade },
      { t: to, value: comes ? full : 0 },
    ],
    makeId,
  )
  return null
}

/** Whether keys are those of a dissolve over a stretch, which may be made anew. */
function isDissolve(
  [start, end, ...more]: readonly Key[],
  { from, to, comes }: { readonly from: Ticks; readonly to: Ticks; readonly comes: boolean },
): boolean {
  const gone = comes ? start : end
  return start?.t === from && end?.t === to && more.length === 0 && gone?.value === 0
}
