import type { Page } from '@playwright/test'
import {
  PATTERN_KINDS,
  type Key,
  type Outline,
  type Pattern,
  type Property,
  type Value,
} from '@arrow-bend/core/property'
import { makeLayer, PROJECT_VERSION, type Layer, type Project } from '@arrow-bend/core/scene'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { measureDrag, measurePlayback, openProject, rateOf, report } from './deskMeasures.ts'

const SECONDS = 8
const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))

/** Measures outlines, masks, gradients and letters on the stage. Source of what is wanted: the issue they came with. */
export async function measureShapes(page: Page, address: string): Promise<void> {
  await openProject(page, address, projectOf([wavingOutline(200, 40)]))
  await page.getByRole('button', { name: 'Wave', exact: true }).first().click()
  await page.getByRole('button', { name: 'Bend the outline of a path' }).click()
  const vertex = page.getByRole('button', { name: /^Vertex 50 of 200/ })
  report('vertex of 200 with 40 keys, pointer to paint', await measureDrag(page, vertex, [1, 1]))

  await openProject(page, address, projectOf([...maskedLayers(50), ...gradients(20)]))
  await page.setViewportSize({ width: 1640, height: 1460 })
  await page.getByRole('button', { name: 'Actual size' }).click()
  const frames = await measurePlayback(page)
  report('playback of 50 masked layers and 20 gradients', frames)
  console.log(`playback of 50 masked layers and 20 gradients        ${rateOf(frames)} fps  (wanted: ≥ 50)`)

  await openProject(page, address, projectOf([lettersOf(60)]))
  await page.getByRole('button', { name: 'Actual size' }).click()
  const letters = await measurePlayback(page)
  report('playback of 60 letters that move by themselves', letters)
  console.log(`playback of 60 letters that move by themselves        ${rateOf(letters)} fps  (wanted: ≥ 50)`)

  await openProject(page, address, projectOf(swayingLayers(200)))
  await page.getByRole('button', { name: 'Actual size' }).click()
  const swaying = await measurePlayback(page)
  report('playback of 200 layers with a live pattern each', swaying)
  console.log(`playback of 200 layers with a live pattern each       ${rateOf(swaying)} fps  (wanted: ≥ 50)`)
  await page.setViewportSize({ width: 1280, height: 800 })
}

const projectOf = (layers: readonly Layer[]): Project => ({
  format: 'arrow-bend/project',
  version: PROJECT_VERSION,
  id: 'shapes',
  name: 'Shapes',
  scenes: [
    {
      id: 'scene',
      name: 'Scene',
      size: [1280, 720],
      rate: { num: 24, den: 1 },
      duration: at(SECONDS),
      background: '#f6f3ea',
      layers,
      markers: [],
      playRange: null,
    },
  ],
  bends: [],
  assets: [],
})

const moving = (kind: Property['kind'], values: readonly Value[]): Property => ({
  kind,
  value: values[0]!,
  keys: values.map((value, i): Key => {
    const t = at((i / (values.length - 1)) * SECONDS)
    return { id: `k${i}`, t, value, bend: { kind: 'linear' }, through: 'corner' }
  }),
})
const layerOf = (
  id: string,
  kind: 'path' | 'rectangle' | 'ellipse' | 'text',
  values: Readonly<Record<string, Value>>,
  moves: Readonly<Record<string, Property>>,
): Layer => {
  const made = makeLayer({ id, name: id, kind, span: [at(0), at(SECONDS)], values })
  return { ...made, properties: { ...made.properties, ...moves } }
}

