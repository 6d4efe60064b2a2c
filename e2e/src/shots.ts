import { mkdirSync } from 'node:fs'
import { chromium, type Page } from '@playwright/test'
import { CHROMIUM_ARGS, CHROMIUM_PATH } from './chromium.ts'
import { serveBuilt } from './serveBuilt.ts'

/** Writes docs/screenshots: one picture of each main view, from the demo, at 1280×800. */
const PORT = 4318
const FOLDER = new URL('../../docs/screenshots/', import.meta.url).pathname

const served = await serveBuilt(PORT)
const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS })

/** Pointer away, animations settled, then a picture. */
async function shoot(page: Page, name: string): Promise<void> {
  await page.mouse.move(860, 22)
  await page.waitForTimeout(600)
  await page.screenshot({ path: `${FOLDER}${name}.png` })
}

try {
  mkdirSync(FOLDER, { recursive: true })
  // The preview dot keeps still, so that the same work gives the same picture.
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
    locale: 'en-GB',
  })
  await page.goto(served.address)
  await page.getByRole('article').waitFor()
  await shoot(page, 'projects-paper')
  await page.getByRole('link', { name: 'Open Lantern Regatta' }).click()
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
  await shoot(page, 'desk-paper')
  await page.getByRole('button', { name: /^Boat 2 key 2 of/ }).click()
  await page.getByRole('button', { name: 'Onion skin' }).click()
  await page.getByRole('button', { name: 'Lines and space' }).click()
  await page.getByLabel('Rulers').check()
  await page.keyboard.press('Escape')
  await shoot(page, 'stage-paper')
  await page.getByRole('button', { name: 'Onion skin' }).click()
  await page.getByRole('button', { name: 'Lines and space' }).click()
  await page.getByLabel('Rulers').uncheck()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Speed', exact: true }).click()
  await page.getByRole('button', { name: 'Subtitle opacity, keys 1 to 2' }).click()
  await page.keyboard.press('Enter')
  await page.keyboard.press('7')
  await shoot(page, 'lanes-paper')
  await page.keyboard.press('ControlOrMeta+z')
  await page.getByRole('tab', { name: 'Values' }).click()
  await page.getByRole('button', { name: 'Position', exact: true }).nth(1).click()
  await shoot(page, 'values-paper')
  await page.getByRole('button', { name: 'Title', exact: true }).first().click()
  await page
    .getByRole('button', { name: 'Boat 2', exact: true })
    .first()
    .click({ modifiers: ['Shift'] })
  await page.keyboard.press('t')
  await page.getByRole('button', { name: 'Order', exact: true }).click()
  await page.getByRole('textbox', { name: 'Stagger by, f' }).fill('12')
  await page.getByRole('textbox', { name: 'Stagger by, f' }).press('Enter')
  await page.getByRole('button', { name: 'Preview', exact: true }).click()
  await shoot(page, 'retime-paper')
  await page.getByRole('button', { name: 'Back', exact: true }).click()
  await page.getByRole('tab', { name: 'Bend' }).click()
  await page.getByRole('button', { name: 'Close the graph of Subtitle opacity' }).click()
  await page.getByRole('button', { name: 'Close the graph of Boat 2 position' }).click()
  await page.getByRole('button', { name: 'Pennant', exact: true }).first().click()
  await page.getByRole('button', { name: 'Bend the outline of a path' }).click()
  await page.getByRole('button', { name: /^Vertex 2 of/ }).click()
  await shoot(page, 'outline-paper')
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Boat 2', exact: true }).first().click()
  await page.getByLabel('Rows to show').selectOption('selected')
  await page.getByRole('tab', { name: 'Patterns' }).click()
  for (const [property, pattern] of [
    ['turn', 'Fading'],
    ['position', 'Sine'],
  ] as const) {
    await page.getByLabel('Property of Boat 2').selectOption(property)
    await page.getByRole('button', { name: `Add: ${pattern}` }).click()
  }
  await shoot(page, 'patterns-paper')
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('Control+z')
  await page.getByLabel('Rows to show').selectOption('animated')
  await page.getByRole('button', { name: 'Title', exact: true }).first().click()
  await page
    .getByRole('button', { name: 'Subtitle', exact: true })
    .first()
    .click({ modifiers: ['Shift'] })
  await page.getByRole('tab', { name: 'Moves' }).click()
  await page.getByRole('button', { name: /^Sweep in/ }).hover()
  await page.waitForTimeout(600)
  await page.screenshot({ path: `${FOLDER}moves-paper.png` })
  await page.getByRole('tab', { name: 'Bend' }).click()
  await page.getByRole('button', { name: 'Help' }).click()
  await shoot(page, 'help-paper')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
  await page.getByRole('link', { name: 'Library' }).click()
  await page.getByRole('button', { name: /^Sway, linked by/ }).click()
  await shoot(page, 'library-paper')
  await page.getByRole('link', { name: 'Desk' }).click()
  await page.getByRole('button', { name: 'Title scale, keys 3 to 4' }).click()
  for (const name of ['Title opacity, keys 3 to 4', 'Subtitle position, keys 3 to 4'])
    await page.getByRole('button', { name, exact: true }).click({ modifiers: ['Shift'] })
  await page.keyboard.press('c')
  await shoot(page, 'match-paper')
  await page.getByRole('link', { name: 'Export' }).click()
  // Once it is written.
  await page.getByText('How it comes through').waitFor()
  await shoot(page, 'export-paper')
  await page.getByRole('link', { name: 'Desk' }).click()
  await page.getByRole('button', { name: 'Dark theme' }).click()
  await page.getByRole('button', { name: 'Title scale, keys 1 to 2' }).click()
  await shoot(page, 'desk-lamp')
  await page.getByRole('link', { name: 'All projects' }).click()
  await page.getByRole('article').waitFor()
  await shoot(page, 'projects-lamp')
} finally {
  await browser.close()
  served.stop()
}
