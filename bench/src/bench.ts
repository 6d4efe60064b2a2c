import { writeFileSync, mkdirSync } from 'node:fs'
import { benchBends } from './benchBends.ts'
import { benchEdits } from './benchEdits.ts'
import { benchFamilies } from './benchFamilies.ts'
import { benchScenes } from './benchScenes.ts'
import { benchRoutes } from './benchRoutes.ts'
import { benchSound } from './benchSound.ts'
import { benchHandOver } from './benchHandOver.ts'
import type { Result } from './result.ts'

/** Measures the core beside reference libraries in one run; prints a table and writes .cache/bench.json. */
const results: Result[] = [
  ...benchBends(),
  ...benchRoutes(),
  ...benchFamilies(),
  ...benchScenes(),
  ...benchEdits(),
  ...benchSound(),
  ...benchHandOver(),
]
for (const { name, ours, reference, unit, wanted } of results) {
  const ratio =
    reference === undefined
      ? ''
      : `  reference ${reference.toFixed(2)} ${unit}  ratio ${(reference / ours).toFixed(2)}`
  console.log(
    `${name.padEnd(62)} ${ours.toFixed(3).padStart(9)} ${unit}${ratio}${wanted ? `  (wanted: ${wanted})` : ''}`,
  )
}
mkdirSync('.cache', { recursive: true })
writeFileSync('.cache/bench.json', `${JSON.stringify(results, null, 2)}\n`)
