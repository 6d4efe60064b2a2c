import { LIMITS } from './schema/limits.ts'

/** A name none of the others has: with a number after it where one has it already, within the most letters a name may have. */
export function distinctName(name: string, taken: readonly string[]): string {
  const known = new Set(taken)
  if (!known.has(name)) return name
  // ‘Boat 2’ goes on as ‘Boat 3’.
  const [, stem = name, number] = /^(.*?) (\d{1,4})$/.exec(name) ?? [name, name, '1']
  for (let n = Number(number) + 1; ; n += 1) {
    const ending = ` ${n}`
    const wanted = stem.slice(0, LIMITS.nameLength - ending.length) + ending
    if (!known.has(wanted)) return wanted
  }
}
