import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { buildIfStale } from './buildIfStale.mjs'
import { installPackages } from './installPackages.mjs'
import { ensureChromium } from './findChromium.mjs'
import { run } from './run.mjs'

/** `npm test`: everything that has to hold, from a fresh clone. Ends with one line that counts the tests. */
process.chdir(new URL('..', import.meta.url).pathname)
await installPackages()
mkdirSync('.cache', { recursive: true })
for (const report of ['.cache/unit.json', '.cache/browser.json']) rmSync(report, { force: true })

/** Counts in a report, or one failure when there is none to read. */
function countIn(path, count) {
  try {
    return count(JSON.parse(readFileSync(path, 'utf8')))
  } catch {
    return { passed: 0, failed: 1 }
  }
}

let passed = 0
let failed = 0

/** Runs checks one after another and prints what each says once it has ended, so that two may run side by side. */
async function runChecks(checks) {
  for (const check of checks) {
    let said = ''
    const code = await run('npm', ['run', '--silent', check], {
      quiet: true,
      onText: (text) => (said += text),
    })
    console.log(`\n== ${check}\n${said}`.trimEnd())
    if (code === 0) passed += 1
    else failed += 1
  }
}
// The compiler and the linter use one processor each.
await Promise.all([runChecks(['check:types']), runChecks(['check:lint', 'check:imports'])])

console.log('\n== unit tests')
const unitCode = await run('npx', ['vitest', 'run'])
const unit = countIn('.cache/unit.json', (report) => ({
  passed: report.numPassedTests,
  failed: report.numFailedTests + (report.numFailedTestSuites > 0 && report.numFailedTests === 0 ? 1 : 0),
}))
passed += unit.passed
failed += unit.failed + (unitCode !== 0 && unit.failed === 0 ? 1 : 0)

console.log('\n== build')
await buildIfStale()

console.log('\n== browser tests')
const chromium = await ensureChromium()
const browserCode = await run('npx', ['playwright', 'test', '--config', 'e2e/playwright.config.ts'], {
  env: { CHROMIUM: chromium },
})
const browser = countIn('.cache/browser.json', ({ stats }) => ({
  passed: stats.expected,
  failed: stats.unexpected + stats.flaky,
}))
passed += browser.passed
failed += browser.failed + (browserCode !== 0 && browser.failed === 0 ? 1 : 0)

console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
