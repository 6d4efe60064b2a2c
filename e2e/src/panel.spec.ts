import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { compileBend, type PlainBend } from '@arrow-bend/core/bend'
import { compileProperty, valueAt, type Property } from '@arrow-bend/core/property'
import { frameTicks } from '@arrow-bend/core/time'
import { addLayer, dragBy, newProject, openDemo, savedFile, type } from './desk.ts'
import { dragTo, middleOf } from './stage.ts'

async function propertyOf(page: Page, layer: string, name: string): Promise<Property> {
  const { project } = await savedFile(page)
  return project.scenes[0]!.layers.find((one) => one.name === layer)!.properties[name]!
}
const opacity = (page: Page): Promise<Property> => propertyOf(page, 'Subtitle', 'opacity')
const firstBend = async (page: Page): Promise<PlainBend> => (await opacity(page)).keys[0]!.bend as PlainBend
async function selectSpan(page: Page): Promise<Locator> {
  await openDemo(page)
  await page.getByRole('button', { name: 'Subtitle opacity, keys 1 to 2' }).click()
  const panel = page.getByRole('region', { name: 'Bend panel' })
  await expect(panel).toBeVisible()
  await page.keyboard.press('4')
  return panel
}
/** The middle of the curve in the plot. */
async function onCurve(panel: Locator, share = 0.5): Promise<[number, number]> {
  const plot = (await panel.locator('svg.plot').boundingBox())!
  const path = (await panel.locator('[data-part="curve"]').getAttribute('d'))!
  const points = path
    .slice(1)
    .split('L')
    .map((point) => point.split(' ').map(Number) as [number, number])
  const [x, y] = points[Math.round(share * (points.length - 1))]!
  return [plot.x + x, plot.y + y]
}

test('points are added to the curve, moved, made corners, set in numbers and taken away', async ({
  page,
}) => {
  const panel = await selectSpan(page)
  const before = await firstBend(page)
  await page.mouse.dblclick(...(await onCurve(panel)))
  const point = panel.getByRole('slider', { name: 'Point 1 of 1' })
  await expect(point).toBeVisible()
  const added = await firstBend(page)
  for (let i = 0; i <= 20; i += 1)
    expect(Math.abs(compileBend(added).progress(i / 20) - compileBend(before).progress(i / 20))).toBeLessThan(
      1e-6,
    )
  await dragBy(page, point.locator('.mark'), [12, -20])
  const moved = await firstBend(page)
  if (moved.kind !== 'points') throw new Error('no points')
  expect(moved.nodes[1]!.at[0]).toBeGreaterThan(0.52)
  expect(moved.nodes[1]!.at[1]).toBeGreaterThan(0.6)
  await panel.getByRole('button', { name: 'Corner' }).click()
  await dragBy(
    page,
    panel.getByRole('slider', { name: 'Leave handle of point 1' }).locator('.square'),
    [6, 14],
  )
  const corner = await firstBend(page)
  if (corner.kind !== 'points') throw new Error('no points')
  expect(corner.nodes[1]!.through).toBe('corner')
  expect(corner.nodes[1]!.arrive).toEqual(moved.nodes[1]!.arrive)
  await panel.getByLabel('Point’s time, %').fill('40')
  await panel.getByLabel('Point’s time, %').press('Enter')
  await panel.getByLabel('Point’s progress, %').fill('126')
  await panel.getByLabel('Point’s progress, %').press('Enter')
  const typed = await firstBend(page)
  if (typed.kind !== 'points') throw new Error('no points')
  expect(typed.nodes[1]!.at[0]).toBeCloseTo(0.4, 9)
  expect(typed.nodes[1]!.at[1]).toBeCloseTo(1.26, 9)
  await point.focus()
  await page.keyboard.press('ArrowRight')
  await expect(panel.getByLabel('Point’s time, %')).toHaveValue('41')
  await panel.getByRole('button', { name: 'Remove this point' }).click()
  await expect(panel.getByRole('slider', { name: /^Point/ })).toHaveCount(0)
})

test('the bend before the last change stands behind; the speed’s peak and the overshoot are set in numbers', async ({
  page,
}) => {
  const panel = await selectSpan(page)
  const was = (await panel.locator('[data-part="curve"]').getAttribute('d'))!
  await panel.getByLabel('Peak at, %').fill('70')
  await panel.getByLabel('Peak at, %').press('Enter')
  await expect(panel.locator('[data-part="ghost"]')).toHaveAttribute('d', was)
  await panel.getByLabel('Overshoot, %').fill('20')
  await panel.getByLabel('Overshoot, %').press('Enter')
  const curve = compileBend(await firstBend(page))
  const most = Math.max(...Array.from({ length: 1001 }, (_, i) => curve.progress(i / 1000)))
  expect(most).toBeCloseTo(1.2, 3)
})

