import { readFile } from 'node:fs/promises'
import { createHash } from 'node:crypto'
import { expect, test, type Page } from '@playwright/test'
import { exportCssPage } from '@arrow-bend/core/format/css'
import { readBendFile } from '@arrow-bend/core/format/project'
import { srgbOf, type Key, type OklabAlpha, type Outline, type Property } from '@arrow-bend/core/property'
import {
  applyMatrix,
  compileScene,
  makeLayer,
  outlinePathData,
  sampleSceneInto,
  type Layer,
  type Project,
  type Scene,
} from '@arrow-bend/core/scene'
import { frameTicks, secondsOfTicks, ticksOfFrame } from '@arrow-bend/core/time'
import { openDemo } from './desk.ts'

const RATE = { num: 24, den: 1 }
const LIBRARY: Project['bends'] = [
  { id: 'soft', name: 'Soft', bend: { kind: 'family', family: 'spring', mode: 'out' } },
]
const FRAMES = 72

interface Measured {
  /** Where three points of the layer land: its origin, 100 px along x, 100 px along y. */
  readonly points: readonly (readonly [number, number])[]
  readonly opacity: number
  readonly fill: string
}

/** Puts three unseen marks into each layer's innermost box, pauses everything, and reads where they are at a time. */
async function measure(page: Page, milliseconds: number): Promise<Measured[]> {
  return page.evaluate((time) => {
    const animations = document.getAnimations()
    for (const animation of animations) {
      animation.pause()
      animation.currentTime = time
    }
    const frame = document.querySelector('.frame')!.getBoundingClientRect()
    return [...document.querySelectorAll('[data-layer]')].map((layer) => {
      const art = layer.querySelector('svg, img') as SVGElement | HTMLImageElement
      const box = art.parentElement!
      const marks = [
        [0, 0],
        [100, 0],
        [0, 100],
      ].map(([x, y]) => {
        const mark = document.createElement('div')
        mark.style.cssText = `left:${x}px;top:${y}px`
        box.append(mark)
        const { left, top } = mark.getBoundingClientRect()
        mark.remove()
        return [left - frame.left, top - frame.top] as const
      })
      let opacity = 1
      for (let at: Element | null = box; at && at !== layer; at = at.parentElement)
        opacity *= Number(getComputedStyle(at).opacity)
      const shape = art.firstElementChild
      return { points: marks, opacity, fill: shape ? getComputedStyle(shape).fill : '' }
    })
  }, milliseconds)
}

/** Holds the page against the core at every frame; the bounds are those the model promises. */
async function compareEveryFrame(
  page: Page,
  scene: Scene,
): Promise<{ px: number; percent: number; channel: number }> {
  const sampler = compileScene(scene, LIBRARY)
  const step = frameTicks(scene.rate)
  const worst = { px: 0, percent: 0, channel: 0, where: '' }
  for (let frame = 0; frame * step < scene.duration; frame += 1) {
    const items = sampleSceneInto(sampler, frame * step)
    const measured = await measure(page, secondsOfTicks(frame * step) * 1000)
    expect(measured).toHaveLength(items.length)
    items.forEach((item, i) => {
      const { points, opacity, fill } = measured[i]!
      expect(
        Math.abs((item.shown ? item.opacity : 0) - opacity) * 100,
        `opacity of ${item.layer.name} at ${frame}`,
      ).toBeLessThanOrEqual(0.1)
      if (!item.shown) return
      const wanted = [
        applyMatrix(item.matrix, 0, 0),
        applyMatrix(item.matrix, 100, 0),
        applyMatrix(item.matrix, 0, 100),
      ]
      wanted.forEach(([x, y], k) => {
        const miss = Math.max(Math.abs(x - points[k]![0]), Math.abs(y - points[k]![1]))
        if (miss > worst.px) Object.assign(worst, { px: miss, where: `${item.layer.name}, frame ${frame}` })
      })
      worst.percent = Math.max(worst.percent, Math.abs(item.opacity - opacity) * 100)
      const animatedFill = (item.layer.properties['fill']?.keys.length ?? 0) > 0
      const oklab = /oklab\(([^)]+)\)/.exec(fill)
      if (animatedFill && oklab) {
        const [l, a, b] = oklab[1]!.split(/[\s/]+/).map(Number) as [number, number, number]
        const theirs = srgbOf([l, a, b, 1])
        const ours = srgbOf([...item.fill] as OklabAlpha)
        worst.channel = Math.max(
          worst.channel,
          ...[0, 1, 2].map((k) => Math.abs(theirs[k]! - ours[k]!) * 255),
        )
      }
    })
  }
  test.info().annotations.push({ type: 'largest errors', description: JSON.stringify(worst) })
  expect(worst.px, `worst at ${worst.where}`).toBeLessThanOrEqual(0.1)
  return worst
}

