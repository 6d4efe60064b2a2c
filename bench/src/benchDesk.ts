import { chromium, type Page } from '@playwright/test'
import { CHROMIUM_ARGS, CHROMIUM_PATH } from '../../e2e/src/chromium.ts'
import { serveBuilt } from '../../e2e/src/serveBuilt.ts'
import { crowdedLanes } from '../../demo/src/crowdedLanes.ts'
import { crowdedStage } from '../../demo/src/crowdedStage.ts'
import type { Value } from '@arrow-bend/core/property'
import type { Project } from '@arrow-bend/core/scene'
import { measureDeck } from './measureDeck.ts'
import { measureFilms } from './measureFilms.ts'
import { measureMedia } from './measureMedia.ts'
import { measureLinks } from './measureLinks.ts'
import { measureMoves } from './measureMoves.ts'
import { measureShapes } from './measureShapes.ts'
import {
  measureDrag,
  measureIdle,
  measurePace,
  measurePlayback,
  measureWheel,
  openProject,
  rateOf,
  report,
  timeOf,
} from './deskMeasures.ts'

/** Measures the Desk in Chromium on the demo: dragging a handle, scrubbing, playing. Prints p50 and p95 in ms. */
const PORT = 4319

const served = await serveBuilt(PORT)
const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS })
try {
  // What makes the test clip is put into the page, which holds foreign scripts back.
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, bypassCSP: true })
  // What tsx wraps named functions in, which the page knows nothing of.
  await page.addInitScript('globalThis.__name = (named) => named')
  await page.addInitScript(() => {
    for (const name of ['showSaveFilePicker', 'showOpenFilePicker']) Reflect.deleteProperty(window, name)
  })
  await page.goto(served.address)
  await page.getByRole('link', { name: 'Open Lantern Regatta' }).click()
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
  // A bend of two handles, whatever the demo has there.
  await page.keyboard.press('4')
  await page.waitForTimeout(1500)
  const pace = async (): Promise<void> => report('pace: a fixed piece of work', await measurePace(page))
  await pace()
  report('an empty frame of this browser', await measureIdle(page))
  report(
    'handle drag, pointer to paint',
    await measureDrag(page, page.getByRole('slider', { name: 'Leave handle' }).locator('.square'), [2, -1]),
  )
  report(
    'bead of a route, pointer to paint',
    await measureDrag(page, page.getByRole('button', { name: /^Boat 2 key 2 of/ }), [2, -1]),
  )
  report(
    'scrub, pointer to paint',
    await measureDrag(page, page.getByRole('slider', { name: 'Playhead' }), [4, 0]),
  )
  const frames = await measurePlayback(page)
  report('playback, between frames', frames)
  console.log(`playback of the demo                                 ${rateOf(frames)} fps  (wanted: ≥ 58)`)
  await measureMoves(page)

  await openProject(page, served.address, crowdedStage({ layers: 60, moving: 40, keys: 3 }))
  // All spans, and so the routes of all layers that have one.
  await page.keyboard.press('Control+a')
  const marks = await page.evaluate(() =>
    [...document.querySelectorAll('svg.routes path.marks')].reduce(
      (sum, path) => sum + (path.getAttribute('d')!.match(/M/g)?.length ?? 0),
      0,
    ),
  )
  const routes = await page.locator('svg.routes g[role="group"]').count()
  console.log(`60 layers, ${routes} routes, ${marks} spacing marks`)
  // One that no other lies over.
  const name = await page.evaluate(() => {
    const beads = [...document.querySelectorAll('svg.routes [role=button][aria-label*="key 2 of"]')]
    const free = beads.find((one) => {
      const { x, y, width, height } = one.getBoundingClientRect()
      return one.contains(document.elementFromPoint(x + width / 2, y + height / 2))
    })
    return free?.getAttribute('aria-label')?.split(' of ')[0]
  })
  if (!name) throw new Error('Every bead lies under another.')
  const bead = page.getByRole('button', { name: new RegExp(`^${name} of`) })
  // Where its layer lies over it, a bead is the hand's only once it is selected.
  await bead.click({ modifiers: ['Alt'] })
  report('bead among 40 routes, pointer to paint', await measureDrag(page, bead, [2, -1]))

  await pace()
  await measureGraphs(page)
  await pace()
  await measureDeck(page, served.address)
  await pace()
  await page.setViewportSize({ width: 1280, height: 800 })

  await openProject(page, served.address, crowdedStage({ layers: 100, moving: 100, keys: 4 }))
  await page.setViewportSize({ width: 1640, height: 1460 })
  await page.getByRole('button', { name: 'Actual size' }).click()
  const crowd = await measurePlayback(page)
  report('playback of 100 moving shapes, 1280×720', crowd)
  console.log(`playback of 100 moving shapes                        ${rateOf(crowd)} fps  (wanted: ≥ 50)`)

  await openProject(page, served.address, copiesOf(crowdedStage({ layers: 1, moving: 1, keys: 4 }), 200))
  const copies = await measurePlayback(page)
  report('playback of 200 copies of a moving shape', copies)
  console.log(`playback of 200 copies of a moving shape             ${rateOf(copies)} fps  (wanted: ≥ 50)`)

  await pace()
  await page.setViewportSize({ width: 1280, height: 800 })
  await measureShapes(page, served.address)
  await pace()
  await measureLinks(page, served.address)
  await pace()
  await measureMedia(page, served.address)
  await measureFilms()
} finally {
  await browser.close()
  served.stop()
}

