import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, expect, type Browser, type Page } from '@playwright/test'
import { strToU8 } from 'fflate'
import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { PROJECT_VERSION, makeLayer, type Project } from '@arrow-bend/core/scene'
import { asTicks, ticksOfFrame } from '@arrow-bend/core/time'
import { CHROMIUM_ARGS, CHROMIUM_PATH } from './chromium.ts'
import { key, RATE } from './trialScene.ts'
import { withoutPickers } from './withoutPickers.ts'

export interface CrashOptions {
  readonly kills: number
  readonly seed: number
  readonly baseURL: string
  /** The only thing that goes on; any of them when left out. */
  readonly only?: string | undefined
  /** Told of every kill: what was going on, and what was wrong afterwards; null for nothing. */
  readonly onKill?: (kill: number, doing: string, trouble: string | null) => void
}

/** How long a project may take to open on a machine that does much else, ms. */
const PATIENCE_MS = 60_000

/** Layers enough that an edit of all keys is a large one. */
const LAYERS = 70
const KEYS = 12

function largeProject(): Project {
  const end = ticksOfFrame(480, RATE)
  const layers = Array.from({ length: LAYERS }, (_, i) => {
    const made = makeLayer({ id: `l${i}`, name: `Lamp ${i}`, kind: 'rectangle', span: [asTicks(0), end] })
    const keys = Array.from({ length: KEYS }, (__, k) => key(20 + 10 * k, k % 2 === 0 ? 0 : 90))
    return { ...made, properties: { ...made.properties, turn: { kind: 'turn' as const, value: 0, keys } } }
  })
  return {
    format: 'arrow-bend/project',
    version: PROJECT_VERSION,
    id: 'crash',
    name: 'Lamps',
    scenes: [
      {
        id: 's',
        name: 'Quay',
        size: [640, 360],
        rate: RATE,
        duration: end,
        background: '#123456',
        layers,
        markers: [],
        playRange: null,
      },
    ],
    bends: [],
    assets: [],
  }
}

/** What the page tells of its documents: a fingerprint of each, in order, and which of them was last told to be saved. */
interface Told {
  readonly documents: readonly string[]
  /** The last of them, as JSON. */
  readonly final: string
  readonly saved: number
}

/** Has the page remember every document it records, before it is written, and the last it called saved. */
function watchDocuments(): void {
  interface Stores {
    document: { project: unknown }
    saving: { state: { kind: string }; record: (project: unknown, edit: unknown) => void }
  }
  const app = document.querySelector('#app') as unknown as {
    __vue_app__: { config: { globalProperties: { $pinia: { _s: Map<string, never> } } } }
  }
  const stores = app.__vue_app__.config.globalProperties.$pinia._s
  const store = <K extends keyof Stores>(name: K): Stores[K] => stores.get(name) as unknown as Stores[K]
  const sorted = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(sorted)
    if (typeof value !== 'object' || value === null) return value
    const entries = Object.entries(value).sort(([one], [other]) => (one < other ? -1 : 1))
    return Object.fromEntries(entries.map(([name, part]) => [name, sorted(part)]))
  }
  const printOf = (value: unknown): string => {
    const text = JSON.stringify(sorted(value))
    let hash = 0x811c9dc5
    for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
    return `${text.length}:${hash >>> 0}`
  }
  const documents = [printOf(store('document').project)]
  const told = { documents, saved: 0, final: JSON.stringify(store('document').project) }
  Object.assign(window, { told })
  const saving = store('saving')
  const record = saving.record.bind(saving)
  saving.record = (project, edit) => {
    documents.push(printOf(project))
    told.final = JSON.stringify(project)
    record(project, edit)
  }
  const look = (): void => {
    if (saving.state.kind === 'saved') told.saved = documents.length - 1
    setTimeout(look, 0)
  }
  look()
}

