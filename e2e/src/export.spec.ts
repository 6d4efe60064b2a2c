import { readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { exportCssPage } from '@arrow-bend/core/format/web'
import { readBendFile } from '@arrow-bend/core/format/project'
import type { Key, Outline, Property } from '@arrow-bend/core/property'
import {
  compileScene,
  makeLayer,
  outlinePathData,
  sampleSceneInto,
  type Layer,
  type Scene,
} from '@arrow-bend/core/scene'
import { secondsOfTicks, ticksOfFrame } from '@arrow-bend/core/time'
import { blobOf, sha256Of } from '../../core/test/blobs.ts'
import { openDemo } from './desk.ts'
import { compareEveryFrame, measureBoxes, trialProject } from './everyFrame.ts'
import { shownTrial } from './shownTrial.ts'
import { FRAMES, key, LIBRARY, RATE, trialScene } from './trialScene.ts'

// What leaves plays as it does for most people; the page's still frame is tested by itself.
test.use({ contextOptions: { reducedMotion: 'no-preference' } })

test('every kind of travel plays in the browser as the core has it, at every frame', async ({ page }) => {
  const scene = trialScene()
  const project = trialProject(scene)
  await page.setContent(exportCssPage(project, scene, { pictureUrl: () => '' }))
  const worst = await compareEveryFrame(page, measureBoxes, scene)
  expect(worst.channel).toBeLessThanOrEqual(1)
})

test('copies play in the page where and when the core has them, those of groups as one thing', async ({
  page,
}) => {
  const constant = (kind: Property['kind'], value: Property['value']): Property => ({ kind, value, keys: [] })
  const keyed = (kind: Property['kind'], keys: readonly Key[]): Property => ({
    kind,
    value: keys[0]!.value,
    keys,
  })
  const bare = trialScene()
  const layer = (
    id: string,
    kind: 'rectangle' | 'group',
    properties: Readonly<Record<string, Property>>,
    parent: string | null = null,
  ): Layer => {
    // The core lists what stands in a copied group while that shows only.
    const [from, to] = kind === 'group' ? [0, FRAMES] : [4, 66]
    const span = [ticksOfFrame(from, RATE), ticksOfFrame(to, RATE)] as const
    const made = makeLayer({ id, name: id, kind, parent, span })
    return { ...made, properties: { ...made.properties, ...properties } }
  }
  const moves = keyed('place', [key(0, [300, 200]), key(60, [900, 700])])
  const scene: Scene = {
    ...bare,
    layers: [
      layer('trail', 'rectangle', {
        position: moves,
        pivot: constant('pair', [20, 10]),
        copies: constant('number', 5),
        'copy offset': constant('pair', [12, 4]),
        'copy scale': constant('number', 90),
        'copy opacity': constant('number', 70),
        'copy delay': constant('number', 0.2),
      }),
      layer('fan', 'rectangle', {
        position: constant('place', [960, 540]),
        copies: constant('number', 4),
        'copy turn': keyed('turn', [key(6, 0), key(50, 40)]),
        'copy scale': keyed('number', [key(6, 100), key(50, 80)]),
      }),
      layer('wave', 'group', {
        position: constant('place', [100, 800]),
        copies: constant('number', 3),
        'copy offset': constant('pair', [200, 0]),
        'copy delay': keyed('number', [key(10, 0.1), key(40, 0.3)]),
      }),
      layer('lamp', 'rectangle', { position: keyed('place', [key(0, [0, 0]), key(30, [0, -300])]) }, 'wave'),
      layer('glow', 'rectangle', { turn: keyed('turn', [key(0, 0), key(50, 90)]) }, 'wave'),
    ],
  }
  await page.setContent(exportCssPage(trialProject(scene), scene, { pictureUrl: () => '' }))
  await compareEveryFrame(page, measureBoxes, scene)
})

test('a shown scene plays in the page at its own time, cut off by its frame and its crop', async ({
  page,
}) => {
  const { project, scene } = shownTrial()
  await page.setContent(exportCssPage(project, scene, { pictureUrl: () => '' }))
  await compareEveryFrame(page, measureBoxes, scene, { scenes: project.scenes })
  const cuts = await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('.frame div')].flatMap((one) => {
      const { clipPath, width, height } = getComputedStyle(one)
      return clipPath === 'none' ? [] : [`${clipPath} of ${width} ${height}`]
    }),
  )
  expect(cuts).toEqual(Array.from({ length: 2 }, () => 'inset(0% 0% 0% 10%) of 400px 300px'))
})

test('the page fits any window whole, can be paused, and stands still where less motion is asked for', async ({
  page,
}) => {
  const scene = trialScene()
  const project = trialProject(scene)
  const html = exportCssPage(project, scene, { pictureUrl: () => '' })
  await page.setContent(html)
  const [width, height] = scene.size
  for (const [wide, high] of [
    [900, 300],
    [300, 900],
    [2500, 2000],
  ] as const) {
    await page.setViewportSize({ width: wide, height: high })
    const box = (await page.locator('.frame').boundingBox())!
    const scale = Math.min(wide / width, high / height)
    expect(box.width).toBeCloseTo(width * scale, 1)
    expect(box.height).toBeCloseTo(height * scale, 1)
    expect(box.x + box.width / 2).toBeCloseTo(wide / 2, 1)
    expect(box.y + box.height / 2).toBeCloseTo(high / 2, 1)
  }
  const states = () =>
    page.evaluate(() => [...new Set(document.getAnimations().map(({ playState }) => playState))])
  const pause = page.getByRole('checkbox', { name: 'Pause or play' })
  expect(await states()).toEqual(['running'])
  await pause.check()
  expect(await states()).toEqual(['paused'])

  await page.emulateMedia({ reducedMotion: 'reduce' })
  await page.setContent(html)
  expect(await states()).toEqual(['paused'])
  // The still frame is the middle of the scene.
  expect(
    await page.evaluate(() => document.getAnimations()[0]!.effect!.getComputedTiming().progress),
  ).toBeCloseTo(0.5, 6)
  await pause.check()
  expect(await states()).toEqual(['running'])
})

