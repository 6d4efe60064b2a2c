import fc from 'fast-check'
import { describe, it } from 'vitest'
import { READER_ATTACKS } from './readerAttack.ts'
import { recipeAttack } from './recipeAttack.ts'

// A short run; `npm run fuzz` makes a long one.
describe('an attack', () => {
  it.each(Object.keys(READER_ATTACKS))('on the reader of %s ends in a result or a sentence', async (name) => {
    await fc.assert(READER_ATTACKS[name]!, { numRuns: 300, seed: 161 })
  })

  it('by any recipes with any numbers leaves a document that opens the same, and whose undo is exact', () => {
    fc.assert(recipeAttack, { numRuns: 400, seed: 162 })
  })
})
