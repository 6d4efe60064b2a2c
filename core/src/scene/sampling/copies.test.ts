import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { NO_LINKS } from '../../bend/index.ts'
import type { Property, Value } from '../../property/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import {
  applyMatrix,
  compileScene,
  identityMatrix,
  LIMITS,
  listedProperties,
  multiplyInto,
  projectSchema,
  sampleSceneInto,
  sceneAt,
  transformInto,
  type DrawItem,
  type Layer,
  type Matrix,
} from '../index.ts'

const still = (kind: Property['kind'], value: Value): Property => ({ kind, value, keys: [] })
const copied = (
  values: Readonly<Record<string, Property>>,
  count = 3,
): Readonly<Record<string, Property>> => ({
  copies: still('number', count),
  ...values,
})
const sceneOf = (...layers: Layer[]) => projectOf(layers).scenes[0]!
const at = (layers: Layer[], seconds: number): DrawItem[] =>
  sceneAt(sceneOf(...layers), seconds * TICKS_PER_SECOND, [])
const middles = (items: readonly DrawItem[]): [number, number][] =>
  items.map(({ matrix }) => applyMatrix(matrix, 0, 0))
const near = (numbers: ArrayLike<number>): unknown[] =>
  Array.from(numbers, (one) => expect.closeTo(one, 6) as unknown)

describe('copies of a layer', () => {
  it('are drawn beneath it, each one step further than the one before', () => {
    const items = at(
      [
        layerWith(
          'a',
          copied({ position: still('place', [100, 50]), 'copy offset': still('pair', [30, 10]) }),
        ),
      ],
      0,
    )
    expect(middles(items)).toEqual([
      [160, 70],
      [130, 60],
      [100, 50],
    ])
    expect(items.map(({ isOriginal }) => isOriginal)).toEqual([false, false, true])
  })

  // Source of the order: the model's section 15, M · (translate(offset) · rotate(turn) · scale(ratio))ᵏ about the pivot.
  it('are the layer’s matrix times the step to the power of the copy, about the pivot', () => {
    const number = fc.double({ min: -300, max: 300, noNaN: true })
    fc.assert(
      fc.property(
        number,
        number,
        number,
        fc.double({ min: 50, max: 120, noNaN: true }),
        (x, y, turn, ratio) => {
          const pivot: [number, number] = [y / 3, 40]
          const layer = layerWith(
            'a',
            copied(
              {
                position: still('place', [y, x]),
                pivot: still('pair', pivot),
                turn: still('turn', 33),
                'copy offset': still('pair', [x, y]),
                'copy turn': still('turn', turn),
                'copy scale': still('number', ratio),
              },
              6,
            ),
          )
          const step = identityMatrix()
          transformInto(step, {
            position: [pivot[0] + x, pivot[1] + y],
            pivot,
            turnDegrees: turn,
            scale: [ratio, ratio],
          })
          const items = at([layer], 0).reverse()
          expect(items).toHaveLength(6)
          const expected: Matrix = Float64Array.from(items[0]!.matrix)
          for (const { matrix } of items) {
            expect([...matrix]).toEqual(near(expected))
            multiplyInto(expected, expected, step)
          }
        },
      ),
      { numRuns: 60 },
    )
  })

  it('ten of 93.303 % halve the size: 0.5^(1/10) ten times (arithmetic)', () => {
    const layer = layerWith('a', copied({ 'copy scale': still('number', 100 * 0.5 ** (1 / 10)) }, 11))
    const [last] = at([layer], 0)
    expect(100 * 0.5 ** (1 / 10)).toBeCloseTo(93.303, 3)
    expect(last!.matrix[0]).toBeCloseTo(0.5, 12)
  })

  it('fade by their ratio, and by the layer’s own opacity', () => {
    const fading = { opacity: still('number', 80), 'copy opacity': still('number', 50) }
    expect(at([layerWith('a', copied(fading))], 0).map(({ opacity }) => opacity)).toEqual(
      near([0.2, 0.4, 0.8]),
    )
  })

  it('play the layer’s keys later, each by one delay more: a dot becomes a wave', () => {
    const rises = property('place', [key(0, [0, 0]), key(2, [0, 200])])
    const wave = copied({ position: rises, 'copy delay': still('number', 0.25) })
    expect(middles(at([layerWith('a', wave)], 1)).map(([, y]) => y)).toEqual(near([50, 75, 100]))
    // What is shaped with the layer is late, too.
    const turns = copied(
      { turn: property('turn', [key(0, 0), key(1, 90)]), 'copy delay': still('number', 1) },
      2,
    )
    const [late, first] = at([layerWith('a', turns)], 1)
    expect([...late!.matrix]).toEqual(near([1, 0, 0, 1, 0, 0]))
    expect([...first!.matrix]).toEqual(near([0, 1, -1, 0, 0, 0]))
  })

  it('come and go while their number moves, of which the whole part counts', () => {
    const count = property('number', [key(0, 0), key(4, 4)])
    const sampler = compileScene(sceneOf(layerWith('a', { copies: count })), NO_LINKS)
    const counts = [0, 1.5, 2, 2.99, 3, 9, 1].map(
      (seconds) => sampleSceneInto(sampler, seconds * TICKS_PER_SECOND).length,
    )
    expect(counts).toEqual([1, 1, 2, 2, 3, 4, 1])
  })

  it('are listed once there are some, and what shapes them with them', () => {
    const names = (layer: Layer): string[] =>
      listedProperties(layer).flatMap(({ name }) => (name.startsWith('cop') ? [name] : []))
    expect(names(layerWith('a', {}))).toEqual([])
    expect(names(layerWith('a', { 'copy turn': still('turn', 5) }))).toEqual(['copy turn'])
    expect(names(layerWith('a', copied({})))).toEqual([
      'copies',
      'copy offset',
      'copy turn',
      'copy scale',
      'copy opacity',
      'copy delay',
    ])
  })
})

