import { expect, test } from '@playwright/test'
import { exportCssPage, exportSvg } from '@arrow-bend/core/format/web'
import { compiledOf, storedValueAt, type Property, type Value } from '@arrow-bend/core/property'
import type { Layer } from '@arrow-bend/core/scene'
import { asTicks, ticksOfFrame } from '@arrow-bend/core/time'
import { drawnLayer, projectOf } from './againstBrowser.ts'
import { farthestApart, pictureAt } from './pagePictures.ts'
import { key, RATE } from './trialScene.ts'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

const still = (kind: Property['kind'], value: Value): Property => ({ kind, value, keys: [] })
const keyed = (kind: Property['kind'], from: Value, to: Value): Property => ({
  kind,
  value: from,
  keys: [key(0, from), key(48, to)],
})

/** A dawn and a lamp: colours that move, and where `places` is so, ends and stops, too. */
function lights(places: boolean): Layer[] {
  const moves = (kind: Property['kind'], from: Value, to: Value): Property =>
    places ? keyed(kind, from, to) : still(kind, from)
  const shape = (id: string, kind: 'rectangle' | 'ellipse', at: readonly [number, number], more: object) =>
    drawnLayer(id, kind, { position: [...at], size: [520, 420] }, { more: { ...more } })
  return [
    shape('dawn', 'rectangle', [320, 360], {
      gradient: still('choice', 'linear'),
      'gradient start': moves('pair', [50, 0], [20, 10]),
      'gradient end': moves('pair', [50, 100], [90, 95]),
      'stop 1 offset': still('number', 0),
      'stop 1 colour': keyed('colour', '#1f2b63', '#f2b134'),
      'stop 2 offset': moves('number', 70, 40),
      'stop 2 colour': keyed('colour', '#0e6b75', '#c8401a'),
    }),
    shape('lamp', 'ellipse', [960, 360], {
      gradient: still('choice', 'radial'),
      'gradient mix': still('choice', 'srgb'),
      'gradient start': moves('pair', [50, 50], [40, 60]),
      'gradient end': moves('pair', [100, 50], [80, 50]),
      'stop 1 offset': still('number', 0),
      'stop 1 colour': keyed('colour', '#fff3c4', '#c8401a'),
      'stop 2 offset': moves('number', 100, 70),
      'stop 2 colour': keyed('colour', '#fff3c420', '#1f2b33'),
    }),
  ]
}

/** The same as it is at a moment, without any keys: how what stands still is drawn is checked against the stage. */
function standing(layers: readonly Layer[], frame: number): Layer[] {
  const time = ticksOfFrame(frame, RATE)
  return layers.map((layer) => ({
    ...layer,
    properties: Object.fromEntries(
      Object.entries(layer.properties).map(([name, property]) => [
        name,
        property.keys.length === 0
          ? property
          : { ...property, keys: [], value: storedValueAt(compiledOf(property, []), asTicks(time)) },
      ]),
    ),
  }))
}

const options = { pictureUrl: () => '' }
/** A step or two of a colour are lost between the two ways to write it. */
const APART = 3

for (const { name, places, write } of [
  { name: 'colours of gradients play in a page', places: false, write: exportCssPage },
  {
    name: 'colours, stops and ends of gradients play in an SVG of animation elements',
    places: true,
    write: (project: ReturnType<typeof projectOf>, scene: (typeof project)['scenes'][0]) =>
      exportSvg(project, scene, { ...options, flavour: 'smil' as const }),
  },
])
  test(`${name} as what stands still at each moment`, async ({ page }) => {
    await page.setViewportSize({ width: 1280, height: 720 })
    const project = projectOf(lights(places))
    const scene = project.scenes[0]!
    const moving = write(project, scene, options)
    let before = ''
    for (const frame of [0, 9, 24, 40, 47]) {
      const stood = projectOf(standing(scene.layers, frame))
      const wanted = await pictureAt(page, write(stood, stood.scenes[0]!, options), 0)
      const found = await pictureAt(page, moving, (frame * 1000) / 24)
      expect(await farthestApart(page, wanted, found), `at ${frame}`).toBeLessThanOrEqual(APART)
      if (before) expect(await farthestApart(page, before, found)).toBeGreaterThan(8)
      before = found
    }
  })
