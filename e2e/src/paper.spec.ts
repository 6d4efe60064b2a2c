import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { compileProperty, valueAt } from '@arrow-bend/core/property'
import { openDemo, savedFile } from './desk.ts'

/** What is painted on the paper in a column of the page, from one height to another: red, green, blue, alpha for each px. */
function column(page: Page, x: number, from: number, to: number): Promise<number[][]> {
  return page.evaluate(
    ([x, from, to]) =>
      Array.from({ length: to! - from! }, (_, i) => {
        const y = from! + i
        for (const strip of document.querySelectorAll<HTMLCanvasElement>('.paper canvas')) {
          const box = strip.getBoundingClientRect()
          if (y < box.top || y >= box.bottom || x! < box.left || x! >= box.right) continue
          const scale = strip.width / box.width
          const [left, top] = [(x! - box.left) * scale, (y - box.top) * scale]
          return [...strip.getContext('2d')!.getImageData(left, top, 1, 1).data]
        }
        return [0, 0, 0, 0]
      }),
    [x, from, to],
  )
}
const boxOf = async (page: Page, name: string | RegExp) =>
  (await page.getByRole('button', { name }).first().boundingBox())!
const colourOf = (page: Page, name: string): Promise<number[]> =>
  page.evaluate((name) => {
    const hex = getComputedStyle(document.documentElement).getPropertyValue(name).trim()
    return [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16))
  }, name)

test('a ribbon is as thick as the value is fast, up or down as it rises or falls', async ({ page }) => {
  await openDemo(page)
  const { project } = await savedFile(page)
  const layer = project.scenes[0]!.layers.find(({ name }) => name === 'Subtitle')!
  const property = layer.properties['opacity']!
  const compiled = compileProperty(property, [])
  const { keys } = property
  // By differences, rather than by the derivative ribbons are drawn from.
  const speed = (t: number): number => (valueAt(compiled, t + 50)[0]! - valueAt(compiled, t - 50)[0]!) / 100
  const times = Array.from(
    { length: 2000 },
    (_, i) => keys[0]!.t + 60 + (i / 2000) * (keys.at(-1)!.t - keys[0]!.t - 120),
  )
  const fastest = Math.max(...times.map((t) => Math.abs(speed(t))))
  let most = 0
  for (const index of [0, keys.length - 2]) {
    const box = await boxOf(page, `Subtitle opacity, keys ${index + 1} to ${index + 2}`)
    const [start, end] = [keys[index]!.t, keys[index + 1]!.t]
    // Where no bead lies over it.
    for (let x = Math.ceil(box.x) + 8; x < box.x + box.width - 8; x += 4) {
      const alphas = (await column(page, x, Math.round(box.y - 0.75), Math.round(box.y - 0.75) + 26)).map(
        ([, , , a]) => a! / 255,
      )
      const t = start + ((x + 0.5 - box.x) / box.width) * (end - start)
      const wanted = (10 * speed(t)) / fastest
      const [above, below] = [alphas.slice(0, 12), alphas.slice(14)].map(
        (side) => side.reduce((sum, a) => sum + a, 0) / 0.86,
      )
      // The midline takes the half px next to the middle on both sides; a thickness under it is not seen.
      const seen = wanted > 0 ? above! : -below!
      most = Math.max(most, Math.abs(seen - Math.sign(wanted) * Math.max(0, Math.abs(wanted) - 1)))
      expect(wanted > 0 ? below : above).toBeLessThan(0.2)
    }
  }
  expect(most).toBeLessThan(0.6)
})

test('beads are painted as they are selected, and all is painted anew with the theme', async ({ page }) => {
  await openDemo(page)
  const bead = await boxOf(page, /^Subtitle opacity, key 2 of/)
  const middle = async (): Promise<number[]> => {
    const [x, y] = [Math.floor(bead.x + bead.width / 2), Math.floor(bead.y + bead.height / 2)]
    return (await column(page, x, y, y + 1))[0]!.slice(0, 3)
  }
  await expect.poll(middle).toEqual(await colourOf(page, '--sheet-2'))
  await page.getByRole('button', { name: /^Subtitle opacity, key 2 of/ }).click()
  await expect.poll(middle).toEqual(await colourOf(page, '--pencil'))
  const paper = await colourOf(page, '--pencil')
  await page.getByRole('button', { name: 'Dark theme' }).click()
  expect(await colourOf(page, '--pencil')).not.toEqual(paper)
  await expect.poll(middle).toEqual(await colourOf(page, '--pencil'))
})

test('lanes that are scrolled to are painted, above and below one that is open', async ({ page }) => {
  await openDemo(page)
  const unpainted = (): Promise<string[]> =>
    page.evaluate(() => {
      const deck = document.querySelector('.scroller')!.getBoundingClientRect()
      const strips = [...document.querySelectorAll<HTMLCanvasElement>('.paper canvas')]
      return [...document.querySelectorAll<SVGElement>('.deck svg.lane')].flatMap((lane) => {
        const box = lane.getBoundingClientRect()
        if (box.bottom < deck.top || box.top > deck.bottom) return []
        const on = strips.find((strip) => {
          const { top, bottom } = strip.getBoundingClientRect()
          return top <= box.top + 1 && box.bottom <= bottom + 1
        })
        if (!on) return [`${lane.getAttribute('aria-label')}: no paper`]
        const top = Math.round(box.top - on.getBoundingClientRect().top)
        const { data } = on.getContext('2d')!.getImageData(0, top, on.width, 26)
        return data.some((byte) => byte > 0) ? [] : [`${lane.getAttribute('aria-label')}: empty`]
      })
    })
  await page.getByRole('button', { name: 'Subtitle opacity, keys 1 to 2' }).dblclick()
  await expect(page.getByRole('group', { name: 'Subtitle opacity, graph' })).toBeVisible()
  expect(await page.locator('.deck svg.lane').count()).toBeGreaterThan(5)
  await expect.poll(unpainted).toEqual([])
  for (const by of [400, 400, 2000, -900, -3000]) {
    await page.locator('.scroller').evaluate((scroller, by) => scroller.scrollBy(0, by), by)
    await expect.poll(unpainted).toEqual([])
    expect(await page.locator('.deck svg.lane').count()).toBeGreaterThan(3)
  }
})
