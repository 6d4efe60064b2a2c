import { computed, shallowRef, type ComputedRef, type ShallowRef } from 'vue'
import {
  alignRuns,
  giveRun,
  linkRuns,
  makeOne,
  matchPeaks,
  unlinkBends,
  type GivenRun,
  type MatchedPeaks,
  type RunAlignment,
  type RunRef,
} from '@arrow-bend/core/edit'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../session/document/document.ts'
import { usePreview } from '../../../session/document/usePreview.ts'
import { useMatchRuns } from '../../../session/view/matchRuns.ts'
import { useToldStep } from '../../../command/useToldStep.ts'
import { numberWords } from '../../../ui/numberWords.ts'
import type { Match, MatchEntry } from '../useMatch.ts'

/** What makes runs agree. */
export type MatchCommand =
  'give' | 'giveBack' | 'link' | 'mirror' | 'starts' | 'ends' | 'both' | 'lengths' | 'peaks' | 'one'

/** What a command does, on which runs. */
interface Wanted {
  readonly command: MatchCommand
  readonly from: RunRef
  readonly onto: readonly RunRef[]
  /** What a bend is called that has to be made. */
  readonly name: string
}

/** Words an edit has for what it left. */
type Told = string

export interface MatchCommands {
  /** Which runs they are done to. */
  readonly scope: ShallowRef<'second' | 'all'>
  readonly targets: ComputedRef<readonly MatchEntry[]>
  /** What a button does that looks at a command where it is pointed at, and does it where it is pressed. */
  readonly onButton: (
    command: MatchCommand,
    onto?: MatchEntry,
  ) => Readonly<Record<string, (event: Event) => void>>
  readonly unlink: (entry: MatchEntry) => void
  /** Why what is looked at cannot be done; empty where it can. */
  readonly trouble: ComputedRef<string>
  /** What is looked at; null for nothing. */
  readonly looked: ComputedRef<MatchCommand | null>
}

const LABELS: Readonly<Record<MatchCommand, string>> = {
  give: 'Bend given',
  giveBack: 'Bend given',
  link: 'Linked to one bend',
  mirror: 'Mirrored onto',
  starts: 'Starts aligned',
  ends: 'Ends aligned',
  both: 'Starts and ends aligned',
  lengths: 'Lengths matched',
  peaks: 'Peaks matched',
  one: 'Made one',
}
const ALIGNMENTS: ReadonlySet<MatchCommand> = new Set(['starts', 'ends', 'both', 'lengths'])

/** Commands of Match: each is looked at before it is done, on the second run or on all that are checked. */
export function useMatchCommands(match: Match): MatchCommands {
  const document = useDocument()
  const store = useMatchRuns()
  const told = useToldStep()
  const scope = shallowRef<'second' | 'all'>('second')

  const targets = computed(() => {
    const [first, second] = [match.first.value, match.second.value]
    if (!first || !second) return []
    if (scope.value === 'second') return [second]
    return match.entries.value.filter(({ key, read }) => read && key !== first.key && !store.left.has(key))
  })
  const wantedOf = (command: MatchCommand, entry?: MatchEntry): Wanted | null => {
    const [first, second] = [match.first.value, match.second.value]
    if (!first || !second) return null
    const name = `${first.layer} bend`.slice(0, 100)
    if (command === 'giveBack') return { command, from: second.ref, onto: [first.ref], name }
    const onto = entry ? [entry] : targets.value
    return { command, from: first.ref, onto: onto.map(({ ref }) => ref), name }
  }
  const replacedWords = (replaced: number): Told =>
    replaced === 0 ? '' : `${replaced === 1 ? 'One key' : `${replaced} keys`} stood there and gave way.`
  const givenWords = ({ percent, joined, replaced }: GivenRun): Told => {
    const left = percent > 0.005 ? `They part by ${numberWords(percent, 2)} % at most now.` : ''
    const keys =
      joined === 0
        ? ''
        : `${joined === 1 ? 'One has' : `${joined} have`} one bend with points in place of the keys between. `
    return [keys.trim(), replacedWords(replaced), left].filter(Boolean).join(' ')
  }
  const peaksWords = ({ ticks, percent }: MatchedPeaks): Told =>
    `Their fastest moments are ${numberWords(ticks / frameTicks(document.rate), 2)} f and ${numberWords(percent, 2)} % apart at most.`

  const recipeOf = ({ command, from, onto, name }: Wanted): Recipe<Told> => {
    const { makeId } = document
    return (draft) => {
      if (ALIGNMENTS.has(command))
        return replacedWords(alignRuns(draft, from, onto, command as RunAlignment).replaced)
      if (command === 'link') return givenWords(linkRuns(draft, from, onto, { name, makeId }))
      if (command === 'one') return givenWords(makeOne(draft, from, onto, makeId))
      if (command === 'peaks') return peaksWords(matchPeaks(draft, from, onto))
      return givenWords(giveRun(draft, from, onto, { mirrored: command === 'mirror' }))
    }
  }
  const wanted = shallowRef<Wanted | null>(null)
  const edit = computed(() => {
    const now = wanted.value
    return now && { label: LABELS[now.command], recipe: recipeOf(now) }
  })
  const preview = usePreview<Told>(() => edit.value)

  const leave = (): void => {
    wanted.value = null
    preview.drop()
  }
  const look = (command: MatchCommand, entry?: MatchEntry): void => {
    // It would be told at every button that nothing may be changed here.
    if (document.readOnly) return
    wanted.value = wantedOf(command, entry)
    preview.show()
  }
  const run = (command: MatchCommand, entry?: MatchEntry): void => {
    const given = wantedOf(command, entry)
    leave()
    if (!given) return
    const words = document.apply(LABELS[command], recipeOf(given))
    if (words) told(words)
  }
  const onButton: MatchCommands['onButton'] = (command, entry) => ({
    onPointerenter: () => look(command, entry),
    onPointerleave: leave,
    onFocus: ({ target }) => {
      if ((target as Element).matches(':focus-visible')) look(command, entry)
    },
    onBlur: leave,
    onClick: () => run(command, entry),
  })
  const unlink: MatchCommands['unlink'] = ({ ref, read }) => {
    if (!read) return
    const spans = read.keys.slice(0, -1).map(({ id }) => ({ ...ref, key: id }))
    document.apply('Unlinked', (draft) => unlinkBends(draft, spans))
  }
  return {
    scope,
    targets,
    onButton,
    unlink,
    trouble: computed(() => preview.trouble.value),
    looked: computed(() => (preview.active.value ? (wanted.value?.command ?? null) : null)),
  }
}
