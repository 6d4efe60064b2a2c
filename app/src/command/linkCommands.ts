import { useRouter } from 'vue-router'
import { targetSpans, type SpanTarget } from '@arrow-bend/core/choose'
import { unlinkBends } from '@arrow-bend/core/edit'
import { definitionOf } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { useSelection } from '../session/selection/selection.ts'
import { useMatchRuns } from '../session/view/matchRuns.ts'
import { toast } from '../ui/toast.ts'
import type { CommandRuns, CommandWords } from './command.ts'
import { useToldStep } from './useToldStep.ts'

/** Commands of what has to move as one: library bends, links, Match. */
export const LINK_COMMANDS = {
  match: {
    name: 'Match what is selected',
    shown: ['C'],
    chords: ['c'],
    label: 'Compare the selected spans, lanes or layers: where they part, and what makes them agree',
    group: 'Bends',
  },
  toLibrary: {
    name: 'Bend library…',
    shown: [],
    chords: [],
    label: 'All bends: find, keep, link, hand out and take in',
    group: 'Bends',
  },
  keepAndLink: {
    name: 'Keep the bend and link',
    shown: [],
    chords: [],
    label: 'The bend of the selected spans becomes one of the library, which they follow from then on',
    group: 'Bends',
  },
  linkAlike: {
    name: 'Link all spans alike',
    shown: [],
    chords: [],
    label: 'Every span of the project that has the library bend of the selected one follows it, too',
    group: 'Bends',
  },
  selectLinked: {
    name: 'Select all that are linked to it',
    shown: [],
    chords: [],
    label: 'All spans of the scene that follow the same library bend',
    group: 'Bends',
  },
  unlink: {
    name: 'Unlink',
    shown: [],
    chords: [],
    label: 'The selected spans keep their bend as their own; nothing seen changes',
    group: 'Bends',
  },
} as const satisfies Record<string, CommandWords>

const NO_SPAN = 'Select a span first: click a ribbon between two keys.'

/** What they do. */
export function useLinkCommands(): CommandRuns<keyof typeof LINK_COMMANDS> {
  const document = useDocument()
  const selection = useSelection()
  const match = useMatchRuns()
  const router = useRouter()
  const told = useToldStep()

  const params = () => ({ id: document.project!.id, scene: document.sceneId })
  /** Calls with the spans that are meant; says so where there are none. */
  const withSpans = <T>(use: (spans: readonly SpanTarget[]) => T): T | null => {
    const spans = targetSpans(document.project!, selection.state)
    if (spans.length > 0) return use(spans)
    toast(NO_SPAN)
    return null
  }
  /** The library bend the first of them follows, with its id; says so where it follows none. */
  const withLink = (use: (bendId: string, name: string) => unknown): unknown =>
    withSpans(([first]) => {
      const { bend } = first!.from
      const named = bend.kind === 'linked' ? document.bends.find(({ id }) => id === bend.bendId) : null
      return named ? use(named.id, named.name) : toast('This span follows no bend of the library.')
    })
  return {
    match: () => {
      if (match.selected.length > 0) match.take()
      void router.push({ name: 'match', params: params() })
    },
    toLibrary: () => void router.push({ name: 'library', params: params() }),
    keepAndLink: () =>
      withSpans(async (spans) => {
        const [{ layer, ref, compiled, index, from }] = spans as readonly [SpanTarget, ...SpanTarget[]]
        const label = definitionOf(layer.kind, ref.property)?.label.toLowerCase() ?? ref.property
        const { keepAndLink, linkBends } = await import('./seldomEdits.ts')
        const refs = spans.map((span) => span.ref)
        const follow = spans.length === 1 ? 'the span follows' : `${spans.length} spans follow`
        const known = from.bend
        if (known.kind === 'linked') {
          // It is kept already: the others follow it, too.
          const name = document.bends.find(({ id }) => id === known.bendId)?.name
          const made = document.apply('Linked to one bend', (draft) => linkBends(draft, refs, known.bendId))
          if (made !== null)
            told(`${spans.length} ${spans.length === 1 ? 'span follows' : 'spans follow'} “${name}”.`)
          return
        }
        const bend = compiled.bends[index]!
        const name = document.apply('Kept in the library and linked', (draft) =>
          keepAndLink(draft, refs, {
            name: `${layer.name} ${label}`.slice(0, 100),
            bend,
            makeId: document.makeId,
          }),
        )
        if (name !== null) told(`The library has “${name}” now; ${follow} it.`)
      }),
    linkAlike: () =>
      withLink(async (bendId, name) => {
        const { linkBends, spansLike } = await import('./seldomEdits.ts')
        const alike = spansLike(document.project!, bendId)
        if (alike.length === 0) {
          toast(`No other span has the bend “${name}”.`)
          return
        }
        const made = document.apply('Alike spans linked', (draft) => {
          linkBends(draft, alike, bendId)
          return true
        })
        if (made)
          told(`${alike.length} more ${alike.length === 1 ? 'span follows' : 'spans follow'} “${name}”.`)
      }),
    selectLinked: () =>
      withLink(async (bendId) => {
        const { spansLinkedTo } = await import('./seldomEdits.ts')
        const all = spansLinkedTo(document.project!, bendId)
        selection.selectSpans(all.filter(({ scene }) => scene === document.sceneId))
        const elsewhere = all.filter(({ scene }) => scene !== document.sceneId).length
        if (elsewhere > 0) toast(`${elsewhere} more follow it in other scenes.`)
      }),
    unlink: () =>
      withSpans((spans) => {
        document.apply('Unlinked', (draft) =>
          unlinkBends(
            draft,
            spans.map(({ ref }) => ref),
          ),
        )
      }),
  }
}
