import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { compileBend, READY_BENDS, type PlainBend } from '@arrow-bend/core/bend'
import { readBends, writeBends } from '@arrow-bend/core/format/bends'
import { libraryCss } from '@arrow-bend/core/format/css'
import { writeBendFile } from '@arrow-bend/core/format/project'
import type { Property } from '@arrow-bend/core/property'
import type { Layer } from '@arrow-bend/core/scene'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { drawnLayer, openLayers, projectOf } from './againstBrowser.ts'
import { dragBy, savedFile, saved } from './desk.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const ease: PlainBend = { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.4, rise: 0 } }
const HOUSE = { id: 'house', name: 'House ease', bend: ease }

const fades = (id: string, linked: boolean): Property => ({
  kind: 'number',
  value: 0,
  keys: [
    {
      id: `${id}a`,
      t: at(0.5),
      value: 0,
      bend: linked ? { kind: 'linked', bendId: HOUSE.id } : ease,
      through: 'corner',
    },
    { id: `${id}b`, t: at(3), value: 100, bend: { kind: 'linear' }, through: 'corner' },
  ],
})
const sheet = (i: number, linked = true): Layer =>
  drawnLayer(
    `Sheet ${i}`,
    'rectangle',
    { size: [90, 60], fill: '#c8401a', position: [90 + i * 110, 200] },
    {
      more: { opacity: fades(`s${i}`, linked) },
    },
  )
const ten = Array.from({ length: 10 }, (_, i) => sheet(i + 1))
const library = async (page: Page) => (await savedFile(page)).project.bends
const bendOf = async (page: Page, layer: string) =>
  (await savedFile(page)).project.scenes[0]!.layers.find(({ name }) => name === layer)!.properties['opacity']!
    .keys[0]!.bend
const ribbon = (page: Page, i: number) =>
  page.getByRole('button', { name: new RegExp(`^Sheet ${i} opacity, keys 1 to 2`) })

test('a linked bend is edited while ten lanes show it: all change as it is dragged, as one step, undone and reloaded', async ({
  page,
}) => {
  await openLayers(page, ten, { bends: [HOUSE] })
  await ribbon(page, 3).click()
  await expect(page.getByText('An edit changes 10 spans on 10 layers')).toBeVisible()
  const handle = page.getByRole('slider', { name: /^Leave handle/ }).first()
  await dragBy(page, handle, [30, 0], async () => {
    await expect(page.locator('text=10 spans on 10 layers').last()).toBeVisible()
  })
  const [changed] = await library(page)
  expect(changed!.bend).not.toEqual(ease)
  // Every lane follows: its stored bend is the link still.
  for (const i of [1, 10])
    expect(await bendOf(page, `Sheet ${i}`)).toEqual({ kind: 'linked', bendId: 'house' })
  await page.keyboard.press('Control+z')
  expect((await library(page))[0]!.bend).toEqual(ease)
  await page.keyboard.press('Control+Shift+z')
  await saved(page)
  await page.reload()
  await expect(ribbon(page, 7)).toHaveAttribute('aria-label', /linked to House ease/)
  expect((await library(page))[0]!.bend).toEqual(changed!.bend)
})

test('a drag on a linked ribbon says whom it changes; with Alt it makes a copy', async ({ page }) => {
  await openLayers(page, ten.slice(0, 3), { bends: [HOUSE] })
  await dragBy(page, ribbon(page, 1), [0, -30], async () => {
    await expect(page.getByText(/stronger \d+ % · 3 spans on 3 layers/)).toBeVisible()
  })
  const [stronger] = await library(page)
  expect(stronger!.bend).not.toEqual(ease)
  await page.keyboard.down('Alt')
  await dragBy(page, ribbon(page, 2), [0, -30], async () => {
    await expect(page.getByText(/stronger \d+ % · a copy/)).toBeVisible()
  })
  await page.keyboard.up('Alt')
  expect((await library(page))[0]).toEqual(stronger)
  expect((await bendOf(page, 'Sheet 2')).kind).not.toBe('linked')
  expect((await bendOf(page, 'Sheet 1')).kind).toBe('linked')
})

