import { findProperty, unlinkBends, usesOfBends, type KeyRef } from '@arrow-bend/core/edit'
import { useDocument, type Recipe } from '../document/document.ts'

/** What a change of bends does beyond the spans it is meant for, as library bends among them are followed by others. */
export interface LinkedBends {
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
  const bendsAmong = (refs: readonly KeyRef[]): ReadonlySet<string> => {
    const found = new Set<string>()
    for (const ref of refs) {
      const bend = findProperty(document.project!, ref)?.keys.find(({ id }) => id === ref.key)?.bend
      if (bend?.kind === 'linked') found.add(bend.bendId)
    }
    return found
  }
  return {
    reach: (refs) => {
      const ids = bendsAmong(refs)
      if (ids.size === 0) return ''
      const uses = usesOfBends(document.project!)
      let [spans, layers] = [0, 0]
      for (const id of ids) {
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
