import fc from 'fast-check'

/** Numbers that break what was not thought through. */
export const HOSTILE_NUMBERS = [
  0,
  -0,
  1,
  -1,
  0.5,
  1e-9,
  5e-324,
  1e-300,
  1e9,
  1e9 + 1,
  -1e9,
  2e9,
  1e15,
  2 ** 53,
  1e300,
  1e308,
  -1e308,
  Infinity,
  -Infinity,
  NaN,
] as const

/** Values of every other kind that a field may be given. */
const HOSTILE_OTHERS: readonly unknown[] = [
  null,
  undefined,
  true,
  '',
  ' ',
  'NaN',
  '1e400',
  '__proto__',
  'constructor',
  'toString',
  'rgb(1e400 0 0)',
  'oklch(0.5 0.1 1e309)',
  'color(',
  '#12',
  'x'.repeat(2_001),
  [],
  {},
  [1],
  [1, NaN],
  [1e10, 0],
]

export const hostileValue: fc.Arbitrary<unknown> = fc.oneof(
  fc.constantFrom<unknown>(...HOSTILE_NUMBERS),
  fc.constantFrom<unknown>(...HOSTILE_OTHERS),
)

type Path = readonly (string | number)[]

/** Every path into plain data. */
export function pathsInto(value: unknown, at: Path = []): Path[] {
  if (typeof value !== 'object' || value === null) return [at]
  const inner = Object.entries(value).flatMap(([name, part]) =>
    pathsInto(part, [...at, Array.isArray(value) ? Number(name) : name]),
  )
  return at.length > 0 ? [at, ...inner] : inner
}

/** The data with another value at a path; what does not lead there is shared. */
export function withAt<T>(value: T, [step, ...rest]: Path, to: unknown): T {
  if (step === undefined) return to as T
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...value }) as Record<string, unknown>
  copy[step] = withAt(copy[step], rest, to)
  return copy as T
}