test('smooth unlinks and says so; any other quick bend changes the library, and says how far', async ({
  page,
}) => {
  await openLayers(page, ten.slice(0, 2), { bends: [HOUSE] })
  await ribbon(page, 1).click()
  await page.keyboard.press('3')
  await expect(page.getByText('The library’s bend changed: 2 spans on 2 layers.')).toBeVisible()
  await page.keyboard.press('6')
  await expect(page.getByText('The span is not linked any more')).toBeVisible()
  expect((await bendOf(page, 'Sheet 1')).kind).toBe('handles')
  expect((await bendOf(page, 'Sheet 2')).kind).toBe('linked')
})

test('a bend is kept and linked, all alike linked too, selected together, unlinked again', async ({
  page,
}) => {
  await openLayers(page, [sheet(1, false), sheet(2, false), sheet(3, false)])
  await ribbon(page, 1).click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Keep the bend and link' }).click()
  await expect(page.getByText(/The library has “Sheet 1 opacity” now/)).toBeVisible()
  await page.getByRole('button', { name: 'Link 2 alike' }).click()
  await page.getByRole('button', { name: 'Select all spans linked to it' }).click()
  await expect(page.getByText('3 spans', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: /^Unlink/ }).click()
  for (const i of [1, 2, 3]) expect(await bendOf(page, `Sheet ${i}`)).toEqual(ease)
  expect(await library(page)).toHaveLength(1)
})

test('a bend is chosen from the library by click, by key, and drawn onto a ribbon', async ({ page }) => {
  await openLayers(page, [sheet(1, false), sheet(2, false)])
  await ribbon(page, 1).click()
  await page.getByRole('button', { name: 'Bend library', exact: true }).click()
  const panel = page.getByRole('dialog', { name: 'Bend library' })
  await panel.getByLabel('Find bends by name').fill('heavy')
  await panel.getByRole('button', { name: 'Barge', exact: true }).click()
  const barge = READY_BENDS.find(({ name }) => name === 'Barge')!.bend
  expect(await bendOf(page, 'Sheet 1')).toEqual(barge)
  await panel.getByRole('button', { name: 'Anchor', exact: true }).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  expect(await bendOf(page, 'Sheet 1')).toEqual(READY_BENDS.find(({ name }) => name === 'Push off')!.bend)
  // Drawn onto the other lane, whatever is selected.
  const [from, to] = [
    (await panel.getByRole('button', { name: 'Crane', exact: true }).boundingBox())!,
    (await ribbon(page, 2).boundingBox())!,
  ]
  await page.mouse.move(from.x + 30, from.y + 30)
  await page.mouse.down()
  await page.mouse.move(to.x + 60, to.y - 40, { steps: 4 })
  await page.mouse.move(to.x + 60, to.y + 13, { steps: 4 })
  await expect(page.getByText('Crane onto Sheet 2 opacity')).toBeVisible()
  await page.mouse.up()
  expect(await bendOf(page, 'Sheet 2')).toEqual(READY_BENDS.find(({ name }) => name === 'Crane')!.bend)
  await page.keyboard.press('Escape')
  await expect(panel).toBeHidden()
})

