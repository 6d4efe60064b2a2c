import type { Property } from '../property.ts'

/** Where a moment lies among a property's keys. Key numbers count from 1. */
export type KeyState =
  | { readonly kind: 'none' }
  | { readonly kind: 'on'; readonly key: number; readonly of: number }
  | { readonly kind: 'between'; readonly before: number; readonly after: number; readonly of: number }
  | { readonly kind: 'first'; readonly of: number }
  | { readonly kind: 'last'; readonly of: number }

/** The place of the key a moment stands on: at it, or nearer than `within` ticks to it; −1 for none. */
export function keyNear({ keys }: Property, time: number, within = 0): number {
  let found = -1
  let least = within
  for (let i = 0; i < keys.length; i += 1) {
    const { t, timeless } = keys[i]!
    if (t === time) return i
    // Keys stand in order: none that follows is nearer.
    if (t > time + within) break
    const away = Math.abs(t - time)
    if (timeless || away >= least) continue
    found = i
    least = away
  }
  return found
}

/**
 * Tells whether a moment is on a key, between two, before the first or after the last.
 * @param within so near to a key, in ticks, a moment still counts as on it: half a frame where edits go by frames
 */
export function keyStateAt(property: Property, time: number, within = 0): KeyState {
  const { keys } = property
  const of = keys.length
  if (of === 0) return { kind: 'none' }
  const on = keyNear(property, time, within)
  if (on >= 0) return { kind: 'on', key: on + 1, of }
  const next = keys.findIndex((key) => key.t >= time)
  if (next < 0) return { kind: 'last', of }
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
