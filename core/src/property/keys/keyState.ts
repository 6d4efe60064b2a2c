import type { Property } from '../property.ts'

/** Where a moment lies among a property's keys. Key numbers count from 1. */
export type KeyState =
  | { readonly kind: 'none' }
  | { readonly kind: 'on'; readonly key: number; readonly of: number }
  | { readonly kind: 'between'; readonly before: number; readonly after: number; readonly of: number }
  | { readonly kind: 'first'; readonly of: number }
  | { readonly kind: 'last'; readonly of: number }

/** Tells whether a moment is on a key, between two, before the first or after the last. */
export function keyStateAt(property: Property, time: number): KeyState {
  const { keys } = property
  const of = keys.length
  if (of === 0) return { kind: 'none' }
  const next = keys.findIndex((key) => key.t >= time)
  if (next < 0) return { kind: 'last', of }
  if (keys[next]!.t === time) return { kind: 'on', key: next + 1, of }
  return next === 0 ? { kind: 'first', of } : { kind: 'between', before: next, after: next + 1, of }
}

/** A key state in words: 'on key 2 of 3', 'between 2 and 3'. */
export function keyStateWords(state: KeyState): string {
  switch (state.kind) {
    case 'none':
      return 'no keys'
    case 'on':
      return `on key ${state.key} of ${state.of}`
    case 'between':
      return `between ${state.before} and ${state.after}`
    case 'first':
      return `before key 1 of ${state.of}`
    case 'last':
      return `after key ${state.of} of ${state.of}`
  }
}

/** What an edit of a property's value would do at such a moment, in words; empty where it just changes what is there. */
export function keyEditWords(state: KeyState, autoKey: boolean): string {
  if (state.kind === 'none' || state.kind === 'on') return ''
  return autoKey ? 'editing adds a key' : 'editing shifts the whole property'
}
