import { mixPlain } from './mix.ts'
import type { PropertyKind, Value } from './property.ts'
import { numbersOfValue, valueOfNumbers } from './valueNumbers.ts'

/** A value so far from one to another, number by number (colours in OKLab), as it is stored. @param p 0 … 1 */
export function mixedValue(kind: PropertyKind, from: Value, to: Value, p: number): Value {
  const [a, b] = [numbersOfValue(kind, from), numbersOfValue(kind, to)]
  return valueOfNumbers(
    { kind, value: from, keys: [] },
    a.map((part, i) => mixPlain(part, b[i]!, p)),
  )
}
