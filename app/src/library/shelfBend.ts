import {
  compileBend,
  READY_BENDS,
  type BendMood,
  type FamilyName,
  type PlainBend,
} from '@arrow-bend/core/bend'
import type { BendUse } from '@arrow-bend/core/edit'
import type { LooseBend } from '@arrow-bend/core/format/bends'
import type { NamedBend } from '@arrow-bend/core/scene'
import type { ShelfFilter } from '../session/view/bendShelf.ts'

/** A bend as it stands on a shelf. */
export interface ShelfBend {
  /** Tells it from all others, on whichever shelf. */
  readonly key: string
  readonly shelf: 'project' | 'own' | 'ready'
  /** Its id in the project or among those that come with the program; its name among one's own. */
  readonly id: string
  readonly name: string
  readonly bend: PlainBend
  readonly tags: readonly string[]
  readonly mood: BendMood | null
  /** Where it is followed; null but for bends of the project that are. */
  readonly use: BendUse | null
}

const READY: readonly ShelfBend[] = READY_BENDS.map(({ id, name, bend, mood }) => ({
  key: `ready:${id}`,
  shelf: 'ready',
  id,
  name,
  bend,
  tags: [],
  mood: mood ?? null,
  use: null,
}))

/** All bends there are: the project's, one's own, and those that come with the program. */
export function shelfBends(
  project: readonly NamedBend[],
  own: readonly LooseBend[],
  uses: ReadonlyMap<string, BendUse>,
): readonly ShelfBend[] {
  return [
    ...project.map(({ id, name, bend, tags = [] }): ShelfBend => ({
      key: `project:${id}`,
      shelf: 'project',
      id,
      name,
      bend,
      tags,
      mood: null,
      use: uses.get(id) ?? null,
    })),
    ...own.map(({ name, bend, tags = [] }): ShelfBend => ({
      key: `own:${name}`,
      shelf: 'own',
      id: name,
      name,
      bend,
      tags,
      mood: null,
      use: null,
    })),
    ...READY,
  ]
}

/** The family of a bend; `drawn` for those with handles or points of their own. */
export const familyOf = (bend: PlainBend): FamilyName | 'drawn' | null =>
  bend.kind === 'family' ? bend.family : bend.kind === 'handles' || bend.kind === 'points' ? 'drawn' : null

/** Those of the bends that are asked for; recent ones in the order they were used. */
export function filteredBends(
  all: readonly ShelfBend[],
  { shelf, text, mood, family }: Readonly<ShelfFilter>,
  { favourites, recent }: { readonly favourites: readonly string[]; readonly recent: readonly string[] },
): readonly ShelfBend[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const isOn = (one: ShelfBend): boolean => {
    if (shelf === 'all') return true
    if (shelf === 'favourites') return favourites.includes(one.key)
    if (shelf === 'recent') return recent.includes(one.key)
    return shelf === 'used' ? one.use !== null : one.shelf === shelf
  }
  const found = all.filter((one) => {
    const said =
      `${one.name} ${one.tags.join(' ')} ${one.mood ?? ''} ${familyOf(one.bend) ?? ''}`.toLowerCase()
    return (
      isOn(one) &&
      (mood === null || one.mood === mood || one.tags.includes(mood)) &&
      (family === null || familyOf(one.bend) === family) &&
      words.every((word) => said.includes(word))
    )
  })
  if (shelf !== 'recent') return found
  return [...found].sort((a, b) => recent.indexOf(a.key) - recent.indexOf(b.key))
}

/** What a bend is like, in words: how far it goes past, and whether it sets out or lands softly. */
export function bendCharacter(bend: PlainBend): string {
  const curve = compileBend(bend)
  const LOOKS = 200
  let [low, high] = [0, 1]
  for (let i = 1; i < LOOKS; i += 1) {
    const p = curve.progress(i / LOOKS)
    low = Math.min(low, p)
    high = Math.max(high, p)
  }
  const percent = (share: number): string => `${Math.round(share * 100)} %`
  const [start, end] = [Math.abs(curve.pace(1e-4)), Math.abs(curve.pace(1 - 1e-4))]
  return [
    start < 0.25 ? 'sets out softly' : '',
    end < 0.25 ? 'lands softly' : '',
    high > 1.005 ? `goes ${percent(high - 1)} past` : '',
    low < -0.005 ? `backs up ${percent(-low)} first` : '',
  ]
    .filter(Boolean)
    .join(', ')
}
