import { existsSync } from 'node:fs'
import { run } from './run.mjs'

const PLACES = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome']

/** Where Chromium is: CHROMIUM, or a usual place; null when it is nowhere. */
export function findChromium() {
  return [process.env['CHROMIUM'], ...PLACES].find((path) => path && existsSync(path)) ?? null
}

/** Finds Chromium or installs Debian's; ends the program with a sentence when neither works. */
export async function ensureChromium() {
  const found = findChromium()
  if (found) return found
  console.log('Installing Chromium from Debian’s packages…')
  const root = process.getuid?.() === 0
  const apt = (args) =>
    root ? run('apt-get', args, { quiet: true }) : run('sudo', ['-n', 'apt-get', ...args], { quiet: true })
  const installed = await apt(['update'])
    .then((code) => (code === 0 ? apt(['install', '-y', '--no-install-recommends', 'chromium']) : code))
    .catch(() => 1)
  const now = findChromium()
  if (installed === 0 && now) return now
  console.error(
    'The browser tests need Chromium, and it could not be installed here. Install Debian’s package “chromium”, or set CHROMIUM to the path of one.',
  )
  process.exit(1)
}