const key = (
  frame: number,
  value: Key['value'],
  bend: Key['bend'] = { kind: 'linear' },
  more: Partial<Key> = {},
): Key => ({
  id: `k${frame}`,
  t: ticksOfFrame(frame, RATE),
  value,
  bend,
  through: 'corner',
  ...more,
})

function still(
  id: string,
  moves: Record<string, Property>,
  parent: string | null = null,
  kind: 'rectangle' | 'group' = 'rectangle',
): Layer {
  const made = makeLayer({
    id,
    name: id,
    kind,
    parent,
    span: [ticksOfFrame(0, RATE), ticksOfFrame(FRAMES, RATE)],
  })
  return { ...made, properties: { ...made.properties, ...moves } }
}

/** One layer for every way a property can travel. */
function trialScene(): Scene {
  const handles = {
    kind: 'handles',
    leave: { reach: 0.7, rise: -0.2 },
    arrive: { reach: 0.6, rise: -0.5 },
  } as const
  const ease = { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.4, rise: 0 } } as const
  const curve = (arrive: [number, number], leave: [number, number]): Partial<Key> => ({
    route: { arrive, leave, through: 'corner' },
  })
  const family = (
    name: 'elastic' | 'bounce' | 'spring' | 'back' | 'circular' | 'exponential',
    mode: 'in' | 'out' | 'inOut',
  ) => ({ kind: 'family', family: name, mode }) as const
  const place = (keys: Key[], more: Partial<Property> = {}): Record<string, Property> => ({
    position: { kind: 'place', value: [0, 0], keys, ...more },
  })
  return {
    id: 'trial',
    name: 'Trial',
    size: [1920, 1080],
    rate: RATE,
    duration: ticksOfFrame(FRAMES, RATE),
    background: '#202020',
    markers: [],
    playRange: null,
    layers: [
      still(
        'straight',
        place([key(3, [0, 0], handles), key(40, [1800, 900], family('bounce', 'out')), key(60, [100, 500])]),
      ),
      still(
        'curved',
        place([
          key(0, [100, 100], ease, curve([0, 0], [600, -200])),
          key(30, [1500, 700], family('circular', 'inOut'), curve([100, 500], [-200, 300])),
          key(66, [200, 900], ease, curve([900, 0], [0, 0])),
        ]),
      ),
      still(
        'curved past its end',
        place([
          key(6, [100, 900], handles, curve([0, 0], [900, 0])),
          key(50, [1000, 100], ease, curve([0, 800], [0, 0])),
        ]),
      ),
      still(
        'tight curl',
        place([
          key(0, [900, 500], ease, curve([0, 0], [60, 0])),
          key(70, [940, 520], ease, curve([0, 80], [0, 0])),
        ]),
      ),
      still(
        'smooth',
        place([
          key(0, [0, 0], ease, { through: 'smooth' }),
          key(20, [500, 0], ease, { through: 'smooth' }),
          key(60, [700, 300], ease, { through: 'smooth' }),
        ]),
      ),
      still('turning', {
        turn: {
          kind: 'turn',
          value: 0,
          keys: [key(0, 0, family('elastic', 'out')), key(50, 720, handles), key(70, -45)],
        },
      }),
      still('loop', {
        turn: {
          kind: 'turn',
          value: 0,
          keys: [key(5, 0, ease), key(18, 90, ease), key(25, 10)],
          before: 'loop',
          after: 'loop',
        },
      }),
      still(
        'carried on',
        place([key(10, [0, 0], ease), key(24, [80, 40])], { before: 'hold', after: 'carryOn' }),
      ),
      still('there and back', {
        turn: {
          kind: 'turn',
          value: 0,
          keys: [key(8, 0, family('back', 'in')), key(21, 60)],
          before: 'thereAndBack',
          after: 'thereAndBack',
        },
      }),
      still(
        'continued',
        place([key(12, [0, 0], ease), key(30, [300, 100], { kind: 'linear' }), key(40, [500, 100])], {
          after: 'continue',
        }),
      ),
      still('scaled geometrically', {
        scale: {
          kind: 'pair',
          mix: 'geometric',
          value: [100, 100],
          keys: [key(0, [400, 10], ease), key(60, [10, 300])],
        },
      }),
      still('shown', {
        opacity: {
          kind: 'number',
          value: 100,
          keys: [
            key(0, 0, family('spring', 'out')),
            key(30, 100, { kind: 'hold' }),
            key(48, 20, { kind: 'family', family: 'steps', steps: 5, jump: 'both' }),
            key(70, 90),
          ],
        },
      }),
      still('coloured', {
        fill: {
          kind: 'colour',
          value: '#000000',
          keys: [key(0, '#c8401a', ease), key(40, '#0e6b75', handles), key(60, '#ffffff')],
        },
      }),
      still('coloured in sRGB', {
        fill: {
          kind: 'colour',
          mix: 'srgb',
          value: '#000000',
          keys: [key(0, '#ff0000'), key(60, '#00ff80')],
        },
      }),
      still(
        'rider',
        {
          turn: { kind: 'turn', value: 0, keys: [key(0, 0, ease), key(60, 200)] },
          pivot: { kind: 'pair', value: [40, -30], keys: [key(10, [40, -30], ease), key(50, [-20, 10])] },
        },
        'group',
      ),
      {
        ...still(
          'group',
          {
            position: { kind: 'place', value: [300, 200], keys: [] },
            scale: { kind: 'pair', value: [150, 60], keys: [] },
            opacity: { kind: 'number', value: 50, keys: [key(0, 80, ease), key(60, 20)] },
          },
          null,
          'group',
        ),
      },
      still('split', {
        position: { kind: 'place', value: [0, 0], keys: [], split: true },
        'position x': { kind: 'number', value: 0, keys: [key(0, 100, handles), key(50, 900)] },
        'position y': {
          kind: 'number',
          value: 0,
          keys: [key(8, 700, ease), key(30, 90, family('bounce', 'out')), key(66, 800)],
        },
      }),
      {
        ...still('turning along its route', {
          ...place([
            key(0, [200, 300], ease, curve([0, 0], [500, -200])),
            key(30, [1200, 700], ease, curve([0, 300], [-200, 300])),
            key(66, [200, 800], ease),
          ]),
          turn: { kind: 'turn', value: 0, keys: [key(10, 0, ease), key(60, 45)] },
        }),
        turnAlongRoute: 30,
      },
      still(
        'through waypoints',
        place([
          key(2, [100, 200], handles),
          key(20, [700, 100], ease, {
            timeless: true,
            route: { arrive: [-200, 0], leave: [200, 0], through: 'smooth' },
          }),
          key(40, [1300, 800], ease, {
            timeless: true,
            route: { arrive: [0, -300], leave: [0, 100], through: 'joined' },
          }),
          key(64, [1700, 500]),
        ]),
      ),
      still('linked', {
        turn: { kind: 'turn', value: 0, keys: [key(4, 0, { kind: 'linked', bendId: 'soft' }), key(55, 300)] },
      }),
      still('lifted', {
        turn: {
          kind: 'turn',
          value: 0,
          keys: [
            key(4, 20, {
              kind: 'handles',
              leave: { reach: 0.3, rise: 0, lift: [90] },
              arrive: { reach: 0.4, rise: 0, lift: [-30] },
            }),
            key(55, 20),
          ],
        },
      }),
      { ...still('short', {}), span: [ticksOfFrame(12, RATE), ticksOfFrame(36, RATE)] },
    ],
  }
}

