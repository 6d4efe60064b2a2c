import type { PlainBend } from './bend.ts'

/** Whether two bends are written alike, in whatever order their fields come. */
export function isSameBend(first: PlainBend, second: PlainBend): boolean {
  return isSame(first, second)
}

function isSame(first: unknown, second: unknown): boolean {
  if (typeof first !== 'object' || typeof second !== 'object' || !first || !second) return first === second
  const names = Object.keys(first)
  return (
    names.length === Object.keys(second).length &&
    names.every((name) => isSame(first[name as never], second[name as never]))
  )
}
