import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import type { PlainBend } from '@arrow-bend/core/bend'
import { swingOf } from '@arrow-bend/core/match'
import type { Key, Property } from '@arrow-bend/core/property'
import type { Layer } from '@arrow-bend/core/scene'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { savedFile } from './desk.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const soft: PlainBend = { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.4, rise: 0 } }
const late: PlainBend = { kind: 'handles', leave: { reach: 0.7, rise: 0 }, arrive: { reach: 0.1, rise: 0 } }
const move = (
  kind: Property['kind'],
  from: Key['value'],
  to: Key['value'],
  { bend = soft, times = [0.5, 3] }: { bend?: PlainBend; times?: readonly [number, number] } = {},
): Property => ({
  kind,
  value: from,
  keys: [
    { id: `${String(from)}a`, t: at(times[0]), value: from, bend, through: 'corner' },
    { id: `${String(to)}b`, t: at(times[1]), value: to, bend: { kind: 'linear' }, through: 'corner' },
  ],
})
const still = drawnLayer(
  'Harbour still',
  'rectangle',
  { size: [900, 500], fill: '#22686f' },
  {
    more: {
      position: move('place', [640, 360], [500, 420]),
      scale: move('pair', [100, 100], [160, 160], { bend: late }),
    },
  },
)
const layers = async (page: Page): Promise<readonly Layer[]> =>
  (await savedFile(page)).project.scenes[0]!.layers
const told = (page: Page) => page.getByRole('main').getByRole('status').first()
const matchTab = (page: Page) => page.getByRole('link', { name: 'Match', exact: true })

test('why a zoom and pan swings is found, and both are made to agree, in two actions', async ({ page }) => {
  await openLayers(page, [still])
  await page.getByRole('button', { name: 'Harbour still', exact: true }).first().click()
  await matchTab(page).click()
  await expect(told(page)).toHaveText(/A and B part by up to \d+(\.\d)? %/)
  await page.getByRole('button', { name: /^Link both to one bend/ }).click()
  await expect(told(page)).toHaveText(/A and B agree/)
  await page.getByRole('button', { name: 'Swing' }).click()
  await expect(told(page)).toHaveText(/zero wander/)
  await page.keyboard.press('Control+z')
  await expect(told(page)).toHaveText(/wanders up to/)
  const wander = swingOf(
    {
      id: 's',
      name: 'S',
      size: [1280, 720],
      rate: { num: 24, den: 1 },
      duration: at(4),
      background: '#fff',
      layers: [still],
      markers: [],
      playRange: null,
    },
    still.id,
    { from: at(0.5), to: at(3), library: [] },
  )!
  await expect(told(page)).toContainText(`${Number(wander.farthest.px.toFixed(1))} px away`)
  await page.getByRole('checkbox', { name: /Draw it on the stage/ }).check()
  await page.getByRole('link', { name: 'Desk' }).click()
  await expect(page.getByRole('img', { name: /^swings \d/ })).toBeVisible()
})

test('a command is looked at before it is done: nothing is kept until it is pressed', async ({ page }) => {
  await openLayers(page, [still])
  await page.getByRole('button', { name: 'Harbour still', exact: true }).first().click()
  await page.keyboard.press('c')
  const give = page.getByRole('button', { name: 'Copy A to B' })
  await give.hover()
  await expect(told(page)).toHaveText(/A and B agree/)
  await page.mouse.move(400, 30)
  await expect(told(page)).toHaveText(/part by up to/)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  await give.click()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
  await page.getByRole('link', { name: 'Desk' }).click()
  const [layer] = await layers(page)
  expect(layer!.properties['scale']!.keys[0]!.bend).toEqual(soft)
})

test('runs are added by name, aligned, made one, and told apart by letters, by keys alone', async ({
  page,
}) => {
  const other = drawnLayer(
    'Lamp',
    'rectangle',
    { size: [50, 50] },
    {
      more: { opacity: move('number', 0, 80, { times: [1, 2], bend: late }) },
    },
  )
  await openLayers(page, [still, other])
  await matchTab(page).click()
  await expect(page.getByRole('heading', { name: 'Two things that should move as one' })).toBeVisible()
  await page.getByRole('button', { name: 'Add spans' }).focus()
  await page.keyboard.press('Enter')
  await page.keyboard.type('position')
  await page.getByRole('checkbox', { name: /Harbour still position/ }).press('Space')
  await page.getByLabel('Find spans').fill('lamp')
  await page.getByRole('checkbox', { name: /Lamp opacity/ }).press('Space')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('region', { name: 'A and B' })).toContainText('12 f later')
  await page.getByRole('button', { name: 'Align both' }).press('Enter')
  await expect(page.getByRole('region', { name: 'A and B' })).toContainText('together')
  await page.getByRole('button', { name: 'Make one' }).press('Enter')
  await expect(told(page)).toHaveText(/A and B agree/)
  await page.getByRole('button', { name: /Lamp opacity: is B; make it A/ }).press('Enter')
  await expect(page.getByRole('region', { name: 'A: Lamp opacity' })).toBeVisible()
  await page.getByRole('link', { name: 'Desk' }).click()
  const lamp = (await layers(page)).find(({ name }) => name === 'Lamp')!.properties['opacity']!
  expect(lamp.keys.map(({ t, value }) => [t, value])).toEqual([
    [at(0.5), 0],
    [at(3), 80],
  ])
  expect(lamp.keys[0]!.bend).toEqual(soft)
})

