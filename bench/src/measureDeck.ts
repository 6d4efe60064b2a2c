import type { Page } from '@playwright/test'
import { crowdedDeck } from '../../demo/src/crowdedDeck.ts'
import { gapsOverDeck, measureDrag, openProject, rateOf, report, timeOf, timeToDisk } from './deskMeasures.ts'

const ROUNDS = 200
const REST_MS = 20_000

/** 300 layers, 1 500 lanes, 15 000 keys: opening, scrolling, stretching everything, undoing it. */
export async function measureDeck(page: Page, address: string): Promise<void> {
  await page.setViewportSize({ width: 1280, height: 800 })
  await openProject(page, address, crowdedDeck({ layers: 300, keys: 10, every: 12 }))
  await page.goto(address)
  const card = page.getByRole('link', { name: 'Open Crowded deck' })
  await card.waitFor()
  await page.waitForTimeout(1000)
  const opened = await timeOfOpening(page)
  console.log(`${'opening 15 000 keys, click to lanes'.padEnd(48)} ${opened.toFixed(0)} ms  (wanted: < 1500)`)
  await page.waitForTimeout(1500)

  const frames = await gapsOverDeck(page, 150, (i) => page.mouse.wheel(0, i < 110 ? 60 : -60))
  report('scrolling 1 800 rows, between frames', frames)
  console.log(`${'scrolling 1 800 rows'.padEnd(48)} ${rateOf(frames)} fps  (wanted: ≥ 50)`)

  // Everything: all spans of all layers.
  await page.locator('.scroller').evaluate((element) => element.scrollTo(0, 0))
  await page.keyboard.press('Control+a')
  await page.waitForTimeout(800)
  const end = page.getByRole('slider', { name: 'End of the selection' })
  const drag = await measureDrag(page, end, [3, 0])
  report('stretching 15 000 keys, pointer to paint', drag)
  const mean = drag.reduce((sum, time) => sum + time, 0) / drag.length
  console.log(`${'stretching 15 000 keys'.padEnd(48)} ${(1000 / mean).toFixed(1)} fps  (wanted: ≥ 30)`)
  await page.waitForTimeout(800)

  await end.focus()
  const commits: number[] = []
  for (let i = 0; i < 8; i += 1) {
    await page.waitForTimeout(400)
    commits.push(await timeOf(page, i % 2 === 0 ? 'ArrowLeft' : 'ArrowRight'))
  }
  report('stretch of 15 000 keys made, key to paint (< 100)', commits)
  // Such edits are put on disk one after the other; the undo is measured by itself, not against that.
  await page.waitForTimeout(REST_MS)
  const undos: number[] = []
  for (let i = 0; i < 8; i += 1) {
    await page.waitForTimeout(400)
    undos.push(await timeOf(page, 'Control+z'))
  }
  report('undo of it, key to paint (wanted: < 50)', undos)

  // Each redo and undo of it is such an edit for the disk, and leaves no more in the history than there was.
  const edits = (count: number): string[] =>
    Array.from({ length: count }, (_, i) => (i % 2 === 0 ? 'Control+Shift+Z' : 'Control+z'))
  const onDisk: number[] = []
  for (const keys of edits(8)) {
    await page.waitForTimeout(1_500)
    onDisk.push(await timeToDisk(page, [keys]))
  }
  report('15 000 keys on disk, key to “Saved” (< 250)', onDisk)
  await page.waitForTimeout(3_000)
  const ten = await timeToDisk(page, edits(10))
  console.log(`${'ten such edits, first key to “Saved”'.padEnd(48)} ${ten.toFixed(0)} ms`)

  const client = await page.context().newCDPSession(page)
  const heap = async (): Promise<number> => {
    await client.send('HeapProfiler.collectGarbage')
    const { usedSize } = await client.send('Runtime.getHeapUsage')
    return usedSize / 1e6
  }
  const round = async (): Promise<void> => {
    await page.keyboard.press('Control+Shift+Z')
    await page.keyboard.press('Control+z')
  }
  for (let i = 0; i < 10; i += 1) await round()
  // What was done is put away after it is shown; memory is looked at when all of it is.
  await page.waitForTimeout(REST_MS)
  const before = await heap()
  for (let i = 0; i < ROUNDS; i += 1) await round()
  await page.waitForTimeout(REST_MS)
  const after = await heap()
  console.log(
    `${`memory over ${ROUNDS} undo and redo`.padEnd(48)} ${before.toFixed(1)} MB before, ${after.toFixed(1)} MB after`,
  )
}

/** From the click on a project's card to just after the frame that shows its lanes, ms. */
async function timeOfOpening(page: Page): Promise<number> {
  return page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const card = document.querySelector<HTMLElement>('a[aria-label="Open Crowded deck"]')!
        const start = performance.now()
        card.click()
        const look = (): void => {
          if (document.querySelectorAll('.deck .lane').length === 0) requestAnimationFrame(look)
          else {
            const channel = new MessageChannel()
            channel.port1.onmessage = () => resolve(performance.now() - start)
            channel.port2.postMessage(0)
          }
        }
        requestAnimationFrame(look)
      }),
  )
}