/** A browser of its own, whose process can be killed like any other. */
async function startBrowser(profile: string): Promise<{ child: ChildProcess; browser: Browser; page: Page }> {
  await rm(join(profile, 'DevToolsActivePort'), { force: true })
  const args = [
    ...CHROMIUM_ARGS,
    '--headless=new',
    '--remote-debugging-port=0',
    `--user-data-dir=${profile}`,
    '--window-size=1280,800',
    'about:blank',
  ]
  const child = spawn(CHROMIUM_PATH, args, { stdio: 'ignore', detached: true })
  const port = await expect
    .poll(() => readFile(join(profile, 'DevToolsActivePort'), 'utf8').catch(() => ''), { timeout: 30_000 })
    .not.toBe('')
    .then(() => readFile(join(profile, 'DevToolsActivePort'), 'utf8'))
  const browser = await chromium.connectOverCDP(`http://127.0.0.1:${port.split('\n')[0]}`)
  const page = await browser.contexts()[0]!.newPage()
  await page.setViewportSize({ width: 1280, height: 800 })
  await withoutPickers(page)
  // What runs this file names functions by a helper of its own, which the page has to know.
  await page.addInitScript({ content: 'globalThis.__name = (named) => named' })
  await page.addInitScript(noteLosses)
  return { child, browser, page }
}

/** Has the page note what the browser says of a database it has to begin anew: whether it lost data, and why. */
function noteLosses(): void {
  const notes: string[] = []
  Object.assign(window, { lossNotes: notes })
  const open = indexedDB.open.bind(indexedDB)
  indexedDB.open = (name, version) => {
    const request = open(name, version)
    request.addEventListener('upgradeneeded', (event) => {
      const { oldVersion, dataLoss, dataLossMessage } = event as IDBVersionChangeEvent &
        Record<'dataLoss' | 'dataLossMessage', string>
      notes.push(`${name} from ${oldVersion}: ${dataLoss} ${dataLossMessage}`)
    })
    return request
  }
}

type Random = (from: number, to: number) => number
type Action = (page: Page, random: Random) => Promise<void>

const press =
  (keys: string, times: (random: Random) => number = () => 1): Action =>
  async (page, random) => {
    const count = times(random)
    for (let i = 0; i < count; i += 1) await page.keyboard.press(keys)
  }
const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="40"><rect width="40" height="40"/><text>x</text></svg>'

/** What goes on when the browser is killed. */
const ACTIONS: Readonly<Record<string, Action>> = {
  'a small edit': async (page) => {
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('m')
  },
  'a burst of small edits': async (page, random) => {
    for (let i = random(10, 60); i > 0; i -= 1) {
      await page.keyboard.press('ArrowRight')
      await page.keyboard.press('m')
    }
  },
  'a large edit': press('.'),
  'a burst of large edits': press('.', (random) => random(2, 8)),
  'bending of everything': press('4'),
  undo: press('Control+z', (random) => random(1, 6)),
  'undo and redo': async (page, random) => {
    const times = random(1, 4)
    for (let i = 0; i < times; i += 1) await page.keyboard.press('Control+z')
    for (let i = 0; i < times; i += 1) await page.keyboard.press('Control+Shift+z')
  },
  'an import': async (page) => {
    const transfer = await page.evaluateHandle((text) => {
      const data = new DataTransfer()
      data.items.add(new File([text], 'lamp.svg', { type: 'image/svg+xml' }))
      return data
    }, SVG)
    await page.getByRole('region', { name: 'Stage' }).dispatchEvent('drop', { dataTransfer: transfer })
    await page.getByRole('button', { name: 'Add', exact: true }).click()
  },
}

async function openProject(page: Page, baseURL: string, address: string | null): Promise<string> {
  if (address) await page.goto(address)
  else {
    await page.goto(baseURL)
    const choosing = page.waitForEvent('filechooser')
    await page.getByRole('button', { name: 'Open a file…' }).click()
    const buffer = Buffer.from(strToU8(JSON.stringify(largeProject())))
    await (await choosing).setFiles({ name: 'lamps.json', mimeType: 'application/json', buffer })
  }
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible({ timeout: PATIENCE_MS })
  await page.evaluate(watchDocuments)
  return page.url()
}

/**
 * Kills the browser again and again while a project is edited, and opens it again each time.
 * @returns what was wrong, one entry a kill after which the project did not open, or opened as a document that is neither the
 *   last that was told to be saved nor one after it
 */
