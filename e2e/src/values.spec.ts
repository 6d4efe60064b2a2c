import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Property } from '@arrow-bend/core/property'
import { frameTicks } from '@arrow-bend/core/time'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { addLayer, dragBy, newProject, openDemo, savedFile, type } from './desk.ts'

const FRAME = frameTicks({ num: 24, den: 1 })

async function openTable(page: Page): Promise<Locator> {
  await openDemo(page)
  await page.getByRole('button', { name: 'Opacity', exact: true }).nth(1).click()
  await page.getByRole('tab', { name: 'Values' }).click()
  const table = page.getByRole('region', { name: 'Table of the selected keys' })
  await expect(table).toBeVisible()
  return table
}
const layersOf = async (page: Page) => (await savedFile(page)).project.scenes[0]!.layers
const opacity = async (page: Page): Promise<Property> =>
  (await savedFile(page)).project.scenes[0]!.layers.find(({ name }) => name === 'Subtitle')!.properties[
    'opacity'
  ]!
/** Pastes text where the table has the keyboard, as the browser would. */
const pasteInto = (table: Locator, text: string): Promise<void> =>
  table.evaluate((element, given) => {
    const data = new DataTransfer()
    data.setData('text/plain', given)
    element.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    )
  }, text)
const copyFrom = (table: Locator): Promise<string> =>
  table.evaluate((element) => {
    const data = new DataTransfer()
    element.dispatchEvent(
      new ClipboardEvent('copy', { clipboardData: data, bubbles: true, cancelable: true }),
    )
    return data.getData('text/plain')
  })
const fill = async (field: Locator, text: string): Promise<void> => {
  await field.fill(text)
  await field.press('Enter')
}

