import type { Page } from '@playwright/test'
import type { Project } from '@arrow-bend/core/scene'

const FRAME_MS = 1000 / 60

/** From a key press to just after the frame that shows what it did, ms. */
export async function timeOf(page: Page, key: string): Promise<number> {
  await page.evaluate(() => {
    const done = new Promise<number>((resolve) => {
      const listen = (): void => window.addEventListener('keydown', pressed, { capture: true, once: true })
      const pressed = (event: KeyboardEvent): void => {
        // Held keys come first; the one that does something is meant.
        if (['Control', 'Shift'].includes(event.key)) {
          listen()
          return
        }
        const start = performance.now()
        // The first frame lays the lane out; what it fetched or measured shows by the second.
        requestAnimationFrame(() => {
          const channel = new MessageChannel()
          channel.port1.onmessage = () => resolve(performance.now() - start)
          channel.port2.postMessage(0)
        })
      }
      listen()
    })
    Object.assign(window, { benchDone: done })
  })
  await page.keyboard.press(key)
  return page.evaluate(() => (window as unknown as { benchDone: Promise<number> }).benchDone)
}

/** Gaps between animation frames while the deck is zoomed in and out and slid, by the wheel. */
export function measureWheel(page: Page): Promise<number[]> {
  return gapsOverDeck(page, 120, async (i) => {
    const zooms = i % 3 !== 2
    if (zooms) await page.keyboard.down('Control')
    await page.mouse.wheel(0, zooms ? (i % 60 < 30 ? -60 : 60) : 40)
    if (zooms) await page.keyboard.up('Control')
  })
}

/** Gaps between animation frames, ms, while something is done so many times with the pointer over the lanes, a frame each. */
export async function gapsOverDeck(
  page: Page,
  times: number,
  work: (i: number) => Promise<void>,
): Promise<number[]> {
  const box = (await page.locator('.scroller').boundingBox())!
  await page.mouse.move(box.x + 700, box.y + 60)
  return gapsWhile(page, times, work)
}

/** Gaps between animation frames, ms, while something is done so many times, a frame each. */
export async function gapsWhile(
  page: Page,
  times: number,
  work: (i: number) => Promise<void>,
): Promise<number[]> {
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
  for (let i = 0; i < times; i += 1) {
    await work(i)
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => resolve(0))))
  }
  return page.evaluate(() => {
    Object.assign(window, { benchOn: false })
    return (window as unknown as { benchGaps: number[] }).benchGaps
  })
}

/** Frames a second, of gaps between them in ms. */
export function rateOf(gaps: readonly number[]): string {
  return (1000 / (gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length)).toFixed(1)
}

/** Opens a project from a file made here, as a person opens one. */
export async function openProject(page: Page, address: string, project: Project): Promise<void> {
  await page.goto(address)
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Open a file…' }).first().click()
  const json = Buffer.from(JSON.stringify(project))
  await (await chooser).setFiles([{ name: 'crowded.json', mimeType: 'application/json', buffer: json }])
  await page.getByRole('region', { name: 'Deck' }).waitFor()
  await page.waitForTimeout(1500)
}

/** Prints p50 and p95 of times in ms. */
export function report(name: string, times: readonly number[]): void {
  const sorted = [...times].sort((a, b) => a - b)
  const at = (share: number): string =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(1).padStart(7)
  console.log(
    `${name.padEnd(48)} p50 ${at(0.5)} ms  p95 ${at(0.95)} ms  of ${sorted.length}  (a frame: ${FRAME_MS.toFixed(1)} ms)`,
  )
}

/** From the first of some key presses until the bar says that all is saved, ms. */
export async function timeToDisk(page: Page, keys: readonly string[]): Promise<number> {
  await page.evaluate(() => {
    const times = { pressed: 0, saved: 0 }
    Object.assign(window, { diskTimes: times })
    addEventListener('keydown', () => (times.pressed ||= performance.now()), { capture: true })
    const bar = document.querySelector('header [role=status]')!
    const look = new MutationObserver(() => {
      if (bar.textContent.trim().startsWith('Saved')) times.saved = performance.now()
      else times.saved = 0
    })
    look.observe(bar, { subtree: true, childList: true, characterData: true })
  })
  for (const key of keys) await page.keyboard.press(key)
  await page.waitForFunction(
    () => (window as unknown as { diskTimes: { saved: number } }).diskTimes.saved > 0,
    undefined,
    { polling: 20 },
  )
  return page.evaluate(() => {
    const { pressed, saved } = (window as unknown as { diskTimes: { pressed: number; saved: number } })
      .diskTimes
    return saved - pressed
  })
}

/**
 * How long a fixed piece of work takes in this browser now, ms: machines that are shared are now quick, now slow, and only
 * figures taken at the same pace can be compared.
 */
export function measurePace(page: Page): Promise<number[]> {
  return page.evaluate(() => {
    const work = (): number => {
      let sum = 0
      let list: { x: number; y: number }[] = []
      for (let i = 0; i < 1e6; i += 1) {
        list.push({ x: i, y: Math.sqrt(i) })
        if (list.length < 1e5) continue
        sum += list.reduce((total, { x, y }) => total + x * y, 0)
        list = []
      }
      return sum
    }
    return Array.from({ length: 12 }, () => {
      const start = performance.now()
      if (!(work() > 0)) throw new Error('No work was done.')
      return performance.now() - start
    })
  })
}

/** Time from one animation frame to the next with nothing to do. */
export function measureIdle(page: Page): Promise<number[]> {
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
export async function measureDrag(
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
  await reportFollowers(page)
  return page.evaluate(() => (window as unknown as { benchTimes: number[] }).benchTimes)
}

/** Prints how many frames of the last drag the views that accompany it kept up with. */
async function reportFollowers(page: Page): Promise<void> {
  const last = await page.evaluate(() => {
    const found = performance.getEntriesByType('measure') as PerformanceMeasure[]
    const entry = found.filter(({ name }) => name.startsWith('followers of a drag')).at(-1)
    performance.clearMeasures()
    return entry ? { name: entry.name, detail: entry.detail as { frames: number; followed: number } } : null
  })
  if (last)
    console.log(
      `${last.name.padEnd(48)} kept up with ${last.detail.followed} of ${last.detail.frames} frames`,
    )
}

/** Gaps between animation frames while the demo plays. */
export async function measurePlayback(page: Page): Promise<number[]> {
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
