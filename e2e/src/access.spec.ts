import { expect, type Page } from '@playwright/test'
import axe from 'axe-core'
import { test } from './keptPage.ts'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { openDemo } from './desk.ts'
import { key } from './trialScene.ts'

/** The rules of WCAG 2.2 AA, by axe's names. */
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']

/** Nothing serious by axe's rules, on all of the page or a part of it, in both themes. */
async function expectAccessible(page: Page, part = 'html'): Promise<void> {
  // Panels come when they are first asked for.
  await expect(page.locator(part)).toBeVisible()
  await bringAxe(page)
  expect(await found(page, part, { type: 'tag', values: RULES })).toEqual([])
  // The two themes differ in their colours alone; all else is looked at once, in the light one.
  const show = (theme: string): Promise<unknown> =>
    page.evaluate((name) => (document.documentElement.dataset['theme'] = name), theme)
  await show('lamp')
  expect(await found(page, part, { type: 'rule', values: ['color-contrast'] }), 'in the dark theme').toEqual(
    [],
  )
  await show('paper')
}

/** Axe, with what lies unseen beneath drawings out of its sight: it does not see drawings end, and so all words as covered. */
async function bringAxe(page: Page): Promise<void> {
  if (await page.evaluate(() => 'axe' in window)) return
  await page.evaluate(axe.source)
  await page.evaluate(() => {
    const sheet = new CSSStyleSheet()
    sheet.replaceSync('g.ground { display: none }')
    document.adoptedStyleSheets.push(sheet)
  })
}

