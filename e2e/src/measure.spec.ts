import { readFile } from 'node:fs/promises'
import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { openDemo, type } from './desk.ts'
import { veiledScene } from './veiledScene.ts'

/** Measures what is chosen, and reads the four largest differences: px, °, %, of 255. */
async function measured(page: Page): Promise<number[]> {
  await page.getByRole('button', { name: 'Measure it' }).click()
  const found = page.getByRole('region', { name: 'Played here and held against the stage' })
  await expect(found).toBeVisible()
  const amounts = await found.getByRole('definition').locator('b').allTextContents()
  return amounts.map((text) => Number.parseFloat(text))
}

const FORMS: readonly (readonly [choice: RegExp, option: string | null])[] = [
  [/^Web page/, null],
  [/^Animated SVG/, 'Style rules'],
  [/^Animated SVG/, 'Animation elements'],
  [/^Web Animations/, 'Module'],
  [/^Lottie/, null],
]

test('what is exported is played and measured at every frame, as near the stage as it promises', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('link', { name: 'Export' }).click()
  await type(page, 'From', '48f')
  await type(page, 'Until', '60f')
  for (const [choice, option] of FORMS) {
    await page.getByRole('button', { name: choice }).click()
    if (option) await page.getByRole('button', { name: option, exact: true }).click()
    const [px, degrees, percent, channel] = await measured(page)
    const name = `${choice} ${option}`
    expect(px, name).toBeLessThanOrEqual(0.1)
    expect(degrees, name).toBeLessThanOrEqual(0.1)
    expect(percent, name).toBeLessThanOrEqual(0.1)
    expect(channel, name).toBeLessThanOrEqual(1.05)
    await expect(page.getByText(/layers at 12 frames/)).toBeVisible()
  }
  await page.getByRole('button', { name: /^Style sheet/ }).click()
  await expect(page.getByRole('button', { name: 'Measure it' })).toHaveCount(0)
})

test('a file that is allowed to be farther off is found to be, which goes into its report', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('link', { name: 'Export' }).click()
  await type(page, 'From', '60f')
  await type(page, 'Until', '84f')
  const [near] = await measured(page)
  await type(page, 'Tolerance, px', '10')
  // What was found was of another file.
  const found = page.getByRole('region', { name: 'Played here and held against the stage' })
  await expect(found).toHaveCount(0)
  const [far] = await measured(page)
  expect(far).toBeGreaterThan(Math.max(0.2, near! * 4))
  expect(far).toBeLessThan(20)
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save report' }).click()
  const report = await readFile((await (await waiting).path())!, 'utf8')
  expect(report).toContain(`Place and outline: at most ${far} px`)
  // The frame it was played in is gone, and the document as it was.
  await expect(page.locator('iframe')).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})

test('what is drawn as one thing in a Lottie animation is looked at part by part', async ({ page }) => {
  const { layers } = veiledScene()
  await openLayers(page, layers)
  await page.getByRole('link', { name: 'Export' }).click()
  await page.getByRole('button', { name: /^Lottie/ }).click()
  const [px, degrees, percent, channel] = await measured(page)
  for (const far of [px, degrees, percent]) expect(far).toBeLessThanOrEqual(0.1)
  expect(channel).toBeLessThanOrEqual(1.05)
  // All but the masks, and copies.
  await expect(page.getByText(/^3 layers at /)).toBeVisible()
})

test('measuring is stopped with the same key that began it', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('link', { name: 'Export' }).click()
  await page.getByRole('button', { name: 'Measure it' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('progressbar', { name: 'Frames looked at' })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Measure it' })).toBeFocused()
  await expect(page.locator('iframe')).toHaveCount(0)
  await expect(page.getByRole('region', { name: 'Played here' })).toHaveCount(0)
})

test('what cannot be measured is said', async ({ page }) => {
  const words = drawnLayer('Words', 'text', {
    position: [300, 200],
    content: 'Regatta',
    parts: 'letters',
  })
  await openLayers(page, [words])
  await page.getByRole('link', { name: 'Export' }).click()
  await page.getByRole('button', { name: /^Lottie/ }).click()
  await page.getByRole('button', { name: 'Measure it' }).click()
  await expect(
    page.getByText('Nothing in this file is drawn that could be held against the stage.'),
  ).toBeVisible()
  await page.getByRole('button', { name: /^Animated SVG/ }).click()
  expect((await measured(page))[0]).toBeLessThanOrEqual(0.1)
  await expect(page.getByText(/^Not looked at: letters and words that move by themselves, /)).toBeVisible()
})