test('7 overshoots and settles: it lands without speed, its amount is set in numbers, and no amount makes handles of it', async ({
  page,
}) => {
  const panel = await selectSpan(page)
  await page.keyboard.press('7')
  const over = panel.getByLabel('Overshoot, %')
  await expect(over).toHaveValue('10')
  const landing = (bend: PlainBend): number => {
    const curve = compileBend(bend)
    return (curve.progress(1) - curve.progress(0.9999)) / 0.0001
  }
  expect(Math.abs(landing(await firstBend(page)))).toBeLessThan(0.01)
  await over.fill('25')
  await over.press('Enter')
  const set = await firstBend(page)
  expect(
    Math.max(...Array.from({ length: 1001 }, (_, i) => compileBend(set).progress(i / 1000))),
  ).toBeCloseTo(1.25, 4)
  expect(Math.abs(landing(set))).toBeLessThan(0.01)
  await over.fill('0')
  await over.press('Enter')
  expect((await firstBend(page)).kind).toBe('handles')
})

test('with Ctrl/Cmd both handles are pulled alike, by pointer and by keys', async ({ page }) => {
  const panel = await selectSpan(page)
  const leave = panel.getByRole('slider', { name: 'Leave handle', exact: true })
  const from = await middleOf(leave.locator('.square'))
  await page.keyboard.down('Control')
  await dragTo(page, from, [from[0] + 30, from[1]])
  await page.keyboard.up('Control')
  const pulled = await firstBend(page)
  if (pulled.kind !== 'handles') throw new Error('no handles')
  expect(pulled.leave.reach).toBeGreaterThan(0.45)
  expect(pulled.arrive).toEqual(pulled.leave)
  await leave.focus()
  await page.keyboard.press('Control+ArrowLeft')
  const nudged = await firstBend(page)
  if (nudged.kind !== 'handles') throw new Error('no handles')
  expect(nudged.leave.reach).toBeCloseTo(pulled.leave.reach - 0.01, 9)
  expect(nudged.arrive).toEqual(nudged.leave)
})

test('a leave handle pulled flat past the end makes a hold, and back again before it is let go', async ({
  page,
}) => {
  const panel = await selectSpan(page)
  const leave = panel.getByRole('slider', { name: 'Leave handle', exact: true })
  const from = await middleOf(leave.locator('.square'))
  const plot = (await panel.locator('svg.plot').boundingBox())!
  await dragTo(page, from, [plot.x + plot.width - 8, from[1]])
  expect((await firstBend(page)).kind).toBe('hold')
  await page.keyboard.press('ControlOrMeta+z')
  expect((await firstBend(page)).kind).toBe('handles')
})

test('CSS easing text goes in and out, and means what the browser’s own engine means by it', async ({
  page,
}) => {
  const panel = await selectSpan(page)
  const css = panel.getByLabel('CSS', { exact: true })
  await expect(css).toHaveValue('cubic-bezier(0.4, 0, 0.6, 1)')
  for (const text of [
    'cubic-bezier(0.2, -0.4, 0.3, 1.6)',
    'ease-in-out',
    'steps(4, jump-end)',
    'linear(0, 0.3 20%, 1)',
  ]) {
    await css.fill(text)
    await css.press('Enter')
    const curve = compileBend(await firstBend(page))
    const written = await css.inputValue()
    // Source: W3C, Web Animations, getComputedTiming().progress.
    const theirs = await page.evaluate(
      ([given, shown]) => {
        return [given!, shown!].map((easing) => {
          const animation = document.body.animate([{ opacity: 1 }, { opacity: 1 }], {
            duration: 1000,
            easing,
            fill: 'both',
          })
          animation.effect!.updateTiming({ easing: 'linear' })
          animation.effect!.updateTiming({ easing })
          animation.pause()
          return Array.from({ length: 41 }, (_, i) => {
            animation.currentTime = (i / 41) * 1000
            return animation.effect!.getComputedTiming().progress!
          })
        })
      },
      [text, written],
    )
    for (const list of theirs)
      list.forEach((progress, i) => expect(Math.abs(progress - curve.progress(i / 41))).toBeLessThan(1e-4))
  }
  const kept = await firstBend(page)
  await css.fill('wobble(3)')
  await css.press('Enter')
  await expect(page.getByRole('alert')).toContainText('wobble')
  expect(await firstBend(page)).toEqual(kept)
  await css.press('Escape')
  await panel.getByRole('button', { name: 'Kind of bend' }).click()
  await page.getByRole('option', { name: 'Spring' }).click()
  await expect(css).toHaveValue(/^spring/)
})

test('digits with Shift ease the arriving side only, with Alt the leaving side, of many keys at once', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Subtitle opacity, keys 1 to 2' }).click()
  await page.getByRole('button', { name: 'Subtitle opacity, keys 3 to 4' }).click({ modifiers: ['Shift'] })
  await page.keyboard.press('1')
  await page.keyboard.press('Shift+Digit4')
  const third = { reach: 1 / 3, rise: 1 / 3 }
  for (const at of [0, 2])
    expect((await opacity(page)).keys[at]!.bend).toEqual({
      kind: 'handles',
      leave: third,
      arrive: { reach: 0.4, rise: 0 },
    })
  await page.keyboard.press('1')
  await page.keyboard.press('Alt+Digit2')
  for (const at of [0, 2])
    expect((await opacity(page)).keys[at]!.bend).toEqual({
      kind: 'handles',
      leave: { reach: 0.5, rise: 0 },
      arrive: third,
    })
  // Of a selected key the side that is meant: what arrives at it.
  await page.getByRole('button', { name: /^Subtitle opacity, key 2 of/ }).click()
  await page.keyboard.press('Shift+Digit3')
  expect((await opacity(page)).keys[0]!.bend).toMatchObject({ arrive: { reach: 0.5, rise: 0 } })
})

