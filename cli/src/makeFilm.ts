import { existsSync } from 'node:fs'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { extname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { FrameRate } from '@arrow-bend/core/time'
import { unzipSync } from 'fflate'
import type { Page } from 'playwright-core'
import { BadUse } from './badUse.ts'
import type { FilmForm } from './filmForms.ts'

/** What is to be made of a project's first scene. */
export interface FilmAsked {
  readonly form: FilmForm
  readonly rate: FrameRate
  readonly scale: number
  /** What the file is called that is written: where a PNG is asked for, only .zip means all frames. */
  readonly target: string
  /** Told now and then how far it has come. */
  readonly told?: (words: string) => void
}

/** Where Chromium is: CHROMIUM, or a usual place. */
const PLACES = [
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
  '/usr/bin/chromium-headless-shell',
]
/** No one listens there: every request is answered from the built application. */
const ADDRESS = 'http://localhost:9/'
const NOT_BUILT =
  'Films are made by the application, and it has not been built yet. Run npm run build, then this again.'
const NO_CHROMIUM =
  'Films are made by driving Chromium, and there is none here. Install Debian’s package “chromium”, or set CHROMIUM to the path of one.'
const GAVE_UP =
  'Chromium gave this film up, as it may take more memory than there is. Make it smaller or shorter.'
/** How often it is told how far a film has come. */
const TOLD_MS = 400
/** An hour: far beyond what a film of sensible length takes. */
const LIMIT_MS = 3600e3

/**
 * Makes a film by the installed Chromium, drawn as the stage draws it.
 * @param project a `.bend` file whose first scene it is of
 * @throws BadUse where there is no Chromium, no built application, or Chromium cannot write it so
 */
export async function makeFilm(
  project: Uint8Array,
  { form, rate, scale, target, told }: FilmAsked,
): Promise<Uint8Array> {
  const named = process.env['CHROMIUM']
  const executablePath = (named ? [named] : PLACES).find((path) => existsSync(path))
  if (!executablePath) throw new BadUse(NO_CHROMIUM)
  const built = builtApplication()
  const { chromium } = await import('playwright-core')
  const folder = await mkdtemp(join(tmpdir(), 'arrow-bend-film-'))
  const isOne = form === 'png' && extname(target).toLowerCase() !== '.zip'
  const browser = await chromium
    .launch({
      executablePath,
      args: ['--disable-gpu', ...(process.getuid?.() === 0 ? ['--no-sandbox'] : [])],
    })
    .catch(() => {
      throw new BadUse(`Chromium could not be started: ${executablePath}.`)
    })
  try {
    const input = join(folder, 'project.bend')
    await writeFile(input, project)
    const context = await browser.newContext({ acceptDownloads: true, serviceWorkers: 'block' })
    await context.route('**/*', async (route) => {
      const { pathname } = new URL(route.request().url())
      const path = join(built, pathname)
      const isFile = extname(pathname) !== '' && path.startsWith(built) && existsSync(path)
      await route.fulfill({ path: isFile ? path : join(built, 'index.html') })
    })
    const page = await context.newPage()
    page.setDefaultTimeout(60_000)
    await page.goto(`${ADDRESS}film`)
    await page.getByLabel('Project file').setInputFiles(input)
    const stop = told && tellOn(page, told)
    const made = await filmOf(page, {
      kind: form === 'png' ? 'frames' : form,
      rate,
      scale,
      ...(isOne ? { frames: 1 } : {}),
    }).finally(stop)
    return isOne ? firstOf(made) : made
  } finally {
    await browser.close()
    await rm(folder, { recursive: true, force: true })
  }
}

/** Passes on what the page says of how far it is. @returns what ends it */
function tellOn(page: Page, told: (words: string) => void): () => void {
  const status = page.getByRole('status')
  let isOver = false
  const timer = setInterval(() => {
    // The page may go while it is asked.
    status.textContent().then(
      (words) => isOver || told(words ?? ''),
      () => undefined,
    )
  }, TOLD_MS)
  return () => {
    isOver = true
    clearInterval(timer)
  }
}

/** The folder of the built application. */
function builtApplication(): string {
  // As far from the sources as from the command as one file.
  const built = fileURLToPath(new URL('../../app/dist/', import.meta.url))
  if (!existsSync(join(built, 'index.html'))) throw new BadUse(NOT_BUILT)
  return built
}

/** Asks the page for a film, and takes what it hands over. */
async function filmOf(page: Page, order: object): Promise<Uint8Array> {
  const downloaded = page.waitForEvent('download', { timeout: LIMIT_MS })
  downloaded.catch(() => undefined)
  await page.waitForFunction(() => 'makeFilm' in globalThis)
  const refused = await page
    .evaluate(
      (asked) => (globalThis as unknown as { makeFilm: (order: object) => Promise<string> }).makeFilm(asked),
      order,
    )
    .catch(() => GAVE_UP)
  if (refused) throw new BadUse(refused.replace(/ Nothing was (?:written|changed)\.$/, ''))
  const path = await (await downloaded).path()
  return new Uint8Array(await readFile(path))
}

/** The one file in a zip. */
function firstOf(zip: Uint8Array): Uint8Array {
  const [first] = Object.values(unzipSync(zip))
  return first!
}
