import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { run } from './run.mjs'

const LOCK = 'package-lock.json'
const STAMP = 'node_modules/.installed'

const lockHash = () => createHash('sha256').update(readFileSync(LOCK)).digest('hex')

/** Installs the npm packages the lock file names, unless just these are there. Ends the program when it cannot. */
export async function installPackages() {
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === lockHash()) return
  console.log('Installing the packages…')
  const code = await run('npm', ['ci', '--no-audit', '--no-fund'], {
    env: { PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
    quiet: true,
    onText: (text) => /\berr(or)?\b/i.test(text) && process.stderr.write(text),
  })
  if (code !== 0) {
    console.error('The packages could not be installed: npm ci failed. Is the npm registry within reach?')
    process.exit(1)
  }
  mkdirSync('node_modules', { recursive: true })
  writeFileSync(STAMP, lockHash())
}
