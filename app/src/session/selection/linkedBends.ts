import { byProperty, findProperty, unlinkBends, usesOfBends, type KeyRef } from '@arrow-bend/core/edit'
import { useDocument, type Recipe } from '../document/document.ts'

/** What a change of bends does beyond the spans it is meant for, as library bends among them are followed by others. */
export interface LinkedBends {
  /** How many of the spans follow a library bend. */
  readonly count: (refs: readonly KeyRef[]) => number
  /** “12 spans on 5 layers”; empty where none of the spans follows a library bend. */
  readonly reach: (refs: readonly KeyRef[]) => string
  /** The same edit on spans that have a copy of what they followed: no other changes with them. */
  readonly onCopy: (refs: readonly KeyRef[], recipe: Recipe<unknown>) => Recipe<unknown>
}

const many = (count: number, thing: string): string => `${count} ${thing}${count === 1 ? '' : 's'}`
/** Where something is followed, in words. */
export const reachWords = (spans: number, layers: number): string =>
  `${many(spans, 'span')} on ${many(layers, 'layer')}`

/** Tells how far edits of linked bends reach. */
export function useLinkedBends(): LinkedBends {
  const document = useDocument()
  /** How many of the spans follow each library bend. */
  const linksAmong = (refs: readonly KeyRef[]): ReadonlyMap<string, number> => {
    const found = new Map<string, number>()
    if (document.bends.length === 0) return found
    for (const { ref, keys } of byProperty(refs).values())
      for (const { id, bend } of findProperty(document.project!, ref)?.keys ?? [])
        if (bend.kind === 'linked' && keys.has(id)) found.set(bend.bendId, (found.get(bend.bendId) ?? 0) + 1)
    return found
  }
  return {
    count: (refs) => [...linksAmong(refs).values()].reduce((sum, count) => sum + count, 0),
    reach: (refs) => {
      const links = linksAmong(refs)
      if (links.size === 0) return ''
      const uses = usesOfBends(document.project!)
      let [spans, layers] = [0, 0]
      for (const id of links.keys()) {
        spans += uses.get(id)?.spans ?? 0
        layers += uses.get(id)?.layers ?? 0
      }
      return reachWords(spans, layers)
    },
    onCopy: (refs, recipe) => (draft) => {
      unlinkBends(draft, refs)
      return recipe(draft)
    },
  }
}
