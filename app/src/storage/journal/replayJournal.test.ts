import fc from 'fast-check'
import { describe, it } from 'vitest'
import { journalAttack } from '../../../test/journalAttack.ts'

describe('replayJournal', () => {
  it('opens what there was up to the first row that is damaged or lost, and nothing that there never was', () => {
    fc.assert(journalAttack, { numRuns: 2_000, seed: 163 })
  })
})
