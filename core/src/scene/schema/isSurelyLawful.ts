import type { Bend, Handle } from '../../bend/index.ts'
import type { Key, Property } from '../../property/index.ts'
import { MOST_TICKS } from '../../time/index.ts'
import { LIMITS } from './limits.ts'

const isAmount = (value: unknown): boolean =>
  typeof value === 'number' && value >= -LIMITS.magnitude && value <= LIMITS.magnitude
const isShare = (value: unknown): boolean => typeof value === 'number' && value >= 0 && value <= 1
const isTicks = (value: unknown): boolean =>
  Number.isSafeInteger(value) && Math.abs(Number(value)) <= MOST_TICKS

function isPlainHandle(handle: Handle | null | undefined): boolean {
  if (typeof handle !== 'object' || handle === null) return false
  for (const name in handle) {
    if (name === 'reach' ? !isShare(handle.reach) : name !== 'rise' || !isAmount(handle.rise)) return false
  }
  return handle.reach !== undefined && handle.rise !== undefined
}

/** A recipe can put in anything, null too. */
function isPlainBend(bend: Bend | null): boolean {
  if (bend?.kind !== 'handles') return false
  for (const name in bend) if (name !== 'kind' && name !== 'leave' && name !== 'arrive') return false
  return isPlainHandle(bend.leave) && isPlainHandle(bend.arrive)
}

function isPlainValue(value: Key['value'], kind: Property['kind']): boolean {
  if (kind === 'number' || kind === 'turn') return isAmount(value)
  if (kind !== 'pair' && kind !== 'place') return false
  return Array.isArray(value) && value.length === 2 && isAmount(value[0]) && isAmount(value[1])
}

/**
 * Whether a key keeps the rules of its schema for certain: parts it shares with the one before, and plain numbers within
 * their limits. An edit of fifteen thousand keys is checked in a few milliseconds so, which the schema alone takes for
 * one thousand. False says nothing: the schema then decides.
 * @param was the key of the same id before, which keeps them; undefined for none
 */
export function isSurelyLawful(key: Key, was: Key | undefined, kind: Property['kind']): boolean {
  if (!was || key.bend === undefined || key.value === undefined || key.through === undefined) return false
  if (key.t !== was.t && !isTicks(key.t)) return false
  if (key.value !== was.value && !isPlainValue(key.value, kind)) return false
  if (key.bend !== was.bend && !isPlainBend(key.bend)) return false
  if (key.through !== was.through || key.id !== was.id) return false
  for (const name in key) {
    if (name === 't' || name === 'value' || name === 'bend') continue
    const field = name as 'route'
    // A field nobody knows is none that may be there, even without a value.
    if (!(name in was) || key[field] !== was[field]) return false
  }
  return true
}
