import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Layer } from '@arrow-bend/core/scene'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { hat, kick, RATE, track } from '../../core/test/soundTrials.ts'
import { wavBytes } from '../../core/test/wavBytes.ts'
import { addLayer, dragBy, newProject, savedFile, type } from './desk.ts'

const drums = track({ tempo: 120, seconds: 8, hit: kick, between: hat })
/** Those within the four seconds of a new scene. */
const HEARD = drums.times.filter((time) => time < 4)

/** A new project with a drum track of eight seconds in it, its beats looked for in the low band. */
async function listenToDrums(page: Page): Promise<void> {
  await newProject(page)
  const samples = Int32Array.from(drums.sound.channels[0]!, (one) => Math.round(one * 20_000))
  const waiting = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Import pictures' }).click()
  await (
    await waiting
  ).setFiles([
    { name: 'Drums.wav', mimeType: 'audio/wav', buffer: Buffer.from(wavBytes([samples], { rate: RATE })) },
  ])
  await expect(page.getByRole('button', { name: 'Drums', exact: true })).toBeVisible()
  await page.getByRole('tab', { name: 'Patterns' }).click()
  await page.getByRole('button', { name: 'Beats', exact: true }).click()
  await page.getByRole('group', { name: 'Band' }).getByRole('button', { name: 'Low' }).click()
  await page.getByRole('button', { name: 'Find beats' }).click()
  await expect(page.getByText(`${HEARD.length} beats found.`)).toBeVisible()
}
const layers = async (page: Page): Promise<readonly Layer[]> =>
  (await savedFile(page)).project.scenes[0]!.layers

test('the low beats of a drum track are marked on the ruler, each where it sets in', async ({ page }) => {
  await listenToDrums(page)
  await page.getByRole('button', { name: 'Mark them' }).click()
  const { markers } = (await savedFile(page)).project.scenes[0]!
  expect(markers).toHaveLength(HEARD.length)
  markers.forEach(({ t, beat }, i) => {
    expect(beat).toBe(true)
    expect(Math.abs(t / TICKS_PER_SECOND - HEARD[i]!)).toBeLessThanOrEqual(0.02)
  })
  await expect(page.getByRole('button', { name: /^Marker Beat 1,/ })).toBeVisible()
  // Fewer of them take their place, and not those set by hand.
  await page.getByLabel('Every so many beats').fill('4')
  await page.getByLabel('Every so many beats').press('Enter')
  await page.getByRole('button', { name: 'Mark them' }).click()
  const after = (await savedFile(page)).project.scenes[0]!.markers
  expect(after).toHaveLength(Math.ceil(HEARD.length / 4))
})

test('a lamp pulses with the drum, and entrances are lined up with beats', async ({ page }) => {
  await listenToDrums(page)
  await addLayer(page, 'Ellipse')
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: 'Opacity', exact: true }).first().click()
  await expect(page.getByRole('heading', { name: 'Keys on Ellipse opacity' })).toBeVisible()
  await page.getByLabel('Rests at').fill('20')
  await page.getByLabel('Rests at').press('Enter')
  await page.getByRole('button', { name: 'Set keys' }).click()
  const [lamp] = await layers(page)
  const { keys } = lamp!.properties['opacity']!
  const tops = keys.filter(({ value }) => (value as number) > 40)
  expect(tops).toHaveLength(HEARD.length)
  tops.forEach(({ t }, i) => expect(Math.abs(t / TICKS_PER_SECOND - HEARD[i]!)).toBeLessThanOrEqual(0.02))
  // All its keys slide so that the first, before the first beat, comes on a beat.
  await page.getByRole('button', { name: 'One after another' }).click()
  const [moved] = await layers(page)
  const first = moved!.properties['opacity']!.keys[0]!.t / TICKS_PER_SECOND
  expect(Math.min(...HEARD.map((time) => Math.abs(time - first)))).toBeLessThanOrEqual(0.02)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  expect((await layers(page))[0]!.properties['opacity']!.keys).toEqual([])
})

test('a lamp follows how loud the drum is, up at once and down slowly', async ({ page }) => {
  await listenToDrums(page)
  await addLayer(page, 'Ellipse')
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: 'Opacity', exact: true }).first().click()
  await page.getByLabel('Loud at').fill('15')
  await page.getByLabel('Loud at').press('Enter')
  await page.getByRole('button', { name: 'Follow', exact: true }).click()
  await expect(page.getByText(/keys; the farthest they stray is/)).toBeVisible()
  const { keys } = (await layers(page))[0]!.properties['opacity']!
  const high = keys.filter(({ value }) => (value as number) > 30)
  for (const time of HEARD.slice(0, -1))
    expect(high.some(({ t }) => Math.abs(t / TICKS_PER_SECOND - time) < 0.12)).toBe(true)
  expect(keys.length).toBeLessThan(12 * HEARD.length)
})

