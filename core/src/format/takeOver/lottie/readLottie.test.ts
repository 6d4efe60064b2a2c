import { describe, expect, it } from 'vitest'
import type { Outline } from '../../../property/index.ts'
import type { Layer } from '../../../scene/index.ts'
import { secondsOfTicks } from '../../../time/index.ts'
import { dotLottie } from '../../lottie/index.ts'
import { readMovingFile } from '../index.ts'
import { readLottie } from './readLottie.ts'
import { readDotLottie } from './readDotLottie.ts'

const taken = (more: object) => {
  let ids = 0
  const file = { fr: 25, ip: 0, op: 50, w: 200, h: 100, ...more }
  return readLottie(file, { name: 'It', makeId: () => `i${(ids += 1)}` })
}
const still = (k: unknown) => ({ a: 0, k })
const linear = { o: { x: 0, y: 0 }, i: { x: 1, y: 1 } }
const moving = (...keys: readonly (readonly [t: number, s: unknown, more?: object])[]) => ({
  a: 1,
  k: keys.map(([t, s, more = linear]) => ({ t, s, ...more })),
})
const FILL = { ty: 'fl', c: still([1, 0, 0]), o: still(100) }
const STROKE = { ty: 'st', c: still([0, 0, 1]), o: still(100), w: still(3), lc: 2, lj: 3 }
const RECTANGLE = { ty: 'rc', p: still([0, 0]), s: still([40, 20]), r: still(4) }
const TR = { ty: 'tr', p: still([0, 0]), a: still([0, 0]), s: still([100, 100]), r: still(0), o: still(100) }
const group = (...it: object[]) => ({ ty: 'gr', nm: 'G', it: [...it, TR] })
const shapes = (more: object = {}, ...items: object[]) => ({
  ty: 4,
  nm: 'A',
  ind: 1,
  ip: 0,
  op: 50,
  st: 0,
  ks: {},
  shapes: items.length > 0 ? items : [group(RECTANGLE, FILL)],
  ...more,
})
const only = (layer: object): Layer => {
  const { layers } = taken({ layers: [layer] })
  expect(layers).toHaveLength(1)
  return layers[0]!
}
const keysOf = (layer: Layer, name: string) =>
  layer.properties[name]!.keys.map(({ t, value, bend }) => [
    Number(secondsOfTicks(t).toFixed(4)),
    value,
    bend.kind,
  ])

