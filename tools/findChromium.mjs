import { existsSync } from 'node:fs'
import { run } from './run.mjs'

/** Debian’s packages of it: the shell has no window to keep and draw, and takes a fifth less of the processors. */
const PACKAGES = ['chromium-headless-shell', 'chromium']
const PLACES = [
  ...PACKAGES.map((name) => `/usr/bin/${name}`),
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
]

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
  const isListed = await apt(['update']).then(
    (code) => code === 0,
    () => false,
  )
  for (const name of isListed ? PACKAGES : []) {
    await apt(['install', '-y', '--no-install-recommends', name]).catch(() => 1)
    const now = findChromium()
    if (now) return now
  }
  console.error(
    'The browser tests need Chromium, and it could not be installed here. Install Debian’s package “chromium”, or set CHROMIUM to the path of one.',
  )
  process.exit(1)
}
