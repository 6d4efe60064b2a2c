import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Pattern, Property } from '@arrow-bend/core/property'
import type { Layer } from '@arrow-bend/core/scene'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { expectLikePage } from './againstPage.ts'
import { savedFile } from './desk.ts'
import { pixels } from './stage.ts'

const lamp = drawnLayer('Lamp', 'rectangle', { position: [640, 300], size: [120, 300], fill: '#c8401a' })
const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)

test('a lamp is made to sway with one press, comes to rest, and is written as keys', async ({ page }) => {
  await openLayers(page, [lamp])
  const still = await pixels(page)
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: 'Lamp', exact: true }).click()
  await page.getByRole('tab', { name: 'Patterns' }).click()
  await page.getByLabel('Property of Lamp').selectOption('turn')
  await page.getByRole('button', { name: 'Add: Fading' }).click()
  await expect(page.getByRole('list', { name: 'Patterns of Lamp turn' })).toContainText(
    'Fading, −8 to 8 °, 1 Hz',
  )
  // Seen at once, at the playhead a little later.
  await page.getByLabel('Current time').fill('6f')
  await page.getByLabel('Current time').press('Enter')
  await expect.poll(async () => (await pixels(page)) === still).toBe(false)
  const high = page.getByLabel('Fading: high')
  await high.fill('20')
  await high.press('Enter')
  await page.getByLabel('Fading: times a minute').fill('90')
  await page.getByLabel('Fading: times a minute').press('Enter')
  await page.getByRole('button', { name: 'high', exact: true }).click()
  const [pattern] = (await savedFile(page)).project.scenes[0]!.layers[0]!.properties['turn']!.patterns!
  expect(pattern).toMatchObject({
    kind: 'fadingSine',
    low: -8,
    high: 20,
    frequency: 1.5,
    phase: 0.25,
    fade: 1,
  })
  await page.getByRole('button', { name: 'Write', exact: true }).click()
  const turn = async (): Promise<Property> =>
    (await savedFile(page)).project.scenes[0]!.layers[0]!.properties['turn']!
  await expect.poll(async () => (await turn()).patterns).toBeUndefined()
  expect((await turn()).keys.length).toBeGreaterThan(4)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await turn()).patterns?.length).toBe(1)
})

test('patterns are switched off and on, taken off, and refused with a sentence on what is locked', async ({
  page,
}) => {
  await openLayers(page, [lamp])
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: 'Lamp', exact: true }).click()
  await page.getByRole('tab', { name: 'Patterns' }).click()
  await page.getByLabel('Property of Lamp').selectOption('position')
  await page.getByRole('button', { name: 'Add: Square' }).click()
  await page.getByRole('button', { name: 'Add: Wander' }).click()
  const list = page.getByRole('list', { name: 'Patterns of Lamp position' })
  await expect(list.getByRole('listitem')).toHaveCount(2)
  const before = await pixels(page)
  await page.getByRole('button', { name: 'Square: switch off' }).click()
  await expect.poll(async () => (await pixels(page)) === before).toBe(false)
  await page.getByRole('button', { name: 'Square: switch on' }).click()
  await expect.poll(async () => (await pixels(page)) === before).toBe(true)
  await page.getByRole('button', { name: 'Wander: take off' }).click()
  await expect(list.getByRole('listitem')).toHaveCount(1)
  // A stretch cannot end before it starts: what was typed is not taken.
  const ends = page.getByLabel('Square: ends at')
  await ends.fill('0f')
  await ends.press('Enter')
  await expect(page.getByText('A pattern has to end after it starts.')).toBeVisible()
  const saved = async (): Promise<readonly Pattern[] | undefined> =>
    (await savedFile(page)).project.scenes[0]!.layers[0]!.properties['position']!.patterns
  expect((await saved())?.[0]?.to).toBe(at(4))
  // Quicker than is seen is said.
  await page.getByLabel('Square: times a second').fill('20')
  await page.getByLabel('Square: times a second').press('Enter')
  await expect(page.getByText('Quicker than half the frame rate')).toBeVisible()
  await page.getByRole('button', { name: 'Unfold Lamp' }).click()
  await page.getByRole('button', { name: 'Lock Lamp' }).click()
  await expect(page.getByText('The layer is locked')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Add: Sine' })).toBeDisabled()
})