test('spans that differ say so, and each number can be set for all', async ({ page }) => {
  const panel = await selectSpan(page)
  await page.getByRole('button', { name: 'Subtitle opacity, keys 3 to 4' }).click({ modifiers: ['Shift'] })
  await expect(panel.getByText('2 spans')).toBeVisible()
  await expect(panel.getByText('mixed').first()).toBeVisible()
  const reach = panel.getByLabel('Leave reach, %')
  await reach.fill('62')
  await reach.press('Enter')
  const after = await opacity(page)
  for (const at of [0, 2]) {
    const { bend } = after.keys[at]!
    expect(bend.kind === 'handles' && bend.leave.reach).toBeCloseTo(0.62, 9)
  }
  expect(after.keys[0]!.bend).not.toEqual(after.keys[2]!.bend)
})

test('a pause stands still for its frames, and what follows comes later', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: /^Subtitle opacity, key 2 of/ }).click()
  const before = await opacity(page)
  await page.getByRole('tab', { name: 'Values' }).click()
  await type(page, 'Pause, f', '24')
  await page.getByRole('button', { name: /^Stand still at the selected keys/ }).click()
  await expect(page.getByText('A pause of 24 frames')).toBeVisible()
  const after = await opacity(page)
  const later = 24 * frameTicks({ num: 24, den: 1 })
  expect(after.keys).toHaveLength(before.keys.length + 1)
  expect(after.keys[2]).toMatchObject({ t: before.keys[1]!.t + later, value: before.keys[1]!.value })
  expect(after.keys[1]!.bend.kind).toBe('hold')
  expect(after.keys[3]!.t).toBe(before.keys[2]!.t + later)
  await page.getByRole('button', { name: 'Undo' }).first().click()
  expect(await opacity(page)).toEqual(before)
})

test('a position is split into X and Y and joined again, and what that took is told', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Boat 2 position, keys 1 to 2' }).click()
  const before = await propertyOf(page, 'Boat 2', 'position')
  await page.keyboard.press('x')
  await expect(page.getByText(/^Position is X and Y now: \d+ keys/)).toBeVisible()
  await expect(page.getByRole('group', { name: /^Boat 2 position x, \d+ keys$/ })).toBeVisible()
  const [x, y] = [
    await propertyOf(page, 'Boat 2', 'position x'),
    await propertyOf(page, 'Boat 2', 'position y'),
  ]
  const compiled = compileProperty(before, [])
  const step = frameTicks({ num: 24, den: 1 })
  for (let frame = 0; frame < 264; frame += 1) {
    const [px, py] = valueAt(compiled, frame * step)
    const off = Math.hypot(
      valueAt(compileProperty(x, []), frame * step)[0]! - px!,
      valueAt(compileProperty(y, []), frame * step)[0]! - py!,
    )
    expect(off).toBeLessThanOrEqual(0.1)
  }
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: 'Boat 2 position y, graph' }).locator('.second')).toHaveCount(
    1,
  )
  await page.keyboard.press('x')
  await expect(page.getByText(/^X and Y are one position: \d+ keys/)).toBeVisible()
  await page.keyboard.press('ControlOrMeta+z')
  await page.keyboard.press('ControlOrMeta+z')
  expect(await propertyOf(page, 'Boat 2', 'position')).toEqual(before)
})

test('the space colours are mixed in is chosen by what lies between them', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await type(page, 'Rectangle fill', '#ff0000')
  await page.getByRole('button', { name: /^Rectangle fill: Animate/ }).click()
  await type(page, 'Current time', '1s')
  await type(page, 'Rectangle fill', '#0000ff')
  await page.getByRole('button', { name: 'Rectangle fill, keys 1 to 2' }).click()
  const mixed = page.getByRole('button', { name: /^Mixed in / })
  await expect(mixed).toHaveAccessibleName(/OKLab/)
  await mixed.click()
  // Each is shown: red to blue by the hues goes elsewhere than straight through.
  const ramps = await page
    .getByRole('option')
    .locator('.ramp')
    .evaluateAll((all) => all.map((one) => (one as HTMLElement).style.background))
  expect(new Set(ramps).size).toBe(5)
  await page.getByRole('option', { name: /longer way/ }).click()
  await expect(mixed).toHaveAccessibleName(/longer way/)
  const fill = (await savedFile(page)).project.scenes[0]!.layers[0]!.properties['fill']!
  expect(fill.mix).toBe('oklch-longer')
  await page.keyboard.press('ControlOrMeta+z')
  await expect(mixed).toHaveAccessibleName(/OKLab/)
})