test('a bend with a bump is kept without it, and what no library may hold is refused without harm to the others', async ({
  page,
}) => {
  const lifted: PlainBend = {
    kind: 'handles',
    leave: { reach: 0.4, rise: 0, lift: [30] },
    arrive: { reach: 0.4, rise: 0, lift: [30] },
  }
  const still = sheet(1, false)
  const bumped = still.properties['opacity']!
  const [first, last] = bumped.keys
  const opacity = { ...bumped, keys: [{ ...first!, bend: lifted }, last!] }
  await openLayers(page, [{ ...still, properties: { ...still.properties, opacity } }])
  await ribbon(page, 1).click()
  await page.getByRole('button', { name: 'Bend library', exact: true }).click()
  await page.getByLabel('Name to keep this bend by').fill('Swell')
  await page.getByRole('button', { name: 'Keep as own' }).click()
  await page.getByRole('link', { name: /The whole library/ }).click()
  // The panel it was asked for in has the same shelves, and stands until the screen is there.
  await expect(page.getByRole('region', { name: 'Bend library' })).toBeVisible()
  await page.getByLabel('Shelf').selectOption('own')
  await page.getByRole('button', { name: 'Swell', exact: true }).click()
  const tags = page.getByLabel('Tags, separated by commas')
  await tags.fill('x'.repeat(200))
  await tags.press('Enter')
  await expect(page.getByText(/a name may have 120 characters at most/)).toBeVisible()
  await page.reload()
  await page.getByLabel('Shelf').selectOption('own')
  await expect(page.getByRole('button', { name: 'Swell', exact: true })).toBeVisible()
  // A name that is given up stays what it was; Ctrl+S saves here, too.
  const name = page.getByLabel('Name of the bend')
  await name.fill('Other')
  await name.press('Escape')
  await expect(name).toHaveValue('Swell')
  expect((await savedFile(page)).project.bends).toEqual([])
})

test('own bends stay in the browser, favourites and those used last too, and go to a project and back', async ({
  page,
}) => {
  await openLayers(page, [sheet(1, false)])
  await ribbon(page, 1).click()
  await page.getByRole('button', { name: 'Bend library', exact: true }).click()
  await page.getByLabel('Name to keep this bend by').fill('Tide')
  await page.getByRole('button', { name: 'Keep as own' }).click()
  await expect(page.getByText('One bend was added to your own.')).toBeVisible()
  await page.getByRole('link', { name: /The whole library/ }).click()
  await page.getByLabel('Shelf').selectOption('own')
  await page.getByRole('button', { name: 'Tide', exact: true }).focus()
  await page.keyboard.press('f')
  await page.keyboard.press('Enter')
  await page.getByLabel('Tags, separated by commas').fill('quay, slow')
  await page.getByLabel('Tags, separated by commas').press('Enter')
  await page.getByRole('button', { name: 'Copy to this project' }).click()
  await page.reload()
  await page.getByLabel('Shelf').selectOption('favourites')
  await expect(page.getByRole('button', { name: 'Tide, a favourite' })).toBeVisible()
  await page.getByLabel('Shelf').selectOption('all')
  await page.getByLabel('Find bends by name').fill('quay')
  await expect(page.getByRole('status').filter({ hasText: 'bends' })).toHaveText(/^2 of/)
  await page.getByRole('link', { name: 'Desk' }).click()
  expect(await library(page)).toMatchObject([{ name: 'Tide', bend: ease, tags: ['quay', 'slow'] }])
})

const choose = async (page: Page, name: string, buffer: Buffer): Promise<void> => {
  const waiting = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Add from a file…' }).click()
  await (await waiting).setFiles([{ name, mimeType: 'application/octet-stream', buffer }])
}

test('bends come in from JSON, CSS and projects, names that clash are both kept, and what is broken changes nothing', async ({
  page,
}) => {
  await openLayers(page, [sheet(1)], { bends: [HOUSE] })
  await page.getByRole('link', { name: 'Library' }).click()
  await choose(
    page,
    'bends.json',
    Buffer.from(writeBends([{ name: 'House ease', bend: { kind: 'linear' } }])),
  )
  await expect(page.getByText('One has a number after the name, which was taken.')).toBeVisible()
  await choose(
    page,
    'house.css',
    Buffer.from(':root { --swell: cubic-bezier(.4,0,.2,1) } a { transition: top 1s steps(3) }'),
  )
  await expect(page.getByText('2 bends were added to this project.')).toBeVisible()
  const other = { ...projectOf([]), bends: [{ id: 'x', name: 'From afar', bend: ease }] }
  const file = await writeBendFile({ project: other, assets: new Map() })
  await choose(page, 'other.bend', Buffer.from(await file.arrayBuffer()))
  await expect(page.getByRole('button', { name: 'From afar', exact: true })).toBeVisible()
  for (const [name, text, sentence] of [
    ['broken.json', '{', /not valid JSON/],
    ['foreign.json', '{"curves":[]}', /cannot be read: format/],
    ['empty.css', 'a { color: red }', /no easing in that text/],
  ] as const) {
    await choose(page, name, Buffer.from(text))
    await expect(page.getByText(sentence)).toBeVisible()
  }
  await page.getByRole('button', { name: 'Add from CSS…' }).click()
  await page.getByLabel('CSS', { exact: true }).fill(':root { --a: steps(2); --b: cubic-bezier(3,0,0,1) }')
  await expect(page.getByRole('alert')).toContainText('cubic-bezier(3,0,0,1)')
  await page.getByRole('button', { name: 'Add 1 to this project' }).click()
  await page.getByRole('link', { name: 'Desk' }).click()
  expect((await library(page)).map(({ name }) => name)).toEqual([
    'House ease',
    'House ease 2',
    'swell',
    'a transition',
    'From afar',
    'a',
  ])
})