// Source of what is expected: Lottie specification 1.0, by the name of each part.
describe('Lottie animations', () => {
  it('a layer with one form, its fill and its line is one layer', () => {
    const layer = only(
      shapes(
        { ks: { p: still([50, 60]), a: still([5, 6]), r: still(30), s: still([50, 200]) } },
        group(RECTANGLE, STROKE, FILL),
      ),
    )
    expect(layer).toMatchObject({ name: 'A', kind: 'rectangle' })
    expect(
      Object.fromEntries(
        [
          'position',
          'pivot',
          'turn',
          'scale',
          'size',
          'corner',
          'fill',
          'stroke',
          'stroke width',
          'line ends',
          'line joins',
        ].map((name) => [name, layer.properties[name]!.value]),
      ),
    ).toEqual({
      position: [50, 60],
      pivot: [5, 6],
      turn: 30,
      scale: [50, 200],
      size: [40, 20],
      corner: 4,
      fill: '#ff0000',
      stroke: '#0000ff',
      'stroke width': 3,
      'line ends': 'round',
      'line joins': 'bevel',
    })
  })

  it('a fill that lies on the line stays on it: two layers', () => {
    expect(
      taken({ layers: [shapes({}, group(RECTANGLE, FILL, STROKE))] }).layers.map(({ kind }) => kind),
    ).toEqual(['group', 'rectangle', 'rectangle'])
  })

  it('keyframes have their bends, hold, and the ends of older files', () => {
    const eased = { o: { x: [0.3, 0.3], y: [0, 0] }, i: { x: [0.7, 0.7], y: [1, 1] } }
    const layer = only(
      shapes({
        ks: {
          s: moving([0, [100, 100], eased], [10, [50, 50], { h: 1 }], [20, [80, 80]]),
          r: { a: 1, k: [{ t: 0, s: [0], e: [90], ...linear }, { t: 25 }] },
        },
      }),
    )
    expect(keysOf(layer, 'scale')).toEqual([
      [0, [100, 100], 'handles'],
      [0.4, [50, 50], 'hold'],
      [0.8, [80, 80], 'linear'],
    ])
    expect(layer.properties['scale']!.keys[0]!.bend).toEqual({
      kind: 'handles',
      leave: { reach: 0.3, rise: 0 },
      arrive: { reach: expect.closeTo(0.3) as number, rise: 0 },
    })
    expect(keysOf(layer, 'turn')).toEqual([
      [0, 0, 'linear'],
      [1, 90, 'linear'],
    ])
  })

  it('a position with handles is a route; one with its axes apart keeps their times', () => {
    const route = only(
      shapes({
        ks: { p: moving([0, [0, 0, 0], { ...linear, to: [10, 0, 0], ti: [0, -10, 0] }], [50, [40, 40, 0]]) },
      }),
    )
    expect(route.properties['position']!.keys.map(({ route: sides }) => sides)).toEqual([
      { arrive: [0, 0], leave: [10, 0], through: 'corner' },
      { arrive: [0, -10], leave: [0, 0], through: 'corner' },
    ])
    const apart = taken({
      layers: [shapes({ ks: { p: { s: true, x: moving([0, 0], [25, 40]), y: moving([0, 0], [50, 9]) } } })],
    })
    expect(apart.layers.flatMap((layer) => keysOf(layer, 'position').map(([t]) => t))).toEqual([0, 1, 0, 2])
  })

  it('what rides on what carries it goes with it, and a twin of a drawn layer is that layer', () => {
    const ks = { p: still([50, 50]), r: moving([0, 0], [50, 360]) }
    const rider = shapes({ nm: 'B', ind: 3, parent: 2 })
    const carried = taken({
      layers: [rider, { ty: 3, nm: 'Null', ind: 2, ip: 0, op: 50, st: 0, ks: { ...ks, o: still(0) } }],
    })
    expect(carried.layers.map(({ name, kind }) => [name, kind])).toEqual([
      ['B', 'rectangle'],
      ['Null', 'group'],
    ])
    expect(carried.layers[0]!.parent).toBe(carried.layers[1]!.id)
    expect(carried.layers[1]!.properties['opacity']!.value).toBe(100)
    const twins = taken({
      layers: [rider, shapes({ ks }), { ty: 3, nm: 'A', ind: 2, ip: 0, op: 50, st: 0, ks }],
    })
    expect(twins.layers.map(({ name }) => name)).toEqual(['B', 'A'])
    expect(twins.layers[0]!.parent).toBe(twins.layers[1]!.id)
  })

  it('mattes and masks are masks, cut sides are crops', () => {
    const matte = taken({ layers: [shapes({ nm: 'M', ind: 1, td: 1 }), shapes({ nm: 'S', ind: 2, tt: 2 })] })
    expect(matte.layers[1]!.mask).toEqual({ layer: matte.layers[0]!.id, inverted: true })
    const square = (corners: number[][]) => ({
      c: true,
      v: corners,
      i: corners.map(() => [0, 0]),
      o: corners.map(() => [0, 0]),
    })
    const masked = (corners: number[][]) =>
      taken({
        layers: [
          shapes({
            masksProperties: [
              { mode: 'a', inv: false, o: still(100), x: still(0), pt: still(square(corners)) },
            ],
          }),
        ],
      })
    const cropped = masked([
      [-20, -10],
      [10, -10],
      [10, 10],
      [-20, 10],
    ])
    expect(cropped.layers).toHaveLength(1)
    expect(cropped.layers[0]!.properties['crop right']!.value).toBeCloseTo(25, 9)
    const through = masked([
      [-20, -10],
      [10, -15],
      [10, 10],
    ])
    expect(through.layers.map(({ kind }) => kind)).toEqual(['group', 'rectangle', 'path'])
    expect(through.layers[0]!.mask).toEqual({ layer: through.layers[2]!.id, follows: true })
  })

  it('a matte of several shapes is told of, and neither masks nor shows', () => {
    const many = shapes(
      { nm: 'M', ind: 1, td: 1 },
      group(RECTANGLE, FILL),
      group({ ...RECTANGLE, p: still([9, 9]) }, FILL),
    )
    const { layers, leftOut } = taken({ layers: [many, shapes({ nm: 'S', ind: 2, tt: 1 })] })
    expect(leftOut).toEqual([{ what: 'A mask that is no single shape or picture.', where: 'S' }])
    expect(layers.find(({ name }) => name === 'M')!.visible).toBe(false)
    expect(layers.find(({ name }) => name === 'S')).not.toHaveProperty('mask')
  })

  it('what rides on a layer that is not shown goes with it; on one that is not there, it stays', () => {
    const hidden = shapes({ nm: 'P', ind: 7, hd: true, ks: { p: still([50, 50]) } })
    const carried = taken({ layers: [shapes({ ind: 1, parent: 7 }), hidden] }).layers
    expect(carried.map(({ name, kind }) => [name, kind])).toEqual([
      ['A', 'rectangle'],
      ['P', 'group'],
    ])
    expect(carried[0]!.parent).toBe(carried[1]!.id)
    expect(only(shapes({ parent: 99 })).parent).toBeNull()
  })

  it('compositions are groups with a time of their own', () => {
    const comp = (more: object) =>
      taken({
        assets: [
          { id: 'c', layers: [shapes({ ks: { r: moving([0, 0], [25, 90]) } }), shapes({ nm: 'B', ind: 2 })] },
        ],
        layers: [{ ty: 0, nm: 'C', refId: 'c', ip: 10, op: 50, st: 10, ks: {}, ...more }],
      })
    const [group] = comp({}).layers
    expect(group).toMatchObject({ kind: 'group', name: 'C', properties: { 'local time': { value: -0.4 } } })
    expect(secondsOfTicks(group!.span[0])).toBeCloseTo(0.4)
    expect(comp({ sr: 2 }).layers[0]!.properties['local time']!.keys.map(({ value }) => value)).toEqual([
      0, 1,
    ])
    expect(keysOf(comp({ tm: moving([0, 1], [50, 0]) }).layers[0]!, 'local time')).toEqual([
      [0, 1, 'linear'],
      [2, 0, 'linear'],
    ])
  })

  it('trims, dashes, gradients and stars have their places', () => {
    const outline = still({
      c: false,
      v: [
        [0, 0],
        [30, 0],
      ],
      i: [
        [0, 0],
        [0, 0],
      ],
      o: [
        [0, 0],
        [0, 0],
      ],
    })
    const trim = { ty: 'tm', s: still(10), e: moving([0, 0], [50, 100]), o: still(90) }
    const dashed = {
      ...STROKE,
      d: [
        { n: 'd', v: still(6) },
        { n: 'g', v: still(2) },
        { n: 'o', v: still(1) },
      ],
    }
    const line = only(shapes({}, group({ ty: 'sh', ks: outline }, trim, dashed)))
    expect(
      ['trim start', 'trim offset', 'dash', 'dash gap', 'dash offset'].map(
        (name) => line.properties[name]!.value,
      ),
    ).toEqual([10, 25, 6, 2, 1])
    expect(line.properties['trim end']!.keys).toHaveLength(2)
    const gradient = {
      ty: 'gf',
      t: 1,
      s: still([-20, 0]),
      e: still([20, 0]),
      o: still(100),
      g: { p: 2, k: still([0, 1, 0, 0, 1, 0, 0, 1, 0, 1, 1, 0.5]) },
    }
    const filled = only(shapes({}, group(RECTANGLE, gradient)))
    expect(filled.properties).toMatchObject({
      gradient: { value: 'linear' },
      'gradient start': { value: [0, 50] },
      'gradient end': { value: [100, 50] },
      'stop 1 colour': { value: '#ff0000' },
      'stop 2 colour': { value: expect.stringMatching(/^(?:#0000ff80|rgb)/) as string },
    })
    const dusk = [0, 1, 0, 0, 0.8, 0, 0, 1, 0, 1, 1, 0.5]
    const dawn = [0, 0, 1, 0, 0.4, 0, 0, 1, 0, 1, 1, 0.5]
    const changing = { ...gradient, o: still(50), g: { p: 2, k: moving([0, dusk], [30, dawn]) } }
    const { properties } = only(shapes({}, group(RECTANGLE, changing)))
    const values = (name: string) => properties[name]!.keys.map(({ value }) => value)
    expect(values('stop 1 colour')).toEqual(['#ff000080', '#00ff0080'])
    expect(values('stop 2 offset')).toEqual([80, 40])
    expect(values('stop 2 colour')).toHaveLength(2)
    expect(values('stop 1 offset')).toEqual([])
    const star = only(
      shapes(
        {},
        group(
          {
            ty: 'sr',
            sy: 1,
            p: still([0, 0]),
            pt: still(5),
            or: still(10),
            ir: still(4),
            os: still(0),
            is: still(0),
            r: still(0),
          },
          FILL,
        ),
      ),
    )
    expect((star.properties['outline']!.value as Outline).vertices).toHaveLength(10)
  })

  it('a packed one is the same, with the pictures beside it put in', () => {
    const text = JSON.stringify({ fr: 25, ip: 0, op: 50, w: 200, h: 100, layers: [shapes()] })
    expect(readMovingFile(dotLottie(text, 'It'), 'it.lottie', () => 'i')!.layers).toHaveLength(1)
    expect(readDotLottie(dotLottie(text, 'It'))).toMatchObject({ fr: 25, w: 200 })
  })

  it('says what it is of, its rate and its background', () => {
    const ground = { ty: 1, nm: 'Ground', sw: 200, sh: 100, sc: '#102030', ip: 0, op: 50, st: 0, ks: {} }
    expect(taken({ nm: 'Buoy', layers: [shapes(), ground] })).toMatchObject({
      name: 'Buoy',
      rate: { num: 25, den: 1 },
      background: '#102030',
      size: [200, 100],
    })
    expect(taken({ fr: 12.5, layers: [shapes()] }).leftOut[0]!.what).toContain('12.5 frames a second')
  })
})
