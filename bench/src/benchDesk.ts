import { chromium, type Page } from '@playwright/test'
import { CHROMIUM_ARGS, CHROMIUM_PATH } from '../../e2e/src/chromium.ts'
import { serveBuilt } from '../../e2e/src/serveBuilt.ts'
import { crowdedLanes } from '../../demo/src/crowdedLanes.ts'
import { crowdedStage } from '../../demo/src/crowdedStage.ts'
import type { Project } from '@arrow-bend/core/scene'

/** Measures the Desk in Chromium on the demo: dragging a handle, scrubbing, playing. Prints p50 and p95 in ms. */
const PORT = 4319
const FRAME_MS = 1000 / 60

const served = await serveBuilt(PORT)
const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS })
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  // What tsx wraps named functions in, which the page knows nothing of.
  await page.addInitScript('globalThis.__name = (named) => named')
  await page.addInitScript(() => {
    for (const name of ['showSaveFilePicker', 'showOpenFilePicker']) Reflect.deleteProperty(window, name)
  })
  await page.goto(served.address)
  await page.getByRole('link', { name: 'Open Lantern Regatta' }).click()
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
  await page.waitForTimeout(1500)
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

  await openProject(page, crowdedStage({ layers: 60, moving: 40, keys: 3 }))
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
  report(
    'bead among 40 routes, pointer to paint',
    await measureDrag(page, page.getByRole('button', { name: /^Buoy 12 key 2 of/ }), [2, -1]),
  )

  await measureGraphs(page)
  await page.setViewportSize({ width: 1280, height: 800 })

  await openProject(page, crowdedStage({ layers: 100, moving: 100, keys: 4 }))
  await page.setViewportSize({ width: 1640, height: 1460 })
  await page.getByRole('button', { name: 'Actual size' }).click()
  const crowd = await measurePlayback(page)
  report('playback of 100 moving shapes, 1280×720', crowd)
  console.log(`playback of 100 moving shapes                        ${rateOf(crowd)} fps  (wanted: ≥ 50)`)
} finally {
  await browser.close()
  served.stop()
}

/** Twelve open lanes and 2 000 keys, all in view of a tall window; then one lane of 10 000 keys. */
async function measureGraphs(page: Page): Promise<void> {
  await openProject(page, crowdedLanes({ layers: 12, keys: 167, every: 3 }))
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
  report('handle in a graph among twelve, pointer to paint', await measureDrag(page, grip, [0.5, 1]))

  await page.setViewportSize({ width: 1280, height: 800 })
  await openProject(page, crowdedLanes({ layers: 1, keys: 10_000, every: 2 }))
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

/** From a key press to just after the frame that shows what it did, ms. */
async function timeOf(page: Page, key: string): Promise<number> {
  await page.evaluate(() => {
    const done = new Promise<number>((resolve) => {
      window.addEventListener(
        'keydown',
        () => {
          const start = performance.now()
          // The first frame lays the lane out; what it fetched or measured shows by the second.
          requestAnimationFrame(() => {
            const channel = new MessageChannel()
            channel.port1.onmessage = () => resolve(performance.now() - start)
            channel.port2.postMessage(0)
          })
        },
        { capture: true, once: true },
      )
    })
    Object.assign(window, { benchDone: done })
  })
  await page.keyboard.press(key)
  return page.evaluate(() => (window as unknown as { benchDone: Promise<number> }).benchDone)
}

/** Gaps between animation frames while the deck is zoomed in and out and slid, by the wheel. */
async function measureWheel(page: Page): Promise<number[]> {
  const box = (await page.locator('.scroller').boundingBox())!
  await page.mouse.move(box.x + 700, box.y + 60)
  await page.evaluate(() => {
    const gaps: number[] = []
    Object.assign(window, { benchGaps: gaps, benchOn: true })
    let before = performance.now()
    const step = (): void => {
      const now = performance.now()
      gaps.push(now - before)
      before = now
      if ((window as unknown as { benchOn: boolean }).benchOn) requestAnimationFrame(step)
    }
    requestAnimationFrame(step)
  })
  for (let i = 0; i < 120; i += 1) {
    const zooms = i % 3 !== 2
    if (zooms) await page.keyboard.down('Control')
    await page.mouse.wheel(0, zooms ? (i % 60 < 30 ? -60 : 60) : 40)
    if (zooms) await page.keyboard.up('Control')
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => resolve(0))))
  }
  return page.evaluate(() => {
    Object.assign(window, { benchOn: false })
    return (window as unknown as { benchGaps: number[] }).benchGaps
  })
}