/** What of a part of the page is serious, rule by rule. Asked in the page itself, which takes a sixth of what axe takes by frames. */
function found(page: Page, part: string, runOnly: axe.RunOnly): Promise<string[]> {
  return page.evaluate(
    async ([selector, only]) => {
      const { run } = (window as unknown as { axe: typeof axe }).axe
      const { violations } = await run(selector, {
        runOnly: only,
        resultTypes: ['violations'],
        iframes: false,
      })
      return violations
        .filter(({ impact }) => impact === 'serious' || impact === 'critical')
        .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`)
    },
    [part, runOnly] as const,
  )
}

test('every screen is accessible', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Title scale, keys 1 to 2' }).dblclick()
  await page.getByRole('button', { name: 'Both', exact: true }).click()
  await expectAccessible(page)
  await page.getByRole('tab', { name: 'Values' }).click()
  await expect(page.getByRole('region', { name: 'Table of the selected keys' })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('tab', { name: 'Bend' }).click()
  await page.getByRole('button', { name: 'Close the graph of Title scale' }).click()
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
  await page.getByRole('button', { name: /^Boat 2 key 2 of/ }).click()
  await page.getByRole('button', { name: 'Whole route' }).click()
  await expectAccessible(page)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'More of Boat 2' }).click()
  await expectAccessible(page)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Help' }).click()
  await expect(page.getByRole('heading', { name: 'Keys and gestures' })).toBeVisible()
  await expectAccessible(page)
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Export' }).click()
  await expectAccessible(page)
  await page.getByRole('link', { name: 'All projects' }).click()
  await expect(page.getByRole('article')).toHaveCount(1)
  await expectAccessible(page)
  await page.getByRole('button', { name: 'New project…' }).click()
  await expect(page.getByRole('heading', { name: 'New project' })).toBeVisible()
  await expectAccessible(page)
})

test('the library and Match are accessible', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Title scale, keys 1 to 2' }).click()
  await page.getByRole('button', { name: 'Bend library', exact: true }).click()
  await expectAccessible(page, 'section[role=dialog][aria-label="Bend library"]')
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Library' }).click()
  await page.getByLabel('Shelf').selectOption('project')
  await page.getByRole('button', { name: /^Parting, linked by/ }).click()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Add from CSS…' }).click()
  await page.getByLabel('CSS', { exact: true }).fill(':root { --swell: ease-out }')
  await expect(page.getByRole('list', { name: 'Easings found' })).toBeVisible()
  await expectAccessible(page)
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Match' }).click()
  await page.getByRole('button', { name: 'Add spans' }).click()
  for (const name of ['Title scale all 3 spans', 'Title opacity all 3 spans'])
    await page.getByRole('checkbox', { name, exact: true }).check()
  await expectAccessible(page)
  await page.keyboard.press('Escape')
  for (const view of ['Swing', 'Rolling', 'Arrivals']) {
    await page.getByRole('button', { name: view, exact: true }).click()
    await expect(page.getByRole('main').getByRole('img').first()).toBeVisible()
    await expectAccessible(page)
  }
})

test('retiming, reuse and markers are accessible', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Title', exact: true }).first().click()
  await page
    .getByRole('button', { name: 'Boat 2', exact: true })
    .first()
    .click({ modifiers: ['Shift'] })
  await page.keyboard.press('t')
  const sections = page.getByRole('group', { name: 'What to retime' })
  const panel = page.getByRole('region', { name: 'Retime' })
  // Axe looks at the panel alone where the rest of the Desk is as it was.
  for (const name of ['Length', 'Order', 'Rhythm', 'Layers', 'Reveal', 'Tidy']) {
    await sections.getByRole('button', { name }).click()
    await expect(panel.getByRole('button').nth(6)).toBeVisible()
    await expectAccessible(page, 'section[aria-label="Retime"]')
  }
  await page.getByRole('tab', { name: 'Reuse' }).click()
  await expectAccessible(page, 'section[aria-label="Reuse"]')
  await page.getByRole('tab', { name: 'Patterns' }).click()
  await page.getByRole('button', { name: 'Add: Wander' }).click()
  await expectAccessible(page, 'section[aria-label="Patterns"]')
  await page.getByRole('button', { name: 'Roughen', exact: true }).click()
  await expectAccessible(page, 'section[aria-label="Patterns"]')
  await page.getByRole('tab', { name: 'Moves' }).click()
  for (const name of ['Come', 'Camera', 'Own']) {
    await page.getByRole('button', { name, exact: true }).click()
    await expectAccessible(page, 'section[aria-label="Moves"]')
  }
  await page.getByRole('button', { name: 'Select keys like these' }).click()
  await expectAccessible(page, 'section[aria-label="Deck"]')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Marker Berth/ }).dblclick()
  await expectAccessible(page, '[role=dialog]')
})

test('what lies over the stage, and bringing pictures in, is accessible', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
  await page.getByRole('button', { name: 'Onion skin' }).click()
  await page.getByRole('button', { name: 'Lines and space' }).click()
  await page.getByLabel('Rulers').check()
  await page.getByRole('button', { name: 'upright' }).click()
  await expectAccessible(page)
  await page.keyboard.press('Escape')
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Import pictures' }).click()
  const small =
    '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>'
  await (await chooser).setFiles({ name: 'A.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(small) })
  await expect(page.getByRole('heading', { name: 'Add a picture' })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Cancel' }).click()
})

test('crops, outlines, colour lanes and menus of texts are accessible', async ({ page }) => {
  const keyed = [key(0, '#ffffff'), key(48, '#c8401a80')]
  const words = drawnLayer(
    'Words',
    'text',
    { content: 'Lanterns', position: [640, 360], parts: 'letters' },
    { more: { fill: { kind: 'colour', value: '#ffffff', keys: keyed } } },
  )
  await openLayers(page, [words, drawnLayer('Sail', 'rectangle', { position: [640, 300], size: [200, 100] })])
  await page.getByRole('button', { name: 'Words fill, keys 1 to 2' }).dblclick()
  await expect(page.locator('[data-band=contrast]')).toHaveCount(1)
  await expectAccessible(page, 'section[aria-label="Deck"]')
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: 'Unfold Words' }).click()
  await page.getByRole('button', { name: 'More of Words' }).click()
  await expect(page.getByRole('combobox', { name: /^moves by/ })).toBeVisible()
  await expectAccessible(page)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Crop the selected layer' }).click()
  await expect(page.getByRole('slider', { name: 'Crop left', exact: true })).toBeVisible()
  await expectAccessible(page, 'section[aria-label="Stage"]')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Fold Words' }).click()
  await page.getByRole('button', { name: 'Sail', exact: true }).first().click()
  await page.getByRole('button', { name: 'Bend the outline of a path' }).click()
  await page.getByRole('button', { name: 'Make a path of it' }).click()
  await page.getByRole('button', { name: /^Vertex 1 of 4/ }).press('Enter')
  await page.getByRole('button', { name: /^Vertex 3 of 4/ }).press('Shift+Enter')
  await expect(page.getByRole('slider', { name: 'Size of 2 vertices' })).toBeVisible()
  await expectAccessible(page, 'section[aria-label="Stage"]')
})

test('the page makes no request beyond its own server and breaks no rule of its security policy', async ({
  page,
}) => {
  const elsewhere: string[] = []
  const complaints: string[] = []
  page.on('request', (request) => {
    if (!/^(http:\/\/localhost|blob:|data:)/.test(request.url())) elsewhere.push(request.url())
  })
  page.on('console', (message) => {
    if (message.type() === 'error') complaints.push(message.text())
  })
  page.on('pageerror', (error) => complaints.push(error.message))
  await openDemo(page)
  await page.getByRole('button', { name: 'Title scale, keys 1 to 2' }).click()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('Ease both')
  expect(elsewhere).toEqual([])
  expect(complaints).toEqual([])
})