test('times, values, passing and bends are edited in the table, one step each', async ({ page }) => {
  const table = await openTable(page)
  const before = await opacity(page)
  const row = table.getByRole('row').nth(2)
  await fill(row.getByRole('textbox', { name: /^Time of/ }), '80')
  await fill(row.getByRole('textbox', { name: /^Value of/ }), '55')
  await row.getByRole('combobox').selectOption('joined')
  const bend = table
    .getByRole('row')
    .nth(1)
    .getByRole('textbox', { name: /^Bend from/ })
  await bend.fill('cubic-bezier(0.1, 0, 0.2, 1)')
  await bend.blur()
  const after = await opacity(page)
  expect(after.keys[1]).toMatchObject({ t: 80 * FRAME, value: 55, through: 'joined' })
  expect(after.keys[0]!.bend).toMatchObject({ kind: 'handles', leave: { reach: 0.1, rise: 0 } })
  for (let i = 0; i < 4; i += 1) await page.getByRole('button', { name: 'Undo' }).first().click()
  expect(await opacity(page)).toEqual(before)
  // A time that is taken: the key typed wins, and it is told.
  await fill(row.getByRole('textbox', { name: /^Time of/ }), String(before.keys[2]!.t / FRAME))
  await expect(page.getByText('1 key stood where others landed and gave way.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).first().click()
  expect(await opacity(page)).toEqual(before)
  await bend.fill('nonsense')
  await bend.blur()
  await expect(page.getByText(/nonsense/).first()).toBeVisible()
  expect(await opacity(page)).toEqual(before)
})

test('the table goes to a spreadsheet and back, adds keys, and refuses what it cannot read whole', async ({
  page,
}) => {
  const table = await openTable(page)
  const before = await opacity(page)
  const text = await copyFrom(table)
  expect(text.split('\n')).toHaveLength(before.keys.length + 1)
  expect(text).toMatch(/^Layer\tProperty\tFrame\tValue\tY\tThrough\tBend\n/)
  await pasteInto(table, text)
  expect((await opacity(page)).keys.map(({ t, value }) => [t, value])).toEqual(
    before.keys.map(({ t, value }) => [t, value]),
  )
  await pasteInto(table, 'Frame\tValue\n50\t5\n60\t15,5')
  const changed = await opacity(page)
  expect(changed.keys.slice(0, 2).map(({ t, value }) => [t / FRAME, value])).toEqual([
    [50, 5],
    [60, 15.5],
  ])
  expect(changed.keys.slice(2)).toEqual(before.keys.slice(2))
  await pasteInto(table, 'Frame\tValue\n50\t5\n60\tlots')
  await expect(page.getByText('Row 3: “lots” is not a number.')).toBeVisible()
  expect(await opacity(page)).toEqual(changed)
  const rows = [...changed.keys.map(({ t, value }) => `${t / FRAME}\t${String(value)}`), '270\t33']
  await pasteInto(table, rows.join('\n'))
  const more = await opacity(page)
  expect(more.keys).toHaveLength(changed.keys.length + 1)
  expect(more.keys[more.keys.length - 1]).toMatchObject({ t: 270 * FRAME, value: 33 })
})

test('joining a key by which a value comes to run backwards says so, and is undone from there', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await type(page, 'Rectangle opacity, %', '0')
  await page.getByRole('button', { name: /^Rectangle opacity: Animate/ }).click()
  for (const [time, value] of [
    ['1s', '100'],
    ['2s', '90'],
  ] as const) {
    await type(page, 'Current time', time)
    await type(page, 'Rectangle opacity, %', value)
  }
  await page.getByRole('button', { name: 'Opacity', exact: true }).click()
  await page.getByRole('tab', { name: 'Values' }).click()
  const table = page.getByRole('region', { name: 'Table of the selected keys' })
  const passes = table.getByRole('row').nth(2).getByRole('combobox')
  await passes.selectOption('joined')
  await expect(page.getByText(/“Rectangle” now runs backwards for a while between keys/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(passes).toHaveValue('corner')
  await expect(page.getByText(/now runs backwards/)).toHaveCount(0)
})

test('a value of several layers is found by its name and set; what cannot be taken says why and stays', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await type(page, 'Rectangle opacity, %', '40')
  await addLayer(page, 'Ellipse')
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Control+k')
  const field = page.getByRole('combobox', { name: 'Find a command' })
  await expect(field).toBeFocused()
  await page.keyboard.type('opac')
  const line = page.getByRole('option', { name: /^Opacity of 2 layers/ })
  await expect(line).toContainText('mixed')
  // Its name alone asks for the value.
  await page.keyboard.press('Enter')
  await expect(field).toHaveValue('Opacity ')
  await page.keyboard.type('140')
  await expect(line).toContainText('It has to lie from 0 to 100%.')
  await page.keyboard.press('Enter')
  await expect(field).toHaveValue('Opacity 140')
  const before = await layersOf(page)
  expect(before.map(({ properties }) => properties['opacity']!.value)).toEqual([100, 40])
  await field.fill('opacity -=30')
  await expect(line).toContainText('each -=30')
  await page.keyboard.press('Enter')
  await expect(field).toHaveCount(0)
  expect((await layersOf(page)).map(({ properties }) => properties['opacity']!.value)).toEqual([70, 10])
  await page.keyboard.press('Control+z')
  expect((await layersOf(page)).map(({ properties }) => properties['opacity']!.value)).toEqual([100, 40])
})

test('a command is not hidden by a value that cannot be', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('combobox', { name: 'Find a command' })).toBeFocused()
  await page.keyboard.type('fill the frame')
  await expect(page.getByRole('option').first()).toContainText('Fill the frame')
  await expect(page.getByRole('option', { name: /^Fill of Rectangle/ })).toContainText('is not a colour')
})

test('a number is dragged again and again, and keys after it are the desk’s', async ({ page }) => {
  await openLayers(page, [drawnLayer('Lamp', 'ellipse', { position: [100, 100], size: [200, 120] })])
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: 'Lamp', exact: true }).click()
  const field = page.getByRole('textbox', { name: /^Lamp opacity/ })
  for (const left of ['90', '80', '70']) {
    await dragBy(page, field, [-10, 0])
    await expect(field).toHaveValue(left)
    await expect(field).not.toBeFocused()
  }
  await page.keyboard.press('Control+z')
  await expect(field).toHaveValue('80')
  // A plain press is for writing.
  await field.click()
  await expect(field).toBeFocused()
})