/** Small rectangles all over the frame, each swaying by itself. */
const swayingLayers = (count: number): Layer[] =>
  Array.from({ length: count }, (_, i) => {
    const pattern: Pattern = {
      id: 'p',
      kind: PATTERN_KINDS[i % 4]!,
      from: at(0),
      to: at(SECONDS),
      low: -20,
      high: 20,
      frequency: 0.5 + (i % 7) / 5,
      phase: (i % 10) / 10,
      fade: 0.1,
    }
    const place = [(i % 20) * 62 + 50, Math.floor(i / 20) * 68 + 50] as const
    const turn: Property = { kind: 'turn', value: 0, keys: [], patterns: [pattern] }
    return layerOf(`Lamp ${i}`, 'rectangle', { position: place, size: [40, 40], fill: '#c8401a' }, { turn })
  })

function wavingOutline(vertices: number, keys: number): Layer {
  const outline = (phase: number): Outline => ({
    closed: true,
    vertices: Array.from({ length: vertices }, (_, i) => {
      const turn = (i / vertices) * 2 * Math.PI
      const radius = 220 + 30 * Math.sin(9 * turn + phase)
      const arm = { angle: (turn * 180) / Math.PI + 90, length: 2 }
      return {
        at: [radius * Math.cos(turn), radius * Math.sin(turn)] as const,
        arrive: { ...arm, angle: arm.angle + 180 },
        leave: arm,
        corner: 0,
      }
    }),
  })
  const shapes = Array.from({ length: keys }, (_, i) => outline(i / 3))
  return layerOf('Wave', 'path', { position: [640, 360] }, { outline: moving('outline', shapes) })
}

/** Rectangles that move, each seen through an ellipse that grows. */
function maskedLayers(count: number): Layer[] {
  return Array.from({ length: count }, (_, i) => {
    const [x, y] = [90 + (i % 10) * 120, 90 + Math.floor(i / 10) * 130]
    const through = layerOf(
      `through ${i}`,
      'ellipse',
      { position: [x, y], 'stroke width': 0 },
      {
        size: moving('pair', [
          [20, 20],
          [110, 90],
          [60, 110],
        ] as const),
      },
    )
    const seen = layerOf(
      `seen ${i}`,
      'rectangle',
      { size: [100, 80], fill: '#0e6b75' },
      {
        position: moving('place', [
          [x - 30, y],
          [x + 30, y + 10],
          [x, y],
        ] as const),
      },
    )
    return [{ ...seen, mask: { layer: through.id } }, through]
  }).flat()
}

function gradients(count: number): Layer[] {
  const stops = { 'stop 1 offset': 0, 'stop 2 offset': 100 }
  return Array.from({ length: count }, (_, i) => {
    const numbers = Object.entries(stops).map(([name, value]): [string, Property] => [
      name,
      { kind: 'number', value, keys: [] },
    ])
    const place = [120 + (i % 5) * 250, 100 + Math.floor(i / 5) * 170] as const
    return layerOf(
      `sky ${i}`,
      'rectangle',
      { position: place, size: [230, 150], gradient: i % 2 === 0 ? 'linear' : 'radial' },
      {
        ...Object.fromEntries(numbers),
        'stop 1 colour': moving('colour', ['#12203a', '#6e4587', '#12203a']),
        'stop 2 colour': moving('colour', ['#6e4587', '#e3a24b', '#f6c945']),
      },
    )
  })
}

/** A text in four lines, each letter of which moves, turns, grows, fades and changes its colour by itself. */
function lettersOf(count: number): Layer {
  const content = Array.from({ length: count }, (_, i) => `${'abcdefgh'[i % 8]}${i % 15 === 14 ? '\n' : ''}`)
  return layerOf(
    'Letters',
    'text',
    {
      content: content.join(''),
      position: [640, 200],
      'font size': 90,
      parts: 'letters',
      'part delay': 0.02,
    },
    {
      'part offset': moving('pair', [
        [0, 300],
        [0, 0],
        [60, -80],
      ]),
      'part turn': moving('turn', [-60, 0, 90]),
      'part scale': moving('pair', [
        [50, 50],
        [100, 100],
        [140, 140],
      ]),
      'part opacity': moving('number', [20, 100, 60]),
      fill: moving('colour', ['#c8401a', '#0e6b75', '#1f2b33']),
    },
  )
}
