import { projectSchema, type Project } from '@arrow-bend/core/scene'
import type { Property, Value } from '@arrow-bend/core/property'
import { drawnLayer, projectOf } from './againstBrowser.ts'
import { key } from './trialScene.ts'

const OUT = { kind: 'family', family: 'back', mode: 'out' } as const
const keyed = (kind: Property['kind'], from: Value, to: Value): Property => ({
  kind,
  value: from,
  keys: [key(0, from, OUT), key(24, to, { kind: 'linear' }), key(48, from)],
})
const numbers = (moves: Readonly<Record<string, readonly [number, number]>>): Record<string, Property> =>
  Object.fromEntries(Object.entries(moves).map(([name, [from, to]]) => [name, keyed('number', from, to)]))
const still = (kind: Property['kind'], value: Value): Property => ({ kind, value, keys: [] })

/** One scene for every way a layer can look. */
export function lookingScene(): Project {
  const at = (x: number, y: number) => ({ position: still('place', [x, y]) })
  const vertex = (x: number, y: number, length: number) => ({
    at: [x, y] as const,
    arrive: { angle: 180, length },
    leave: { angle: 10, length },
    corner: 0,
  })
  const flag = (dip: number): Value => ({
    closed: true,
    vertices: [vertex(-80, -60, 0), vertex(90, dip, 20), vertex(-70, 60, 0)],
  })
  const shapes = [
    drawnLayer(
      'hole',
      'ellipse',
      { size: [160, 160] },
      { more: { position: keyed('place', [140, 120], [260, 180]) } },
    ),
    drawnLayer(
      'masked',
      'rectangle',
      { size: [240, 160], fill: '#0e6b75' },
      {
        mask: { layer: 'hole', inverted: true, feather: 20 },
        more: { ...at(200, 150), turn: keyed('turn', 0, 40) },
      },
    ),
    drawnLayer(
      'cropped',
      'rectangle',
      { fill: '#c8401a', 'stroke width': 8, corner: 20 },
      {
        more: {
          ...at(480, 140),
          ...numbers({ 'crop left': [0, 40], 'crop top': [10, 30] }),
          size: keyed('pair', [120, 120], [220, 160]),
        },
      },
    ),
    drawnLayer(
      'blurred',
      'ellipse',
      { size: [160, 120], fill: '#d9a21b' },
      {
        more: {
          ...at(740, 140),
          ...numbers({ blur: [0, 8], 'shadow blur': [2, 20] }),
          'shadow offset': keyed('pair', [0, 10], [30, 20]),
          'shadow colour': keyed('colour', '#1f2b33', '#0e6b7580'),
        },
      },
    ),
    drawnLayer(
      'dashed',
      'path',
      { fill: '#00000000', stroke: '#1f2b33', 'stroke width': 10 },
      {
        more: {
          ...at(1000, 140),
          outline: keyed('outline', flag(-20), flag(60)),
          ...numbers({ dash: [10, 30], 'dash gap': [6, 12] }),
        },
      },
    ),
    drawnLayer(
      'drawn on',
      'ellipse',
      { size: [180, 120], fill: '#00000000', stroke: '#c8401a', 'stroke width': 12 },
      {
        more: { ...at(180, 400), ...numbers({ 'trim end': [0, 80] }) },
      },
    ),
    drawnLayer(
      'coloured',
      'rectangle',
      { size: [160, 120], fill: '#c8401a' },
      {
        more: {
          ...at(420, 400),
          fill: keyed('colour', '#c8401a', '#7a8fb040'),
          opacity: keyed('number', 30, 100),
          'stroke width': keyed('number', 0, 14),
        },
      },
    ),
    drawnLayer(
      'copied',
      'rectangle',
      { size: [60, 30], fill: '#0e6b75' },
      {
        more: {
          ...at(660, 400),
          copies: still('number', 6),
          'copy offset': keyed('pair', [30, 4], [60, -20]),
          'copy turn': keyed('turn', 5, 30),
          'copy scale': keyed('number', 95, 80),
          'copy delay': still('number', 0),
          'copy opacity': still('number', 90),
        },
      },
    ),
    ...(['linear', 'radial'] as const).map((kind, i) =>
      drawnLayer(
        kind,
        i === 0 ? 'rectangle' : 'ellipse',
        { size: [150, 110] },
        {
          more: {
            ...at(700 + 200 * i, 610),
            turn: keyed('turn', 0, 90),
            gradient: still('choice', kind),
            'gradient mix': still('choice', i === 0 ? 'oklab' : 'srgb'),
            'gradient start': still('pair', [20, 30]),
            'gradient end': still('pair', [90, 80]),
            'stop 1 offset': still('number', 10),
            'stop 1 colour': still('colour', '#c8401a'),
            'stop 2 offset': still('number', 80),
            'stop 2 colour': still('colour', i === 0 ? '#0e6b75' : '#2563eb20'),
          },
        },
      ),
    ),
    drawnLayer(
      'words',
      'text',
      { 'font size': 60, fill: '#1f2b33' },
      {
        more: {
          ...at(1000, 420),
          content: still('choice', 'Regatta'),
          ...numbers({ 'letter spacing': [0, 12], 'font size': [50, 72] }),
        },
      },
    ),
    drawnLayer(
      'together',
      'group',
      {},
      {
        more: {
          position: keyed('place', [240, 600], [420, 590]),
          opacity: still('number', 60),
          turn: keyed('turn', 0, 300),
          ...numbers({ blur: [0, 6] }),
        },
      },
    ),
    drawnLayer(
      'one',
      'rectangle',
      { size: [120, 60], fill: '#c8401a' },
      { parent: 'together', more: at(-30, 0) },
    ),
    drawnLayer(
      'two',
      'ellipse',
      { size: [80, 80], fill: '#2563eb' },
      { parent: 'together', more: at(40, 10) },
    ),
    drawnLayer(
      'window',
      'group',
      {},
      {
        more: {
          position: keyed('place', [560, 560], [600, 520]),
          turn: keyed('turn', 0, -40),
          ...numbers({ 'crop left': [60, 5] }),
          'crop bottom': still('number', 20),
        },
      },
    ),
    drawnLayer(
      'pane',
      'rectangle',
      { size: [140, 110], fill: '#dcac29' },
      { parent: 'window', more: at(0, 0) },
    ),
    drawnLayer(
      'lamp',
      'ellipse',
      { size: [70, 70], fill: '#0e6b75' },
      { parent: 'window', more: { position: keyed('place', [-60, 0], [90, 30]) } },
    ),
  ]
  return projectSchema.parse(projectOf(shapes))
}