describe('copies of a group', () => {
  const inGroup = (id: string, x: number, more: Readonly<Record<string, Property>> = {}): Layer =>
    layerWith(id, { position: still('place', [x, 0]), ...more }, 'rectangle', 'g')
  const repeated = layerWith('g', copied({ 'copy offset': still('pair', [100, 0]) }, 2), 'group')

  it('repeat all that stands in it, each copy as a whole beneath the one before', () => {
    const items = at([repeated, inGroup('a', 1), inGroup('b', 2)], 0)
    expect(items.map(({ layer, matrix }) => [layer.id, matrix[4]])).toEqual([
      ['b', 102],
      ['a', 101],
      ['b', 2],
      ['a', 1],
    ])
    expect(items.map(({ isOriginal }) => isOriginal)).toEqual([false, false, true, true])
  })

  it('multiply with copies and groups within', () => {
    const inner = layerWith('h', copied({ 'copy offset': still('pair', [0, 10]) }, 3), 'group', 'g')
    const dot = layerWith('a', {}, 'ellipse', 'h')
    const places = middles(at([repeated, inner, dot], 0))
    expect(places).toHaveLength(6)
    expect(places[0]).toEqual([100, 20])
    expect(places[5]).toEqual([0, 0])
  })

  it('carry the delay into what stands in the group', () => {
    const late = layerWith('g', copied({ 'copy delay': still('number', 1) }, 2), 'group')
    const moving = inGroup('a', 0, { position: property('place', [key(0, [0, 0]), key(4, [400, 0])]) })
    expect(middles(at([late, moving], 2)).map(([x]) => x)).toEqual([100, 200])
  })

  it('are followed in the first of them by what merely follows a layer within', () => {
    const follower = layerWith('f', {}, 'rectangle', 'a')
    const items = at([follower, repeated, inGroup('a', 7)], 0)
    expect(items.filter(({ layer }) => layer.id === 'f').map(({ matrix }) => matrix[4])).toEqual([7])
  })

  it('are kept while others change, and made anew when what stands in them does', () => {
    const layers = [repeated, inGroup('a', 1), layerWith('b', {})]
    const former = compileScene(sceneOf(...layers), NO_LINKS)
    const before = [...sampleSceneInto(former, 0)]
    const other = layerWith('b', { position: still('place', [5, 5]) })
    const taken = compileScene(sceneOf(layers[0]!, layers[1]!, other), NO_LINKS, { former })
    expect(sampleSceneInto(taken, 0).filter((item) => before.includes(item))).toHaveLength(2)
    const moved = compileScene(sceneOf(layers[0]!, inGroup('a', 3), other), NO_LINKS, { former: taken })
    expect(middles(sampleSceneInto(moved, 0)).map(([x]) => x)).toEqual([5, 103, 3])
  })
})

describe('too many copies', () => {
  const trouble = (...layers: Layer[]): string =>
    projectSchema
      .safeParse(projectOf(layers))
      .error?.issues.map(({ message }) => message)
      .join() ?? ''
  it('are refused, whether still, keyed or multiplied', () => {
    expect(trouble(layerWith('a', copied({}, LIMITS.copies)))).toBe('')
    expect(trouble(layerWith('a', copied({}, 10_000)))).toMatch(/1,000 copies at most/)
    const keyed = { copies: property('number', [key(0, 1), key(1, 10_000)]) }
    expect(trouble(layerWith('a', keyed))).toMatch(/1,000 copies at most/)
    const many = copied({}, 1000)
    expect(trouble(layerWith('g', many, 'group'), layerWith('a', many, 'rectangle', 'g'))).toMatch(
      /more than 20,000 things/,
    )
  })

  it('that overshoot on their way are as many as there can be', () => {
    const count = property('number', [key(0, 1), key(1, 1000, { kind: 'linear' })], { after: 'continue' })
    expect(at([layerWith('a', { copies: count })], 2)).toHaveLength(LIMITS.copies)
  })
})
