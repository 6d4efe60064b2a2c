import { readFile } from 'node:fs/promises'
import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { strFromU8, strToU8, unzipSync } from 'fflate'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { openDemo, type } from './desk.ts'
import { key } from './trialScene.ts'

async function openExport(page: Page): Promise<void> {
  await openDemo(page)
  await page.getByRole('link', { name: 'Export' }).click()
}
async function saved(page: Page, button: RegExp): Promise<{ readonly name: string; readonly text: string }> {
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: button }).click()
  const file = await waiting
  return { name: file.suggestedFilename(), text: await readFile((await file.path())!, 'latin1') }
}

test('every form is saved from the screen at once, as it is chosen', async ({ page }) => {
  await openExport(page)
  const forms: readonly (readonly [choice: RegExp, option: string | null, name: RegExp, looks: RegExp])[] = [
    [/^Animated SVG/, null, /\.svg$/, /^<svg [^]*@keyframes/],
    [/^Animated SVG/, 'Animation elements', /\.svg$/, /^<svg [^]*<animateTransform/],
    [/^Style sheet/, null, /\.css$/, /^\/\* Lantern Regatta/],
    [/^Web Animations/, null, /\.html$/, /<script type="module">/],
    [/^Web Animations/, 'Module', /\.js$/, /export default/],
    [/^Web Animations/, 'Data', /\.json$/, /arrow-bend\/web-animations/],
    [/^Lottie/, null, /\.json$/, /^\{"ver":10000/],
    [/^Lottie/, 'dotLottie', /\.lottie$/, /^PK/],
    [/^All that moves/, null, /\.csv$/, /^frame,seconds,/],
    [/^All that moves/, 'JSON', /\.json$/, /arrow-bend\/numbers/],
    [/^Timing sheet/, null, /timing\.html$/, /@page\{size:A4 landscape/],
  ]
  for (const [choice, option, name, looks] of forms) {
    await page.getByRole('button', { name: choice }).click()
    if (option) await page.getByRole('button', { name: option, exact: true }).click()
    // Pressed while it is being written, too: it is saved once it is there.
    const file = await saved(page, /^Save (?!report|as)/)
    expect(file.name, String(choice)).toMatch(name)
    expect(file.text, String(choice)).toMatch(looks)
  }
})

test('a timing sheet is saved as pictures, a page each', async ({ page }) => {
  await openExport(page)
  await page.getByRole('button', { name: /^Timing sheet/ }).click()
  await expect(page.getByRole('img', { name: /^Page 2 of \d$/ })).toBeVisible()
  const many = await saved(page, /^Save as PNG/)
  expect(many.name).toMatch(/timing\.zip$/)
  expect(many.text).toContain('page-2.png')
  // Of what moves little it is one.
  const turn = { kind: 'turn', value: 0, keys: [key(0, 0), key(24, 90)] } as const
  await openLayers(page, [drawnLayer('Vane', 'rectangle', { position: [300, 200] }, { more: { turn } })])
  await page.getByRole('link', { name: 'Export' }).click()
  await page.getByRole('button', { name: /^Timing sheet/ }).click()
  const one = await saved(page, /^Save as PNG/)
  expect([one.name.slice(-4), one.text.slice(1, 4)]).toEqual(['.png', 'PNG'])
})

test('an SVG leaves with its pictures beside it and its texts as shapes, in a zip', async ({ page }) => {
  await openExport(page)
  await page.getByRole('button', { name: /^Animated SVG/ }).click()
  await page.getByRole('group', { name: 'Pictures' }).getByRole('button', { name: 'Beside' }).click()
  await page.getByRole('group', { name: 'Texts leave as' }).getByRole('button', { name: 'Shapes' }).click()
  const { name, text } = await saved(page, /^Save SVG/)
  expect(name).toMatch(/\.zip$/)
  const files = unzipSync(strToU8(text, true))
  const drawing = Object.keys(files).find((one) => one.endsWith('.svg') && !one.includes('/'))!
  const markup = strFromU8(files[drawing]!)
  expect(markup).not.toMatch(/<text|@font-face|data:image/)
  const named = [...markup.matchAll(/href="(pictures[^"]+)"/g)].map(([, path]) => path!)
  expect(new Set(named)).toEqual(new Set(Object.keys(files).filter((one) => one !== drawing)))
  expect(named.length).toBeGreaterThan(5)
  // Other forms have no such choice.
  await page.getByRole('button', { name: /^Lottie/ }).click()
  await expect(page.getByRole('group', { name: 'Pictures' })).toHaveCount(0)
})

test('what comes through is told before, goes by the form, and is saved as a text', async ({ page }) => {
  await openExport(page)
  const row = (layer: string, property: string) =>
    page.getByRole('row').filter({ hasText: layer }).filter({ hasText: property })
  await expect(row('Sky', 'Fill')).toContainText('exact')
  await expect(row('Boat 2', 'Position')).toContainText('fitted')
  await page.getByRole('button', { name: /^Lottie/ }).click()
  await expect(row('Sky', 'Fill')).toContainText('baked, mixed in sRGB there')
  await expect(row('Boat 2', 'Position')).toContainText('exact')
  await expect(page.getByText('Left out: sounds.')).toBeVisible()
  const { name, text } = await saved(page, /^Save report/)
  expect(name).toMatch(/report\.txt$/)
  expect(text).toContain('Sky / Fill: baked (mixed in sRGB there)')
})

test('a stretch is chosen and let go of, and stays within the scene; the document is not changed', async ({
  page,
}) => {
  await openExport(page)
  await page.getByRole('button', { name: /^All that moves/ }).click()
  await type(page, 'From', '24f')
  await type(page, 'Until', '30f')
  const rows = async (): Promise<number> =>
    (await saved(page, /^Save numbers/)).text.trimEnd().split('\n').length
  expect(await rows()).toBe(7)
  // It stays while one looks at what else there is.
  await page.getByRole('button', { name: /^GIF/ }).click()
  await expect(page.getByRole('button', { name: 'Make 7 frames' })).toBeVisible()
  await page.getByRole('button', { name: /^All that moves/ }).click()
  expect(await rows()).toBe(7)
  // An end before the start comes to a frame after it; one past the scene to its end.
  await type(page, 'Until', '2f')
  expect(await rows()).toBe(2)
  await type(page, 'Until', '9000f')
  expect(await rows()).toBe(265)
  await page.getByRole('button', { name: 'Whole scene' }).click()
  expect(await rows()).toBe(289)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})