test('keys are roughened after a look, which can be left', async ({ page }) => {
  await listenToDrums(page)
  await addLayer(page, 'Ellipse')
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: 'Opacity', exact: true }).first().click()
  await page.getByRole('button', { name: 'Set keys' }).click()
  const before = (await layers(page))[0]!.properties['opacity']!.keys
  await page.getByRole('button', { name: 'Roughen', exact: true }).first().click()
  await page.getByRole('button', { name: 'Preview', exact: true }).click()
  await page.keyboard.press('Escape')
  expect((await layers(page))[0]!.properties['opacity']!.keys).toEqual(before)
  await page.getByRole('button', { name: 'Roughen', exact: true }).last().click()
  const after = (await layers(page))[0]!.properties['opacity']!.keys
  expect(after).toHaveLength(before.length)
  expect(after[0]).toEqual(before[0])
  expect(after.slice(1, -1).every(({ value }, i) => value !== before[i + 1]!.value)).toBe(true)
})

test('a scene without sound says so', async ({ page }) => {
  await newProject(page)
  await page.getByRole('tab', { name: 'Patterns' }).click()
  await page.getByRole('button', { name: 'Beats', exact: true }).click()
  await expect(page.getByText('There is no sound in this scene yet.')).toBeVisible()
})

test('a sound is made to try with; its band is dragged over its spectrum; its bars are marked; beats are tapped as one step', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('tab', { name: 'Patterns' }).click()
  await page.getByRole('button', { name: 'Beats', exact: true }).click()
  await page.getByRole('button', { name: 'Clicks', exact: true }).click()
  await type(page, 'Beats a minute of the sound, /min', '90')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByRole('button', { name: 'Clicks at 90', exact: true })).toBeVisible()
  const chart = page.getByRole('group', { name: 'Band over the spectrum' })
  await expect(chart.locator('.bar').first()).toBeVisible()

  await page.getByRole('button', { name: 'Middle', exact: true }).click()
  const from = page.getByLabel('Band from, Hz')
  await expect(from).toHaveValue('250')
  const lower = page.getByRole('slider', { name: 'Lower end of the band' })
  await dragBy(page, lower, [40, 0])
  await expect.poll(async () => Number(await from.inputValue())).toBeGreaterThan(500)
  await expect(page.getByLabel('Band to, Hz')).toHaveValue('3000')
  await lower.focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await page.keyboard.press('Shift+ArrowLeft')
  await expect.poll(async () => Number(await from.inputValue())).toBeLessThan(400)

  await page.getByRole('button', { name: 'Find beats' }).click()
  await expect(page.getByText('Steady: 90 a minute')).toBeVisible()
  await type(page, 'Beats of a bar', '3')
  await page.getByRole('button', { name: 'Mark bars' }).click()
  const markers = async () => (await savedFile(page)).project.scenes[0]!.markers
  expect((await markers()).map(({ name, beat }) => [name, beat])).toEqual([
    ['Bar 1', true],
    ['Bar 2', true],
  ])
  const [first, second] = (await markers()).map(({ t }) => t / TICKS_PER_SECOND)
  expect(first).toBeCloseTo(0.25, 1)
  expect(second! - first!).toBeCloseTo(2, 2)

  // Nothing is tapped while nothing plays.
  await page.keyboard.press('y')
  await expect(page.getByText('Play first: beats are tapped along with what plays.')).toBeVisible()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  const pad = page.getByRole('button', { name: 'Tap', exact: true })
  await pad.scrollIntoViewIfNeeded()
  await pad.click()
  await expect(page.getByRole('button', { name: '1 tapped' })).toBeVisible()
  await page.keyboard.press('y')
  await expect(page.getByRole('button', { name: '2 tapped' })).toBeVisible()
  await page.getByRole('button', { name: 'Pause', exact: true }).click()
  await expect(page.getByText('2 beats tapped.')).toBeVisible()
  const tapped = (await markers()).filter(({ name }) => name.startsWith('Beat'))
  expect(tapped.length).toBe(2)
  expect(tapped[1]!.t).toBeGreaterThan(tapped[0]!.t)
  await page.keyboard.press('Control+z')
  expect((await markers()).length).toBe(2)
})
