import { expect, test as inNewPage, type Page } from '@playwright/test'
import { strToU8, zipSync } from 'fflate'
import { addLayer, newProject, openDemo, saved, savedFile, type } from './desk.ts'
import { test } from './keptPage.ts'
import { withoutPickers } from './withoutPickers.ts'

/** Drops a file on the Desk. */
async function drop(page: Page, name: string, text: string): Promise<void> {
  const transfer = await page.evaluateHandle(
    ([called, content]) => {
      const data = new DataTransfer()
      data.items.add(new File([content!], called!, { type: 'image/svg+xml' }))
      return data
    },
    [name, text],
  )
  await page.getByRole('region', { name: 'Stage' }).dispatchEvent('drop', { dataTransfer: transfer })
}

/** Pastes text on the Desk, as Ctrl+V does. */
async function paste(page: Page, text: string): Promise<void> {
  await page.evaluate((content) => {
    const data = new DataTransfer()
    data.setData('text/plain', content)
    document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
  }, text)
}

async function movingRectangle(page: Page): Promise<void> {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.getByRole('button', { name: /^Rectangle position: Animate/ }).click()
  await type(page, 'Current time', '2s')
  await type(page, 'Rectangle position x', '900')
  await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click()
  await saved(page)
}

/** What is told to be saved opens again, the same. */
async function expectOpensTheSame(page: Page): Promise<void> {
  await expect(page.getByRole('button', { name: 'Not saved' })).toHaveCount(0)
  const { project: before } = await savedFile(page)
  await page.reload()
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  expect((await savedFile(page)).project).toEqual(before)
}

test('no bend, table or drawing that goes beyond what a project holds is taken, and what is there stays', async ({
  page,
}) => {
  await movingRectangle(page)
  const before = (await savedFile(page)).project
  const stops = Array.from({ length: 501 }, (_, i) => i / 500).join(', ')
  for (const text of [
    'steps(500)',
    'cubic-bezier(.1,2e9,.2,1)',
    `linear(${stops})`,
    'constructor',
    '__proto__',
  ]) {
    await paste(page, text)
    await expect(page.getByText(/is not a bend/).first()).toBeVisible()
    await page.keyboard.press('Escape')
  }
  await paste(page, 'Frame\tValue\n5\t2e9\n')
  await expect(page.getByText(/more than a project can hold|numbers lie from/).first()).toBeVisible()
  const svg = (inside: string, box = '0 0 100 100'): string =>
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}" width="100" height="100">${inside}</svg>`
  for (const [i, text] of [
    svg('<path d="M0 0L1e10 1e10L5 5z"/>'),
    svg('<g transform="scale(1e308) scale(1e308)"><rect width="5" height="5"/></g>'),
    svg('<rect width="5" height="5"/>', '0 0 1e-9 1e-9'),
  ].entries()) {
    await drop(page, `far-${i}.svg`, text)
    const toasts = page.locator('[data-sonner-toast]')
    const heading = page.getByRole('heading', { name: 'Add a picture' })
    await expect(heading.or(toasts.getByText(`far-${i}.svg`).first()).first()).toBeVisible()
    await expect(page.getByText(/^Reading/)).toHaveCount(0)
    if (await heading.isVisible()) await page.getByRole('button', { name: 'Add', exact: true }).click()
    await expect(heading).toHaveCount(0)
  }
  await expectOpensTheSame(page)
  const after = (await savedFile(page)).project
  const rectangle = (project: typeof before) =>
    project.scenes[0]!.layers.find(({ name }) => name === 'Rectangle')!.properties['position']
  expect(rectangle(after)).toEqual(rectangle(before))
})

inNewPage('an import that is stuck is called off, and the next one works', async ({ page }) => {
  // Workers hear nothing while this says so.
  await page.addInitScript(() => {
    const post = Worker.prototype.postMessage
    Worker.prototype.postMessage = function (this: Worker, ...given: [unknown]) {
      if (!(window as { areStuck?: boolean }).areStuck) post.apply(this, given)
    }
  })
  const setStuck = (stuck: boolean): Promise<void> =>
    page.evaluate((value) => void ((window as { areStuck?: boolean }).areStuck = value), stuck)
  await newProject(page)
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>'
  await setStuck(true)
  await drop(page, 'boat.svg', svg)
  await expect(page.getByText('Reading boat.svg…')).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('Reading boat.svg…')).toHaveCount(0)
  await setStuck(false)
  await drop(page, 'boat.svg', svg)
  await expect(page.getByRole('heading', { name: 'Add a picture' })).toBeVisible()
})

test('a drawing that unfolds without end is refused at once, from a file and inside a project', async ({
  page,
}) => {
  const uses = Array.from(
    { length: 17 },
    (_, i) => `<g id="u${i + 1}"><use href="#u${i}"/><use href="#u${i}"/></g>`,
  ).join('')
  const bomb = `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><defs><rect id="u0" width="1" height="1"/>${uses}</defs><use href="#u17"/></svg>`
  await newProject(page)
  await drop(page, 'bomb.svg', bomb)
  await expect(page.getByText(/over 20,000 parts, more than can be drawn/)).toBeVisible()
  const { project } = await savedFile(page)
  const bytes = strToU8(bomb)
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
  const sha256 = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('')
  const asset = { id: 'a', name: 'Moon', type: 'image/svg+xml', sha256, size: [9, 9] }
  const file = zipSync({
    'project.json': strToU8(JSON.stringify({ ...project, assets: [asset] })),
    [`assets/${sha256}.svg`]: bytes,
  })
  await withoutPickers(page)
  await page.goto('/')
  const choosing = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Open a file…' }).click()
  await (await choosing).setFiles({ name: 'a.bend', mimeType: 'application/zip', buffer: Buffer.from(file) })
  await expect(page.getByText(/over 20,000 parts/)).toBeVisible()
})

inNewPage('the page breaks none of its own security rules', async ({ page }) => {
  await page.addInitScript(() => {
    const broken: string[] = []
    Object.assign(window, { broken })
    addEventListener('securitypolicyviolation', ({ violatedDirective, blockedURI, sourceFile }) =>
      broken.push(`${violatedDirective} ${blockedURI} ${sourceFile}`),
    )
  })
  const told: string[] = []
  page.on('console', (message) => {
    if (/Content Security Policy/i.test(message.text())) told.push(message.text())
  })
  await openDemo(page)
  await drop(
    page,
    'a.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>',
  )
  await expect(page.getByRole('heading', { name: 'Add a picture' })).toBeVisible()
  expect(await page.evaluate(() => (window as unknown as { broken: string[] }).broken)).toEqual([])
  expect(told).toEqual([])
})