test('runs between two times are offered, of every lane that has keys there', async ({ page }) => {
  const four = (name: string, values: readonly number[]): Property => ({
    kind: 'number',
    value: 0,
    keys: values.map((value, i): Key => ({
      id: `${name}${i}`,
      t: at(i),
      value,
      bend: soft,
      through: 'corner',
    })),
  })
  const lamp = drawnLayer(
    'Lamp',
    'rectangle',
    { size: [50, 50] },
    { more: { opacity: four('o', [0, 60, 20, 80]), blur: four('b', [0, 9, 4, 6]) } },
  )
  await openLayers(page, [lamp, still])
  await matchTab(page).click()
  await page.getByRole('button', { name: 'Add spans' }).click()
  const offered = page.getByRole('list', { name: 'Spans of this scene' }).getByRole('listitem')
  await expect(offered).toHaveText(
    [
      /opacity\s*all 3 spans/,
      /1 to 2/,
      /2 to 3/,
      /3 to 4/,
      /blur\s*all 3 spans/,
      /1 to 2/,
      /2 to 3/,
      /3 to 4/,
    ].concat([/position\s*keys 1 to 2/, /scale\s*keys 1 to 2/]),
  )
  const [from, until] = [page.getByLabel('Keys from'), page.getByLabel('Keys until')]
  await from.fill('0.8s')
  await from.press('Enter')
  await until.fill('3s')
  await until.press('Enter')
  await expect(offered).toHaveText([
    /opacity\s*keys 2 to 4/,
    /keys 2 to 3/,
    /keys 3 to 4/,
    /blur\s*keys 2 to 4/,
    /keys 2 to 3/,
    /keys 3 to 4/,
  ])
  await page.getByRole('checkbox', { name: /Lamp opacity keys 2 to 4/ }).check()
  await page.getByRole('checkbox', { name: /Lamp blur keys 2 to 4/ }).check()
  // Times that say nothing take nothing; one past the other gives that one up.
  await until.fill('soon')
  await until.press('Enter')
  await expect(until).toHaveAccessibleDescription(/./)
  await until.fill('3s')
  await until.press('Enter')
  await from.fill('3.5s')
  await from.press('Enter')
  await expect(page.getByText('Nothing so called has two keys between these times.')).toBeVisible()
  await page.getByRole('button', { name: 'Whole scene' }).click()
  await expect(offered).toHaveCount(10)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('region', { name: 'A: Lamp opacity' })).toContainText('keys 2 to 4')
  await expect(page.getByRole('region', { name: 'B: Lamp blur' })).toContainText('keys 2 to 4')
})