test('clearing the animation of a lane takes its patterns too', async ({ page }) => {
  const sway: Pattern = {
    id: 'p',
    kind: 'sine',
    from: at(0),
    to: at(4),
    low: -9,
    high: 9,
    frequency: 1,
    phase: 0,
  }
  const swaying: Layer = {
    ...lamp,
    properties: { ...lamp.properties, turn: { kind: 'turn', value: 0, keys: [], patterns: [sway] } },
  }
  await openLayers(page, [swaying])
  await expect(page.getByRole('group', { name: 'Lamp turn, 0 keys, 1 live pattern' })).toBeVisible()
  await page.getByRole('button', { name: 'turn', exact: true }).click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Clear animation' }).click()
  await expect
    .poll(async () => (await savedFile(page)).project.scenes[0]!.layers[0]!.properties['turn'])
    .toEqual({ kind: 'turn', value: 0, keys: [] })
})

test('an exported page moves by patterns as the stage does', async ({ page }) => {
  const pattern = (given: Partial<Pattern>): Pattern => ({
    id: 'p',
    kind: 'sine',
    from: at(0),
    to: at(3),
    low: -40,
    high: 40,
    frequency: 0.7,
    phase: 0.1,
    ...given,
  })
  const moved = (name: string, patterns: readonly Pattern[]): Layer => ({
    ...lamp,
    properties: { ...lamp.properties, [name]: { ...lamp.properties[name]!, patterns } },
  })
  const cases = [
    ['turn', [pattern({})]],
    [
      'position',
      [pattern({ component: 1, low: -80, high: 80 }), pattern({ id: 'q', kind: 'zigzag', component: 0 })],
    ],
    ['scale', [pattern({ mode: 'multiply', low: 0.6, high: 1.4 })]],
    ['fill', [pattern({ mode: 'replace', low: '#102040', high: '#ffd27a' })]],
  ] as const
  for (const [name, patterns] of cases) {
    const layers = [moved(name, patterns)]
    await expectLikePage(page, layers, { frames: [7, 31], name, other: { frames: 10, least: 1 } })
  }
})

test('a pattern is moved and made longer in its lane, by hand and by keys, and copied to another property', async ({
  page,
}) => {
  await openLayers(page, [lamp])
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: 'Unfold Lamp' }).click()
  await page.getByRole('button', { name: 'Turn', exact: true }).click()
  await page.getByRole('tab', { name: 'Patterns' }).click()
  await page.getByRole('button', { name: 'Add: Wander' }).click()
  const patternOf = async (name: string): Promise<Pattern> =>
    (await savedFile(page)).project.scenes[0]!.layers[0]!.properties[name]!.patterns![0]!
  const end = page.getByRole('slider', { name: 'End of a pattern of Lamp turn' })
  const box = (await end.locator('.mark').boundingBox())!
  await page.mouse.move(box.x + 1.5, box.y + 3)
  await page.mouse.down()
  await page.mouse.move(box.x - 100, box.y + 3, { steps: 4 })
  await page.mouse.up()
  const shorter = await patternOf('turn')
  expect(shorter.from).toBe(0)
  expect(shorter.to).toBeLessThan(at(3.8))
  expect(shorter.to % (at(1) / 24)).toBe(0)
  // As a whole, and its start by keys.
  const start = page.getByRole('slider', { name: 'Start of a pattern of Lamp turn' })
  await start.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('ArrowLeft')
  const later = await patternOf('turn')
  expect(later.from).toBe((at(1) / 24) * 9)
  expect(later.to).toBe(shorter.to)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  expect((await patternOf('turn')).to).toBe(at(4))

  await page.getByRole('button', { name: 'Wander: copy' }).click()
  await page.getByLabel('Property of Lamp').selectOption('opacity')
  await page.getByRole('button', { name: 'Lay on the copied wander' }).click()
  const [copy, first] = [await patternOf('opacity'), await patternOf('turn')]
  expect({ ...copy, id: '' }).toEqual({ ...first, id: '' })
  expect(copy.id).not.toBe(first.id)
  // A colour goes by no numbers.
  await page.getByLabel('Property of Lamp').selectOption('fill')
  await expect(page.getByRole('button', { name: /^Lay on the copied/ })).toHaveCount(0)
})
