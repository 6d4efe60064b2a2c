import { computed, onMounted, type ComputedRef } from 'vue'
import { withoutLift } from '@arrow-bend/core/bend'
import { targetSpans } from '@arrow-bend/core/choose'
import { giveBends, linkBends, takeNamedBends, usesOfBends, type KeyRef } from '@arrow-bend/core/edit'
import type { LooseBend } from '@arrow-bend/core/format/bends'
import { distinctName } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { useLastBend } from '../session/selection/lastBend.ts'
import { useSelection } from '../session/selection/selection.ts'
import { useBendShelf } from '../session/view/bendShelf.ts'
import { toast } from '../ui/toast.ts'
import { filteredBends, shelfBends, type ShelfBend } from './shelfBend.ts'

export interface Library {
  readonly all: ComputedRef<readonly ShelfBend[]>
  readonly shown: ComputedRef<readonly ShelfBend[]>
  /** The spans a bend that is chosen goes to. */
  readonly target: ComputedRef<readonly KeyRef[]>
  /**
   * Gives spans a bend: one of the project is linked to, unless a copy is asked for; any other becomes their own.
   * @param spans the selected ones when left out
   */
  readonly apply: (one: ShelfBend, options?: { copy?: boolean; spans?: readonly KeyRef[] }) => void
  readonly toProject: (bends: readonly LooseBend[]) => void
  readonly toOwn: (bends: readonly LooseBend[]) => Promise<void>
}

/** Fit for any library: without a bump, which is in the units of one property. */
const loose = ({ name, bend, tags }: LooseBend): LooseBend => ({
  name,
  bend: withoutLift(bend),
  ...(tags && tags.length > 0 ? { tags } : {}),
})
const counted = (count: number): string => (count === 1 ? 'One bend was' : `${count} bends were`)
const renamedWords = (count: number): string =>
  count === 0 ? '' : ` ${count === 1 ? 'One has' : `${count} have`} a number after the name, which was taken.`

/** The bends there are, those asked for, and what is done with them. */
export function useLibrary(): Library {
  const document = useDocument()
  const selection = useSelection()
  const shelf = useBendShelf()
  const last = useLastBend()
  onMounted(() => void shelf.load())

  const uses = computed(() => (document.project ? usesOfBends(document.project) : new Map()))
  const all = computed(() => shelfBends(document.bends, shelf.own, uses.value))
  const shown = computed(() => filteredBends(all.value, shelf.filter, shelf))
  const target = computed(() =>
    document.project ? targetSpans(document.project, selection.state).map(({ ref }) => ref) : [],
  )
  const apply: Library['apply'] = (one, { copy = false, spans = target.value } = {}) => {
    if (spans.length === 0) {
      toast('Select a span first: click a ribbon between two keys.')
      return
    }
    const links = one.shelf === 'project' && !copy
    const made = document.apply(links ? `Linked to ${one.name}` : `Bend chosen: ${one.name}`, (draft) => {
      if (links) linkBends(draft, spans, one.id)
      else giveBends(draft, spans, () => one.bend)
      return true
    })
    if (!made) return
    last.remember(one.bend)
    shelf.remember(one.key)
  }
  const toProject: Library['toProject'] = (bends) => {
    const made = document.apply(
      bends.length === 1 ? 'Bend added to the library' : 'Bends added to the library',
      (draft) => takeNamedBends(draft, bends.map(loose), document.makeId),
    )
    if (made) toast.success(`${counted(made.ids.length)} added to this project.${renamedWords(made.renamed)}`)
  }
  const toOwn: Library['toOwn'] = async (bends) => {
    let renamed = 0
    const kept = await shelf.change((now) => {
      renamed = 0
      const names = now.map(({ name }) => name)
      const added = bends.map((given) => {
        const name = distinctName(given.name, names)
        if (name !== given.name) renamed += 1
        names.push(name)
        return loose({ ...given, name })
      })
      return [...now, ...added]
    })
    if (kept) toast.success(`${counted(bends.length)} added to your own.${renamedWords(renamed)}`)
  }
  return { all, shown, target, apply, toProject, toOwn }
}