test('a used bend is replaced everywhere, taken out with copies left, and goes out as JSON', async ({
  page,
}) => {
  const other = { id: 'other', name: 'Other', bend: { kind: 'family', family: 'sine', mode: 'out' } } as const
  await openLayers(page, ten.slice(0, 3), { bends: [HOUSE, other] })
  await page.getByRole('link', { name: 'Library' }).click()
  await page.getByRole('button', { name: /^House ease, linked by 3 spans on 3 layers/ }).click()
  await expect(page.getByText('Linked in 3 lanes')).toBeVisible()
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as JSON…' }).click()
  const written = readFileSync((await (await waiting).path())!, 'utf8')
  expect(readBends(written).map(({ name }) => name)).toEqual(['House ease', 'Other'])
  await page.getByLabel('Bend to put in its place everywhere').selectOption({ label: 'Other' })
  await page.getByRole('button', { name: 'Replace everywhere' }).click()
  await expect(page.getByText('3 spans follow “Other” now.')).toBeVisible()
  await page.getByRole('button', { name: /^Other, linked by 3/ }).click()
  await page.getByRole('button', { name: /^Take out of the library/ }).click()
  await expect(page.getByText('“Other” is gone; 3 spans on 3 layers keep a copy.')).toBeVisible()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+y')
  await page.getByRole('link', { name: 'Desk' }).click()
  expect(await bendOf(page, 'Sheet 2')).toEqual(other.bend)
  expect((await library(page)).map(({ name }) => name)).toEqual(['House ease'])
})

test('the library as CSS is played by the browser as the core plays it', async ({ page }) => {
  const bends = READY_BENDS.map(({ id, name, bend }) => ({ id, name, bend }))
  await page.goto('/health')
  const played = await page.evaluate(
    ({ css, count, looks }) => {
      const sheet = new CSSStyleSheet()
      sheet.replaceSync(css)
      document.adoptedStyleSheets = [sheet]
      const names = [...css.matchAll(/^ {2}(--[^:]+):/gm)].map(([, name]) => name!)
      const values = names.map((name) => {
        const element = document.body.appendChild(document.createElement('div'))
        const easing = getComputedStyle(document.documentElement).getPropertyValue(name)
        const animation = element.animate([{ left: '0px' }, { left: '1000px' }], {
          duration: 1000,
          easing,
          fill: 'both',
        })
        animation.pause()
        return Array.from({ length: looks }, (_, i) => {
          animation.currentTime = ((i + 0.5) / looks) * 1000
          return animation.effect!.getComputedTiming().progress!
        })
      })
      return { values, matches: names.length === count }
    },
    { css: libraryCss(bends), count: bends.length, looks: 60 },
  )
  expect(played.matches).toBe(true)
  bends.forEach(({ name, bend }, b) => {
    const curve = compileBend(bend)
    const jumps = bend.kind === 'family' && bend.family === 'steps'
    const gaps = played.values[b]!.map((value, i) => Math.abs(value - curve.progress((i + 0.5) / 60)))
    // Points of linear() are within 0.0005 of progress; steps are exact, away from their jumps.
    expect(Math.max(...gaps), name).toBeLessThan(jumps ? 1e-9 : 0.002)
  })
})