/** A shape with rounded corners and handles, as large as given. */
function outlineOf(size: number, corner: number, angle: number): Outline {
  const arm = (at: number, length: number) => ({ angle: at, length })
  return {
    closed: true,
    vertices: [
      { at: [0, 0], arrive: arm(180, 0), leave: arm(0, 0), corner },
      { at: [size, 20], arrive: arm(180, 0), leave: arm(angle, size / 3), corner: 0 },
      { at: [size, size], arrive: arm(-90, size / 4), leave: arm(180, 0), corner },
      { at: [-20, size], arrive: arm(0, 0), leave: arm(-90, 0), corner: corner / 2 },
    ],
  }
}

test('animated outlines and chosen texts play in the browser as the core has them', async ({ page }) => {
  const trial = trialScene()
  const path = makeLayer({
    id: 'shape',
    name: 'Shape',
    kind: 'path',
    span: [ticksOfFrame(0, RATE), trial.duration],
  })
  const words = makeLayer({
    id: 'words',
    name: 'Words',
    kind: 'text',
    span: [ticksOfFrame(0, RATE), trial.duration],
  })
  const bend = {
    kind: 'handles',
    leave: { reach: 0.6, rise: 0 },
    arrive: { reach: 0.4, rise: -0.3 },
  } as const
  const outline: Property = {
    kind: 'outline',
    value: outlineOf(100, 10, 90),
    keys: [
      key(0, outlineOf(100, 10, 90), bend),
      key(30, outlineOf(260, 60, 160)),
      key(60, outlineOf(180, 0, 20)),
    ],
  }
  const content: Property = {
    kind: 'choice',
    value: 'Ready',
    keys: [key(10, 'Ready'), key(24, 'Cast off'), key(50, 'Ready')],
  }
  const scene: Scene = {
    ...trial,
    layers: [
      { ...path, properties: { ...path.properties, outline } },
      { ...words, properties: { ...words.properties, content } },
    ],
  }
  const project = trialProject(scene)
  await page.setContent(exportCssPage(project, scene, { pictureUrl: () => '' }))
  const sampler = compileScene(scene, LIBRARY)
  let worst = 0
  for (let frame = 0; frame < FRAMES; frame += 3) {
    const time = ticksOfFrame(frame, RATE)
    const items = sampleSceneInto(sampler, time)
    const shape = items.find((item) => item.kind === 'path')!
    const { text } = items.find((item) => item.kind === 'text')!
    const seen = await page.evaluate(
      ([milliseconds, wanted]) => {
        for (const animation of document.getAnimations()) {
          animation.pause()
          animation.currentTime = milliseconds
        }
        const theirs = document.querySelector('path')!
        const ours = document.createElementNS('http://www.w3.org/2000/svg', 'path')
        ours.setAttribute('d', wanted)
        theirs.parentElement!.append(ours)
        let miss = 0
        for (let i = 0; i < 40; i += 1) {
          const [a, b] = [theirs, ours].map((one) => one.getPointAtLength((i / 40) * one.getTotalLength()))
          miss = Math.max(miss, Math.hypot(a!.x - b!.x, a!.y - b!.y))
        }
        ours.remove()
        const shown = [...document.querySelectorAll('text')].filter(
          (one) => getComputedStyle(one.parentElement!).opacity === '1',
        )
        return { miss, texts: shown.map(({ textContent }) => textContent) }
      },
      [secondsOfTicks(time) * 1000, outlinePathData(shape.outline)] as const,
    )
    expect(seen.texts, `texts at ${frame}`).toEqual([text])
    worst = Math.max(worst, seen.miss)
  }
  test.info().annotations.push({ type: 'largest error, px', description: String(worst) })
  expect(worst).toBeLessThanOrEqual(0.1)
})

test('the demo’s page, saved from the screen, plays in the browser as the core has it', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('link', { name: 'Export' }).click()
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save page…' }).click()
  const html = await readFile((await (await waiting).path())!, 'utf8')
  const file = await readFile(new URL('../../demo/made/lantern-regatta.bend', import.meta.url))
  const { project } = await readBendFile(blobOf(file), sha256Of)
  await page.goto('about:blank')
  await page.setContent(html)
  await compareEveryFrame(page, measureBoxes, project.scenes[0]!, { bends: project.bends })
})

test('a property leaves as CSV, a row a frame', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('link', { name: 'Export' }).click()
  await page.getByRole('button', { name: /^One property/ }).click()
  await page.getByRole('combobox', { name: 'Layer' }).selectOption('Boat 2')
  await page.getByRole('combobox', { name: 'Property' }).selectOption('position')
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save table…' }).click()
  const csv = await readFile((await (await waiting).path())!, 'utf8')
  const rows = csv.trimEnd().split('\n')
  expect(rows[0]).toBe('frame,seconds,x,y,speed')
  expect(rows).toHaveLength(289)
  expect(rows[1]).toBe('0,0,-190,840,0')
})