/** A project whose first layer is drawn over and over, each copy a little further, turned and later. */
function copiesOf(project: Project, count: number): Project {
  const [scene] = project.scenes
  const [layer] = scene!.layers
  const values: Readonly<Record<string, Value>> = {
    copies: count,
    'copy offset': [5, 2],
    'copy turn': 3,
    'copy opacity': 99,
    'copy delay': 0.01,
  }
  const properties = Object.fromEntries(
    Object.entries(layer!.properties).map(([name, property]) => [
      name,
      name in values ? { ...property, value: values[name]! } : property,
    ]),
  )
  return { ...project, scenes: [{ ...scene!, layers: [{ ...layer!, properties }] }] }
}

/** Twelve open lanes and 2 000 keys, all in view of a tall window; then one lane of 10 000 keys. */
async function measureGraphs(page: Page): Promise<void> {
  await openProject(page, served.address, crowdedLanes({ layers: 12, keys: 167, every: 3 }))
  // As high as twelve lanes need at their least.
  await page.setViewportSize({ width: 1280, height: 1200 })
  await page.getByRole('separator', { name: 'Height of the stage' }).focus()
  for (let i = 0; i < 30; i += 1) await page.keyboard.press('ArrowUp')
  await page.waitForTimeout(500)
  const names = page.getByRole('button', { name: 'opacity', exact: true })
  const opened: number[] = []
  for (let i = 0; i < 12; i += 1) {
    await names.nth(i).click()
    await page.waitForTimeout(400)
    opened.push(await timeOf(page, 'Enter'))
    await page.getByRole('separator', { name: `Height of Lamp ${i + 1} opacity` }).focus()
    for (let k = 0; k < 5; k += 1) await page.keyboard.press('ArrowUp')
  }
  // The first lane also fetches what graphs are made of.
  report('opening a lane, key to paint (wanted: < 50)', opened.slice(1))
  const lanes = await page.getByRole('group', { name: /, graph$/ }).count()
  const beads = await page.locator('.open-lane .bead').count()
  console.log(`${lanes} open lanes, ${12 * 167} keys in view, drawn as ${beads} beads`)
  const sixth = page.getByRole('group', { name: 'Lamp 6 opacity, graph' })
  await sixth.locator('.bead').nth(40).click()
  const grip = sixth.getByRole('slider', { name: /^Leave handle/ }).last()
  const before = await grip.getAttribute('aria-valuetext')
  report('handle in a graph among twelve, pointer to paint', await measureDrag(page, grip, [0.5, 1]))
  // Where keys crowd, a press may take hold of what lies beside a handle.
  if ((await grip.getAttribute('aria-valuetext')) === before) throw new Error('No handle was dragged.')

  await page.setViewportSize({ width: 1280, height: 800 })
  await openProject(page, served.address, crowdedLanes({ layers: 1, keys: 10_000, every: 2 }))
  const zooms = async (name: string): Promise<void> => {
    const frames = await measureWheel(page)
    report(`${name}, between frames`, frames)
    console.log(`${name.padEnd(48)} ${rateOf(frames)} fps  (wanted: ≥ 50)`)
  }
  await zooms('zoom and scroll of a closed lane, 10 000 keys')
  await names.first().click()
  await page.keyboard.press('Enter')
  await page.waitForTimeout(500)
  await zooms('zoom and scroll of an open lane, 10 000 keys')
}