test('every kind of travel plays in the browser as the core has it, at every frame', async ({ page }) => {
  const scene = trialScene()
  const project: Project = {
    format: 'arrow-bend/project',
    version: 1,
    id: 'p',
    name: 'Trial',
    scenes: [scene],
    bends: LIBRARY,
    assets: [],
  }
  await page.setContent(exportCssPage(project, scene, { pictureUrl: () => '' }))
  const worst = await compareEveryFrame(page, scene)
  expect(worst.channel).toBeLessThanOrEqual(1)
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
  const project: Project = {
    format: 'arrow-bend/project',
    version: 1,
    id: 'p',
    name: 'Trial',
    scenes: [scene],
    bends: LIBRARY,
    assets: [],
  }
  await page.setContent(exportCssPage(project, scene, { pictureUrl: () => '' }))
  const sampler = compileScene(scene, LIBRARY)
  let worst = 0
  for (let frame = 0; frame < FRAMES; frame += 3) {
    const time = ticksOfFrame(frame, RATE)
    const items = sampleSceneInto(sampler, time)
    const shape = items.find(({ layer }) => layer.id === 'shape')!
    const text = items.find(({ layer }) => layer.id === 'words')!.text
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
      [secondsOfTicks(time) * 1000, outlinePathData(shape.outline!)] as const,
    )
    expect(seen.texts, `texts at ${frame}`).toEqual([text])
    worst = Math.max(worst, seen.miss)
  }
  test.info().annotations.push({ type: 'largest error, px', description: String(worst) })
  expect(worst).toBeLessThanOrEqual(0.1)
})

test('the demo’s page, saved from the screen, plays in the browser as the core has it', async ({ page }) => {
  test.setTimeout(120_000)
  await openDemo(page)
  await page.getByRole('link', { name: 'Export' }).click()
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save page…' }).click()
  const html = await readFile((await (await waiting).path())!, 'utf8')
  const file = await readFile(new URL('../../demo/made/lantern-regatta.bend', import.meta.url))
  const sha = async (bytes: Uint8Array): Promise<string> => createHash('sha256').update(bytes).digest('hex')
  const { project } = await readBendFile(new Uint8Array(file), sha)
  await page.goto('about:blank')
  await page.setContent(html)
  await compareEveryFrame(page, project.scenes[0]!)
})

test('a property leaves as CSV, a row a frame', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('link', { name: 'Export' }).click()
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
