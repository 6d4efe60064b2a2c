import type { Property, Value } from '../../property/index.ts'

/** The value a property comes to in the end: its last key's, its constant where it has none. */
export const restingValue = ({ keys, value }: Property): Value => keys.at(-1)?.value ?? value
