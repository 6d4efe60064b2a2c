import { computed, type ComputedRef } from 'vue'

/** Whether two values hold the same all through: lists and plain objects by what is in them, all else by identity. */
export function alike(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b) return false
  const kind: unknown = Object.getPrototypeOf(a)
  if (kind !== Object.getPrototypeOf(b) || (kind !== Object.prototype && kind !== Array.prototype))
    return false
  const names = Object.keys(a)
  if (names.length !== Object.keys(b).length) return false
  return names.every(
    (name) => Object.hasOwn(b, name) && alike(a[name as keyof typeof a], b[name as keyof typeof b]),
  )
}

/**
 * A computed value that stays the same object as long as it holds the same, so that what is shown of it is left alone
 * while what it is made of changes elsewhere. For small values: it is compared whole each time.
 */
export function steady<T>(make: () => T): ComputedRef<T> {
  return computed<T>((before) => {
    const now = make()
    return before !== undefined && alike(before, now) ? before : now
  })
}