function rateOf(gaps: readonly number[]): string {
  return (1000 / (gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length)).toFixed(1)
}

/** Opens a project from a file made here, as a person opens one. */
async function openProject(page: Page, project: Project): Promise<void> {
  await page.goto(served.address)
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Open a file…' }).first().click()
  const json = Buffer.from(JSON.stringify(project))
  await (await chooser).setFiles([{ name: 'crowded.json', mimeType: 'application/json', buffer: json }])
  await page.getByRole('region', { name: 'Deck' }).waitFor()
  await page.waitForTimeout(1500)
}

function report(name: string, times: readonly number[]): void {
  const sorted = [...times].sort((a, b) => a - b)
  const at = (share: number): string =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(1).padStart(7)
  console.log(
    `${name.padEnd(48)} p50 ${at(0.5)} ms  p95 ${at(0.95)} ms  of ${sorted.length}  (a frame: ${FRAME_MS.toFixed(1)} ms)`,
  )
}

/** Time from one animation frame to the next with nothing to do. */
function measureIdle(page: Page): Promise<number[]> {
  return page.evaluate(
    () =>
      new Promise<number[]>((resolve) => {
        const gaps: number[] = []
        let before = performance.now()
        const step = (): void => {
          const now = performance.now()
          gaps.push(now - before)
          before = now
          if (gaps.length < 120) requestAnimationFrame(step)
          else resolve(gaps)
        }
        requestAnimationFrame(step)
      }),
  )
}

/**
 * Work a pointer move causes up to its paint: from the browser's handling of the event to just after the frame
 * that shows it. Moves are sent one at a time, each after the last was painted.
 */
async function measureDrag(
  page: Page,
  target: ReturnType<Page['locator']>,
  by: readonly [number, number],
): Promise<number[]> {
  await page.evaluate(() => {
    const times: number[] = []
    Object.assign(window, { benchTimes: times })
    window.addEventListener(
      'pointermove',
      () => {
        const start = performance.now()
        requestAnimationFrame(() => {
          const channel = new MessageChannel()
          channel.port1.onmessage = () => times.push(performance.now() - start)
          channel.port2.postMessage(0)
        })
      },
      { capture: true },
    )
  })
  const box = (await target.boundingBox())!
  const [x, y] = [box.x + Math.min(box.width / 2, 300), box.y + Math.min(box.height / 2, 8)]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.evaluate(() => ((window as unknown as { benchTimes: number[] }).benchTimes.length = 0))
  for (let i = 1; i <= 100; i += 1) {
    const swing = Math.sin(i / 8) * 20
    await page.mouse.move(x + swing * by[0], y + swing * by[1])
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => resolve(0))))
  }
  await page.mouse.up()
  return page.evaluate(() => (window as unknown as { benchTimes: number[] }).benchTimes)
}

/** Gaps between animation frames while the demo plays. */
async function measurePlayback(page: Page): Promise<number[]> {
  await page.keyboard.press('Home')
  await page.keyboard.press(' ')
  await page.waitForTimeout(500)
  const gaps = await page.evaluate(
    () =>
      new Promise<number[]>((resolve) => {
        const list: number[] = []
        let before = performance.now()
        const step = (): void => {
          const now = performance.now()
          list.push(now - before)
          before = now
          if (list.length < 400) requestAnimationFrame(step)
          else resolve(list)
        }
        requestAnimationFrame(step)
      }),
  )
  await page.keyboard.press(' ')
  return gaps
}
