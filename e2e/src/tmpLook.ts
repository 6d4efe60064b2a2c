import { chromium } from '@playwright/test'
import { CHROMIUM_ARGS, CHROMIUM_PATH } from './chromium.ts'
import { addLayer, newProject, type } from './desk.ts'
import { serveBuilt } from './serveBuilt.ts'
await serveBuilt(4319)
const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: 'http://localhost:4319' })
await newProject(page)
await addLayer(page, 'Rectangle')
await page.getByRole('button', { name: /^Rectangle position: Animate/ }).click()
await type(page, 'Current time', '1s')
await type(page, 'Rectangle position x', '940')
await type(page, 'Rectangle position y', '560')
await type(page, 'Current time', '12')
await page.getByRole('button', { name: 'Rectangle', exact: true }).click()
await page.keyboard.press('x')
await page.waitForTimeout(800)
const scale = (await page.locator('svg.overlay rect').boundingBox())!.width / 1280
void scale
await page.getByRole('button', { name: /^Rectangle key 2/ }).focus()
await page.keyboard.press('Enter')
await page.waitForTimeout(300)
await page.screenshot({ path: '/tmp/l1.png' })
await addLayer(page, 'Text')
await page.screenshot({ path: '/tmp/l3.png' })
await type(page, 'Text turn, °', '-12')
await page.keyboard.press('Shift+F2')
await page.keyboard.type('Evening lanterns')
await page.keyboard.press('Shift+ArrowLeft')
await page.keyboard.press('Shift+ArrowLeft')
await page.waitForTimeout(300)
await page.screenshot({ path: '/tmp/l2.png' })
process.exit(0)
