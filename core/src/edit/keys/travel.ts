import type { Bend } from '../../bend/index.ts'
import type { Key, Value } from '../../property/index.ts'
import type { Ticks } from '../../time/index.ts'
import type { MakeId } from '../refs.ts'

/** From one moment and value to another. */
export interface Travel {
  readonly times: readonly [from: Ticks, to: Ticks]
  readonly values: readonly [from: Value, to: Value]
  readonly bend: Bend
}

/** The two keys of a travel, corners both. */
export const travelKeys = ({ times, values, bend }: Travel, makeId: MakeId): Key[] =>
  times.map((t, i) => ({ id: makeId(), t, value: values[i]!, bend, through: 'corner' }))