export async function crashRounds({ kills, seed, baseURL, only, onKill }: CrashOptions): Promise<string[]> {
  const generator = xoroshiro128plus(seed)
  const random: Random = (from, to) => uniformInt(generator, from, to)
  const profile = await mkdtemp(join(tmpdir(), 'crash-'))
  const troubles: string[] = []
  let address: string | null = null
  let last: Told | null = null
  let doing = 'nothing'
  try {
    for (let kill = 0; kill <= kills; kill += 1) {
      const { child, browser, page } = await startBrowser(profile)
      const trouble = await (async (): Promise<string | null> => {
        try {
          address = await openProject(page, baseURL, address)
        } catch (caught) {
          const shown = await page.innerText('body').catch(() => 'nothing')
          return `it did not open: ${String(caught).slice(0, 100)} (shown: ${shown.slice(0, 200)}; kept: ${await keptIn(page)})`
        }
        const [opened] = (await toldBy(page)).documents
        if (!last) return null
        const at = last.documents.lastIndexOf(opened!)
        if (at < 0) return `it opened as a document there never was: ${await differences(page, last.final)}`
        return at >= last.saved ? null : `${last.saved - at} edits that were told to be saved were lost`
      })()
      if (kill > 0) onKill?.(kill, doing, trouble)
      if (trouble) {
        troubles.push(`kill ${kill} during ${doing}: ${trouble}`)
        address = null
      }
      if (kill < kills && !trouble) {
        const names = Object.keys(ACTIONS).filter((name) => !only || name === only)
        doing = names[random(0, names.length - 1)]!
        await page.keyboard.press('Control+a')
        await ACTIONS[doing]!(page, random)
        last = await toldBy(page)
        await new Promise((resolve) =>
          setTimeout(resolve, random(0, 5) === 0 ? random(200, 900) : random(0, 120)),
        )
      } else last = null
      process.kill(-child.pid!, 'SIGKILL')
      await new Promise((resolve) =>
        child.exitCode !== null || child.signalCode ? resolve(null) : child.once('close', resolve),
      )
      await browser.close().catch(() => undefined)
    }
  } finally {
    await rm(profile, { recursive: true, force: true, maxRetries: 5 })
  }
  return troubles
}

const toldBy = (page: Page): Promise<Told> => page.evaluate(() => (window as unknown as { told: Told }).told)

/** What the browser keeps for the application, as JSON: each database with the keys of its tables. */
async function keptIn(page: Page): Promise<string> {
  const list = async (): Promise<unknown> => {
    const done = <T>(request: IDBRequest<T>): Promise<T> =>
      new Promise((resolve, reject) => {
        request.onsuccess = () => resolve(request.result)
        request.onerror = () => reject(request.error!)
      })
    const kept: Record<string, unknown> = {}
    for (const { name, version } of await indexedDB.databases()) {
      const opened = await done(indexedDB.open(name!))
      for (const table of opened.objectStoreNames) {
        const keys = await done(opened.transaction(table).objectStore(table).getAllKeys())
        kept[`${name} ${version} ${table}`] = [keys.length, ...keys.slice(-4)]
      }
      opened.close()
    }
    return [
      (window as unknown as Record<string, unknown>)['lossNotes'],
      kept,
      await navigator.storage.estimate(),
      await navigator.storage.persisted(),
    ]
  }
  return page.evaluate(list).then(JSON.stringify, String)
}

/** Where the document that was opened differs from the last one there was: the first few places. */
async function differences(page: Page, final: string): Promise<string> {
  const opened: unknown = JSON.parse((await toldBy(page)).final)
  const found: string[] = []
  const compare = (one: unknown, other: unknown, path: string): void => {
    if (found.length > 8) return
    const isTree = typeof one === 'object' && one !== null && typeof other === 'object' && other !== null
    if (!isTree) {
      if (one !== other)
        found.push(`${path}: ${JSON.stringify(one)?.slice(0, 60)} / ${JSON.stringify(other)?.slice(0, 60)}`)
      return
    }
    for (const name of new Set([...Object.keys(one), ...Object.keys(other)]))
      compare(
        (one as Record<string, unknown>)[name],
        (other as Record<string, unknown>)[name],
        `${path}.${name}`,
      )
  }
  compare(opened, JSON.parse(final), '')
  return found.join('; ')
}

/** Keeps what was found where the next one looks for it. */
export async function keepTroubles(troubles: readonly string[], seed: number): Promise<void> {
  await writeFile(`.cache/crash-${seed}.json`, `${JSON.stringify(troubles, null, 1)}\n`)
}
