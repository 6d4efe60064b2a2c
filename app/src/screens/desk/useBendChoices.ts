import { computed, type ComputedRef } from 'vue'
import { QUICK_BENDS, type FamilyName, type Mode, type PlainBend } from '@arrow-bend/core/bend'
import { useDocument } from '../../session/document/document.ts'
import { useSelection } from '../../session/selection/selection.ts'
import { spanTarget } from '@arrow-bend/core/choose'
import { useLastBend } from '../../session/selection/lastBend.ts'

export interface BendChoice {
  readonly label: string
  readonly bend: PlainBend
}

/** A family's bend as it is offered first. */
export const bendOfFamily = (name: FamilyName, mode: Mode): PlainBend =>
  name === 'steps'
    ? { kind: 'family', family: 'steps', steps: 4, jump: 'end' }
    : { kind: 'family', family: name, mode }

/** Bends that times can be bent by: the quick ones that go all the way, the selected span's, the last, the library's. */
export function useBendChoices(): ComputedRef<readonly BendChoice[]> {
  const document = useDocument()
  const selection = useSelection()
  const last = useLastBend()
  const quick = QUICK_BENDS.filter(({ name }) => name !== 'hold' && name !== 'smooth')
  return computed(() => {
    const first = selection.spans[0] ?? selection.keys[0]
    const span = first && document.committed && spanTarget(document.committed, first)
    const own = span?.compiled.bends[span.index]
    return [
      ...quick.map(({ label, bend }) => ({ label, bend })),
      ...(own ? [{ label: 'The bend of the selected span', bend: own }] : []),
      ...(last.bend ? [{ label: 'The bend used last', bend: last.bend }] : []),
      ...document.bends.map(({ name, bend }) => ({ label: `“${name}” of the library`, bend })),
    ]
  })
}

/** How delays can grow from the first to the last: evenly (null), or as one of these bends goes. */
export function useGrowths(): ComputedRef<
  readonly { readonly label: string; readonly bend: PlainBend | null }[]
> {
  const choices = useBendChoices()
  return computed(() => [
    { label: 'evenly', bend: null },
    ...choices.value
      .filter(({ bend }) => bend.kind !== 'linear')
      .map(({ label, bend }) => ({ label: `as “${label}”`, bend })),
  ])
}
