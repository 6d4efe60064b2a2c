import { mkdirSync, writeFileSync } from 'node:fs'
import fc from 'fast-check'
import { journalAttack } from '../../app/test/journalAttack.ts'
import { READER_ATTACKS } from '../../core/test/attack/readerAttack.ts'
import { recipeAttack } from '../../core/test/attack/recipeAttack.ts'

/**
 * `npm run fuzz [-- CASES [SEED]]`: attacks every reader and every edit with what is damaged, hostile or merely far out, and
 * prints how many cases it tried and how many failed. What fails is kept in .cache/fuzz to be made a test of.
 */
const cases = Number(process.argv[2] ?? 60_000)
const seed = Number(process.argv[3] ?? 16)
if (!Number.isInteger(cases) || cases < 1 || !Number.isInteger(seed)) {
  console.error('How many cases, and the seed, are whole numbers: npm run fuzz -- 60000 16.')
  process.exit(2)
}

const attacks: Readonly<Record<string, unknown>> = {
  ...READER_ATTACKS,
  journals: journalAttack,
  recipes: recipeAttack,
}
/** Of all cases; recipes are what everything the person does goes through. */
const SHARES: Readonly<Record<string, number>> = { recipes: 4, projects: 2 }
const whole = Object.keys(attacks).reduce((sum, name) => sum + (SHARES[name] ?? 1), 0)

mkdirSync('.cache/fuzz', { recursive: true })
let tried = 0
let failed = 0
for (const [name, attack] of Object.entries(attacks)) {
  const numRuns = Math.ceil((cases * (SHARES[name] ?? 1)) / whole)
  const result = await fc.check(attack as fc.IPropertyWithHooks<unknown>, { numRuns, seed })
  tried += result.numRuns
  console.log(`${name}: ${result.numRuns} cases, ${result.failed ? 'failed' : 'none failed'}`)
  if (!result.failed) continue
  failed += 1
  const file = `.cache/fuzz/${name}-${seed}.json`
  writeFileSync(file, `${JSON.stringify(result.counterexample, null, 1)}\n`)
  console.log(`  ${String((result.errorInstance as Error | null)?.message).slice(0, 300)}\n  kept as ${file}`)
}
console.log(`${tried} cases, ${failed} failed (seed ${seed})`)
process.exitCode = failed === 0 ? 0 : 1
