import { existsSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { run } from './run.mjs'

const SOURCES = [
  'app/src',
  'app/public',
  'app/index.html',
  'app/vite.config.ts',
  'core/src',
  'demo/made',
  'package-lock.json',
]
const BUILT = 'app/dist/index.html'

/** The latest change below a path, ms. */
function newest(path) {
  const facts = statSync(path)
  if (!facts.isDirectory()) return facts.mtimeMs
  return Math.max(facts.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))))
}

/** Builds the application unless what is built is newer than everything it is made from. */
export async function buildIfStale() {
  if (existsSync(BUILT) && statSync(BUILT).mtimeMs > Math.max(...SOURCES.map(newest))) return
  console.log('Building the application…')
  let output = ''
  const code = await run('npm', ['run', 'build'], { quiet: true, onText: (text) => (output += text) })
  if (code === 0) return
  console.error(output)
  console.error('The application could not be built.')
  process.exit(1)
}
