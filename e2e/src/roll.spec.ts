import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Key } from '@arrow-bend/core/property'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { expectLikePage } from './againstPage.ts'
import { savedFile, type } from './desk.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const RADIUS = 80
/** A square stone that goes to the right and back a little, as if it were a wheel. */
const keys: readonly Key[] = [
  {
    id: 'a',
    t: at(0),
    value: [200, 500],
    bend: { kind: 'family', family: 'back', mode: 'inOut' },
    through: 'corner',
    route: { arrive: [0, 0], leave: [200, -160], through: 'corner' },
  },
  { id: 'b', t: at(2), value: [1000, 420], bend: { kind: 'linear' }, through: 'corner' },
  { id: 'c', t: at(3), value: [800, 420], bend: { kind: 'linear' }, through: 'corner' },
]
const position = { kind: 'place', value: [200, 500], keys } as const
const stone = drawnLayer(
  'Stone',
  'rectangle',
  { size: [2 * RADIUS, 2 * RADIUS], fill: '#c8401a' },
  { more: { position } },
)

test('what rolls is drawn as the browser draws it in the page, frame by frame', async ({ page }) => {
  const rolling = { ...stone, rolls: { radius: RADIUS, offset: 10, side: 'left' } } as const
  await expectLikePage(page, [rolling], { frames: [5, 22, 47, 60, 90], name: 'rolling' })
})

test('a stone is made to roll in its menu, by its size, and is lifted off as keys', async ({ page }) => {
  await openLayers(page, [stone])
  await page.getByLabel('Rows to show').selectOption('all')
  const layer = async () => (await savedFile(page)).project.scenes[0]!.layers[0]!
  await page.getByRole('button', { name: 'Unfold Stone' }).click()
  await page.getByRole('button', { name: 'More of Stone' }).click()
  await page.getByLabel('rolls along its route').check()
  expect((await layer()).rolls).toEqual({ radius: RADIUS })
  await type(page, 'Radius it rolls by, px', '40')
  await page.getByLabel('On which side of its way it rolls').selectOption('left')
  await page.getByLabel('Turned at the first key, °').fill('25')
  await page.getByLabel('Turned at the first key, °').press('Enter')
  expect((await layer()).rolls).toEqual({ radius: 40, side: 'left', offset: 25 })
  await page.getByRole('button', { name: 'Make keys of its rolling' }).click()
  await expect(page.getByText('3 keys of its turn play the same.')).toBeVisible()
  const { rolls, properties } = await layer()
  expect(rolls).toBeUndefined()
  expect(properties['turn']!.keys.length).toBe(3)
  const [first, , last] = properties['turn']!.keys.map(({ value }) => value as number)
  expect(first).toBe(25)
  expect(last!).toBeLessThan(-1000)
})
