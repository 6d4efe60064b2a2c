import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { addLayer, newProject, savedFile, type } from './desk.ts'
import { frameOnScreen } from './stage.ts'

// Texts are written in where they stand on the stage.

const contents = async (page: Page): Promise<string[]> => {
  const { layers } = (await savedFile(page)).project.scenes[0]!
  return layers.flatMap(({ properties }) =>
    properties['content'] ? [String(properties['content'].value)] : [],
  )
}
const field = (page: Page, name: string): Locator => page.getByRole('textbox', { name: `Text of ${name}` })

/** Two texts, the second above the first. */
async function openTexts(page: Page): Promise<void> {
  await newProject(page)
  await addLayer(page, 'Text')
  await addLayer(page, 'Text')
  await type(page, 'Text 2 position y', '180')
  await page.keyboard.press('Escape')
}
const at = async (page: Page, x: number, y: number): Promise<[number, number]> => {
  const frame = await frameOnScreen(page, 1280)
  return [frame.x + x * frame.scale, frame.y + y * frame.scale]
}

test('two clicks write in a text, Tab goes on in reading order, Escape gives up, each text is one step', async ({
  page,
}) => {
  await openTexts(page)
  await page.mouse.dblclick(...(await at(page, 640, 150)))
  await expect(field(page, 'Text 2')).toBeFocused()
  await page.keyboard.type('Lanterns')
  await page.keyboard.press('Tab')
  await expect(field(page, 'Text')).toBeFocused()
  await page.keyboard.type('At dusk')
  await page.keyboard.press('Shift+Tab')
  await expect(field(page, 'Text 2')).toHaveValue('Lanterns')
  await page.keyboard.type('given up')
  await page.keyboard.press('Escape')
  await expect(field(page, 'Text 2')).toHaveCount(0)
  expect(await contents(page)).toEqual(['Lanterns', 'At dusk'])

  await page.keyboard.press('ControlOrMeta+z')
  expect(await contents(page)).toEqual(['Lanterns', 'Text'])
  await page.keyboard.press('ControlOrMeta+z')
  expect(await contents(page)).toEqual(['Text', 'Text'])
})

test('letters typed in a text are no commands, Enter gives them back; the field lies over what is drawn', async ({
  page,
}) => {
  await openTexts(page)
  await page.mouse.click(...(await at(page, 640, 340)))
  await page.keyboard.press('Shift+F2')
  await expect(field(page, 'Text')).toBeFocused()
  await page.keyboard.type('w l k')
  // The field's letters stand where those of the picture do.
  const place = (await field(page, 'Text').boundingBox())!
  const [x, y] = await at(page, 640, 360)
  expect(place.x + place.width / 2).toBeCloseTo(x, 0)
  expect(place.y).toBeLessThan(y)
  expect(place.y + place.height).toBeGreaterThan(y)
  await page.keyboard.press('Enter')
  expect(await contents(page)).toEqual(['Text', 'w l k'])
  // W is the big picture again, not a letter.
  await page.keyboard.press('w')
  await expect(field(page, 'Text')).toHaveCount(0)
  expect(await contents(page)).toEqual(['Text', 'w l k'])
})

test('the text tool puts a text and writes in it; what is pressed elsewhere takes it; a locked text says so', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Set a text' }).click()
  await page.mouse.click(...(await at(page, 400, 200)))
  await expect(field(page, 'Text')).toBeFocused()
  await page.keyboard.type('Set sail')
  await page.mouse.click(...(await at(page, 1000, 600)))
  await expect(field(page, 'Text')).toHaveCount(0)
  expect(await contents(page)).toEqual(['Set sail'])

  await page.getByRole('button', { name: 'Text', exact: true }).last().click()
  await page.keyboard.press('ControlOrMeta+k')
  await expect(page.getByRole('combobox', { name: 'Find a command' })).toBeFocused()
  await page.keyboard.type('lock or unlock')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('combobox', { name: 'Find a command' })).toBeHidden()
  await page.keyboard.press('Shift+F2')
  await expect(page.getByText('“Text” is locked')).toBeVisible()
})

test('markers and scenes have menus of their own, by right click and by key', async ({ page }) => {
  await newProject(page)
  await type(page, 'Current time', '1s')
  await page.keyboard.press('m')
  const marker = page.getByRole('button', { name: /^Marker / })
  await expect(marker).toHaveCount(1)
  await page.keyboard.press('Escape')
  await type(page, 'Current time', '2s')
  await marker.click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Put at the playhead' }).click()
  await expect(marker).toHaveAccessibleName(/00:00:02:00/)
  await marker.focus()
  await page.keyboard.press('Shift+F10')
  await page.getByRole('menuitem', { name: /Name, time and hue/ }).click()
  await expect(page.getByLabel('Name of the marker')).toBeFocused()
  await page.keyboard.press('Escape')
  await marker.click({ button: 'right' })
  await page.getByRole('menuitem', { name: /Remove/ }).click()
  await expect(marker).toHaveCount(0)

  await page.getByRole('button', { name: /^Scene: / }).click({ button: 'right' })
  await expect(page.getByRole('menuitem', { name: 'New scene' })).toBeVisible()
})
