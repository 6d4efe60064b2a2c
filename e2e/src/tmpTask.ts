import { chromium } from '@playwright/test'
import { CHROMIUM_ARGS, CHROMIUM_PATH } from './chromium.ts'
import { addLayer, newProject, type } from './desk.ts'
import { serveBuilt } from './serveBuilt.ts'
await serveBuilt(4319)
const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: 'http://localhost:4319' })
page.on('pageerror', (e) => console.log(String(e)))
const foc = () => page.evaluate(() => { const h = document.activeElement!; return h.tagName + ' ' + (h.getAttribute('aria-label') ?? h.textContent?.trim().slice(0, 40)) })
const press = async (...keys: string[]) => { for (const k of keys) { await page.keyboard.press(k); await page.waitForTimeout(200); console.log(k, '->', await foc()) } }
const keysOf = () => page.getByRole('button', { name: /, key \d/ }).evaluateAll((a) => a.map((x) => (x as Element).getAttribute('aria-label')))
console.log('T3')
await newProject(page, 'Three')
for (const n of ['Rectangle', 'Ellipse']) {
  await addLayer(page, n)
  await type(page, 'Current time', '0')
  await page.getByRole('button', { name: new RegExp(`^${n} opacity: Animate`) }).click()
  await type(page, 'Current time', '1s')
  await type(page, `${n} opacity, %`, n === 'Rectangle' ? '50' : '20')
}
await page.getByLabel('Rows to show').selectOption('animated')
await page.keyboard.press('Escape')
await page.keyboard.press('Escape')
await press('Control+a', 't')
await page.keyboard.type('12'); await press('Enter')
await press('g'); await page.keyboard.type('3s'); await press('Enter', 'Shift+q')
console.log(await keysOf())
await page.screenshot({ path: '/tmp/l3.png' })
console.log('T5')
await newProject(page, 'Five')
const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="300" viewBox="0 0 600 300"><g id="sun"><circle cx="100" cy="100" r="60" fill="#e0a030"/><circle cx="100" cy="100" r="30" fill="#fff"/></g><g id="hill"><rect x="200" y="150" width="180" height="120" fill="#406040"/></g><g id="mast"><rect x="450" y="60" width="20" height="200" fill="#604020"/><rect x="470" y="70" width="80" height="60" fill="#c04030"/></g></svg>`
const chooser = page.waitForEvent('filechooser')
await page.getByRole('button', { name: 'Import pictures' }).click()
await (await chooser).setFiles({ name: 'Scene.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) })
await page.waitForTimeout(1000)
await page.screenshot({ path: '/tmp/l4.png' })
process.exit(0)
