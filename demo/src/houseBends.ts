import type { NamedBend } from '@arrow-bend/core/scene'
import { ease } from './motion.ts'

/** What several spans follow. */
export const HOUSE_BENDS: readonly NamedBend[] = [
  {
    id: 'parting',
    name: 'Parting',
    bend: { kind: 'family', family: 'power', power: 3.4, mode: 'inOut' },
    tags: ['house', 'panels'],
  },
  { id: 'sway', name: 'Sway', bend: ease(0.4, 0.4), tags: ['house', 'flags'] },
]
