import type { Pattern } from '@arrow-bend/core/property'
import type { Recipe } from '../../../../session/document/document.ts'
import type { Patterns } from './usePatterns.ts'

/** A pattern's fields; one that is undefined is not there any more. */
export type PatternChange = Readonly<Partial<Record<keyof Pattern, unknown>>>

/** Edits of one pattern by its fields. */
export function usePatternEdits(given: { readonly pattern: Pattern; readonly patterns: Patterns }) {
  const changed = (change: PatternChange): Pattern =>
    Object.fromEntries(
      Object.entries({ ...given.pattern, ...change }).filter(([, value]) => value !== undefined),
    ) as unknown as Pattern
  /** Changes it, as one step. */
  const set = (label: string, change: PatternChange): void => given.patterns.set(label, changed(change))
  /** The recipe of a field by whose number others follow. */
  const byNumber =
    (changeOf: (value: number) => PatternChange) =>
    (value: number): Recipe<unknown> =>
      given.patterns.change(changed(changeOf(value)))
  return { changed, set, byNumber }
}