test('what cannot be matched is said where it is asked for', async ({ page }) => {
  const comes = drawnLayer(
    'Lamp',
    'rectangle',
    { size: [50, 50] },
    {
      more: { opacity: move('number', 0, 80, { times: [3, 3.5] }) },
    },
  )
  await openLayers(page, [still, comes])
  await matchTab(page).click()
  await page.getByRole('button', { name: 'Add spans' }).click()
  for (const name of [/Harbour still position/, /Lamp opacity/])
    await page.getByRole('checkbox', { name }).check()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Match peak' }).click()
  await expect(page.getByText(/does not move when the other is fastest/).first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})

test('the selected spans are made to agree from the Bend panel', async ({ page }) => {
  const lamp = drawnLayer(
    'Lamp',
    'rectangle',
    { size: [50, 50] },
    // It comes back to where it was: it has no progress, but a bend all the same.
    { more: { opacity: move('number', 50, 50, { bend: late }) } },
  )
  await openLayers(page, [still, lamp])
  await page.getByRole('button', { name: 'Harbour still position, keys 1 to 2' }).click()
  await page.getByRole('button', { name: 'Harbour still scale, keys 1 to 2' }).click({ modifiers: ['Shift'] })
  const row = page.getByRole('group', { name: 'Match' })
  await expect(row).toContainText('They part by up to')
  await row.getByRole('button', { name: 'Give the first one’s bend to the others' }).click()
  await expect(row).toContainText('They agree')
  await row.getByRole('button', { name: 'Link all of them to one bend' }).click()
  await expect(page.getByText('An edit changes 2 spans on 1 layer')).toBeVisible()
  // What follows a bend already leads the others.
  await page.getByRole('button', { name: 'Lamp opacity, keys 1 to 2' }).click({ modifiers: ['Shift'] })
  await row.getByRole('button', { name: 'Link all of them to one bend' }).click()
  await expect(page.getByText('An edit changes 3 spans on 2 layers')).toBeVisible()
  expect((await savedFile(page)).project.bends).toHaveLength(1)
})

test('which of five arrivals is late is seen, marked in the deck, and mended there', async ({ page }) => {
  const five = Array.from({ length: 5 }, (_, i) =>
    drawnLayer(
      `Guest ${i + 1}`,
      'rectangle',
      { size: [60, 60], position: [100 + i * 120, 200] },
      {
        more: {
          opacity: move('number', 0, 100, { times: [0.5, i === 3 ? 3 : 2] }),
          turn: move('turn', 0, 10 + i, { times: [0.5, i === 3 ? 3 : 2] }),
        },
      },
    ),
  )
  await openLayers(page, five)
  await matchTab(page).click()
  await page.getByRole('button', { name: 'Arrivals' }).click()
  for (let i = 1; i <= 5; i += 1)
    await page.getByRole('checkbox', { name: `Guest ${i}`, exact: true }).check()
  await page.getByRole('button', { name: 'Set it for 5 things' }).click()
  await expect(page.getByText(/Guest 4 lands at f .* mends it/)).toBeVisible()
  await page.getByRole('link', { name: 'Desk' }).click()
  const mark = page.getByRole('button', { name: /^Guest 4 lands \d+ frames later/ })
  await expect(mark).toBeVisible()
  const [rule] = (await savedFile(page)).project.scenes[0]!.rules!
  expect(rule).toMatchObject({ kind: 'together', frames: 2 })
  expect(rule!.of).toHaveLength(5)
  // By its flag; the line beside it only shows where to.
  await mark.locator('.flag').click()
  await expect(mark).toBeHidden()
  const guest = (await layers(page)).find(({ name }) => name === 'Guest 4')!
  expect(guest.properties['turn']!.keys[0]!.t).toBe(guest.properties['opacity']!.keys[0]!.t)
  await page.keyboard.press('Control+z')
  await expect(mark).toBeVisible()
  // A rule goes with what it is about.
  await matchTab(page).click()
  await page.getByRole('button', { name: 'Arrivals' }).click()
  await page.getByRole('button', { name: 'Take this rule away' }).click()
  await expect(page.getByText('None yet.')).toBeVisible()
})

test('a cask rolls along a quay without skidding through a slow middle', async ({ page }) => {
  const slow: Property = {
    kind: 'place',
    value: [100, 500],
    keys: [
      { id: 'p1', t: at(0), value: [100, 500], bend: late, through: 'corner' },
      { id: 'p2', t: at(2), value: [500, 500], bend: soft, through: 'corner' },
      { id: 'p3', t: at(3.5), value: [1100, 500], bend: { kind: 'linear' }, through: 'corner' },
    ],
  }
  const cask = drawnLayer(
    'Cask',
    'ellipse',
    { size: [120, 120], fill: '#a8650c' },
    {
      more: { position: slow, turn: move('turn', 0, 955, { times: [0, 3.5] }) },
    },
  )
  await openLayers(page, [cask])
  await page.getByRole('button', { name: 'Cask', exact: true }).first().click()
  await matchTab(page).click()
  await page.getByRole('button', { name: 'Rolling' }).click()
  await expect(told(page)).toContainText('it skids by up to')
  await expect(page.getByRole('heading', { name: 'Where it skids most' })).toBeVisible()
  await page.getByLabel('Radius, px').fill('0')
  await page.getByLabel('Radius, px').press('Enter')
  await expect(page.getByText(/0\.01/).first()).toBeVisible()
  await page.getByLabel('Radius, px').fill('60')
  await page.getByLabel('Radius, px').press('Enter')
  await page.getByRole('button', { name: 'Let it roll' }).click()
  await expect(told(page)).toContainText('never skids')
  await page.getByRole('link', { name: 'Desk' }).click()
  const [layer] = await layers(page)
  expect(layer!.rolls).toEqual({ radius: 60, side: 'right' })
})
