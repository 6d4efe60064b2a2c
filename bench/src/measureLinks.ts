import type { Page } from '@playwright/test'
import { READY_BENDS, type PlainBend } from '@arrow-bend/core/bend'
import { crowdedProject, RATE } from '../../demo/src/crowdedProject.ts'
import { makeLayer, type Layer, type Project } from '@arrow-bend/core/scene'
import { ticksOfFrame } from '@arrow-bend/core/time'
import type { Key, Property } from '@arrow-bend/core/property'
import { gapsWhile, measureDrag, openProject, rateOf, report } from './deskMeasures.ts'

const ease: PlainBend = { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.4, rise: 0 } }
const FRAMES = 240

/** Layers with a lane of opacity each, all of whose spans follow one bend of the library. */
function linkedProject({ layers, spans }: { layers: number; spans: number }): Project {
  const lane = (i: number): Property => ({
    kind: 'number',
    value: 0,
    keys: Array.from({ length: spans + 1 }, (_, k): Key => ({
      id: `k${i}-${k}`,
      t: ticksOfFrame(4 + Math.round((k / spans) * (FRAMES - 40)) + (i % 12), RATE),
      value: k % 2 === 0 ? 10 : 90,
      bend: { kind: 'linked', bendId: 'house' },
      through: 'corner',
    })),
  })
  const layer = (i: number): Layer => {
    const id = `Guest ${i + 1}`
    const made = makeLayer({
      id,
      name: id,
      kind: 'rectangle',
      span: [ticksOfFrame(0, RATE), ticksOfFrame(FRAMES, RATE)],
      values: { size: [40, 30], position: [40 + (i % 20) * 60, 60 + Math.floor(i / 20) * 60] },
    })
    return { ...made, properties: { ...made.properties, opacity: lane(i) } }
  }
  const made = crowdedProject(
    'Linked',
    FRAMES,
    Array.from({ length: layers }, (_, i) => layer(i)),
  )
  return { ...made, bends: [{ id: 'house', name: 'House ease', bend: ease }] }
}

/** From letting the pointer go to just after the frame that shows what came of it, ms. */
async function timeOfRelease(page: Page): Promise<number> {
  await page.evaluate(() => {
    const done = new Promise<number>((resolve) => {
      const released = (): void => {
        const start = performance.now()
        requestAnimationFrame(() => {
          const channel = new MessageChannel()
          channel.port1.onmessage = () => resolve(performance.now() - start)
          channel.port2.postMessage(0)
        })
      }
      window.addEventListener('pointerup', released, { capture: true, once: true })
    })
    Object.assign(window, { benchDone: done })
  })
  await page.mouse.up()
  return page.evaluate(() => (window as unknown as { benchDone: Promise<number> }).benchDone)
}

/** Many linked spans that change with one handle; many runs over one another; many bends scrolled. */
export async function measureLinks(page: Page, address: string): Promise<void> {
  await openProject(page, address, linkedProject({ layers: 100, spans: 5 }))
  await page.getByRole('button', { name: /^Guest 1 opacity, keys 1 to 2/ }).click()
  const handle = page.getByRole('slider', { name: /^Leave handle/ }).locator('.square')
  const releases: number[] = []
  const frames: number[] = []
  for (let round = 0; round < 5; round += 1) {
    const box = (await handle.boundingBox())!
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    await page.mouse.move(x, y)
    await page.mouse.down()
    frames.push(...(await gapsWhile(page, 60, (i) => page.mouse.move(x + 8 + 12 * Math.sin(i / 6), y))))
    releases.push(await timeOfRelease(page))
    await page.waitForTimeout(400)
  }
  report('library bend dragged, 500 spans follow, frames', frames)
  console.log(`library bend dragged, 500 spans follow              ${rateOf(frames)} fps  (wanted: ≥ 30)`)
  report('the same let go, to paint (wanted: < 100)', releases)

  // Fifty over one another, all changing as the bend they follow is changed by its field.
  await openProject(page, address, linkedProject({ layers: 50, spans: 1 }))
  await page.keyboard.press('Control+a')
  await page.getByRole('link', { name: 'Match', exact: true }).click()
  await page.getByText(/of 49 agree with A/).waitFor()
  const reach = page.getByLabel('A: Leave reach, %')
  await page.evaluate(() => {
    const drawn = { times: 0 }
    Object.assign(window, { benchDrawn: drawn })
    const line = document.querySelector('main svg path.a')!
    new MutationObserver(() => (drawn.times += 1)).observe(line, { attributeFilter: ['d'] })
  })
  const redrawn = await measureDrag(page, reach, [1, 0])
  const times = await page.evaluate(
    () => (window as unknown as { benchDrawn: { times: number } }).benchDrawn.times,
  )
  if (times < 50) throw new Error(`The lines were drawn ${times} times only.`)
  report('Match of 50 runs redrawn, pointer to paint', redrawn)

  const many = READY_BENDS.concat(READY_BENDS, READY_BENDS).map(({ bend }, i) => ({
    id: `b${i}`,
    name: `Bend ${i}`,
    bend,
  }))
  await openProject(page, address, {
    ...linkedProject({ layers: 1, spans: 1 }),
    bends: [{ id: 'house', name: 'House ease', bend: ease }, ...many],
  })
  await page.getByRole('link', { name: 'Library', exact: true }).click()
  const cards = page.getByRole('group', { name: 'Bends' })
  await cards.waitFor()
  const list = (await cards.boundingBox())!
  await page.mouse.move(list.x + 300, list.y + 200)
  const scrolled = await gapsWhile(page, 120, (i) => page.mouse.wheel(0, i % 80 < 40 ? 90 : -90))
  report('library of 300 bends scrolled, between frames', scrolled)
  console.log(`library of 300 bends scrolled                       ${rateOf(scrolled)} fps  (wanted: 60)`)
}
