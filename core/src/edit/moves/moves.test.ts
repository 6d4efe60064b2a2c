import { describe, expect, it } from 'vitest'
import {
  ease,
  edited,
  ids,
  key,
  layerWith,
  projectOf,
  property,
  propertyOf,
  refsOf,
} from '../../../test/trials.ts'
import { READY_MOVES, readyMoveOf, type ReadyMove } from '../../moves/index.ts'
import {
  applyMatrix,
  makeLayer,
  sceneAt,
  type Bounds,
  type DrawItem,
  type Layer,
  type Project,
} from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND, type Ticks } from '../../time/index.ts'
import { keepMove, landMove, type LandedMove, type LandMove } from '../index.ts'

const second = (count: number): Ticks => asTicks(Math.round(count * TICKS_PER_SECOND))
const moveNamed = (id: string): ReadyMove => READY_MOVES.find((move) => move.id === id)!

const boxed = (id: string, more: Partial<Layer> = {}): Layer => ({
  ...layerWith(id, {
    position: property('place', [], { value: [700, 400] }),
    scale: property('pair', [], { value: [150, 80] }),
    turn: property('turn', [], { value: 20 }),
    opacity: property('number', [], { value: 80 }),
  }),
  ...more,
})

/** About where a layer of 200 × 200 is, that stands straight. */
const boxAt =
  (project: Project) =>
  (layer: string, time: Ticks): Bounds | null => {
    const item = itemOf(project, layer, time)
    if (!item) return null
    const corners = [-100, 100].flatMap((x) => [-100, 100].map((y) => applyMatrix(item.matrix, x, y)))
    const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)]
    const [x, y] = [Math.min(...xs), Math.min(...ys)]
    return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y }
  }

const itemOf = (project: Project, layer: string, time: number): DrawItem | undefined =>
  sceneAt(project.scenes[0]!, time, project.bends).find((item) => item.layer.id === layer)

function landed(
  project: Project,
  layers: readonly string[],
  move: ReadyMove,
  more: Partial<LandMove> = {},
): { readonly project: Project; readonly report: LandedMove } {
  let report: LandedMove | null = null
  const after = edited(project, (draft) => {
    report = landMove(draft, 'scene', layers, {
      move,
      settings: { direction: move.direction, strength: 1, overshoot: move.overshoot },
      distance: move.distance,
      length: second(1),
      moment: { from: second(2) },
      stagger: asTicks(0),
      order: { by: 'list' },
      boxOf: boxAt(project),
      makeId: ids(),
      ...more,
    })
  })
  return { project: after, report: report! }
}

const looks = (item: DrawItem | undefined): readonly number[] =>
  item ? [...item.matrix, item.opacity, item.effects.blur] : []
const expectAlike = (one: DrawItem | undefined, other: DrawItem | undefined): void => {
  const [a, b] = [looks(one), looks(other)]
  expect(a.length).toBe(b.length)
  a.forEach((part, i) => expect(part).toBeCloseTo(b[i]!, 9))
}

describe('landMove', () => {
  const group = {
    ...layerWith(
      'g',
      {
        position: property('place', [], { value: [300, 200] }),
        turn: property('turn', [], { value: 30 }),
        scale: property('pair', [], { value: [50, 200] }),
      },
      'group',
    ),
  }
  const plain = projectOf([boxed('a')])
  const riding = projectOf([boxed('a', { parent: 'g' }), group])

  it.each(READY_MOVES)('$name leaves its layer as it was where it is at rest', (move) => {
    for (const before of [plain, riding]) {
      const { project, report } = landed(before, ['a'], move)
      expect(report.replaced).toBe(0)
      expect(report.keys.length).toBeGreaterThan(1)
      const times = [...(move.rest === 'start' ? [] : [3, 7]), ...(move.rest === 'end' ? [] : [0, 2])]
      // What blinks is gone in its first moment.
      for (const time of times.filter((one) => move.id !== 'blink' || one > 2))
        expectAlike(itemOf(project, 'a', second(time)), itemOf(before, 'a', second(time)))
      const during = (one: Project) => [2.1, 2.3, 2.6].map((time) => looks(itemOf(one, 'a', second(time))))
      expect(during(project)).not.toEqual(during(before))
    }
  })

  it.each([0, 45, 90, 135, 180, -135, -90, -45, 17])(
    'comes from just outside the frame, going towards %i°, and goes there',
    (direction) => {
      const straight = projectOf([
        boxed('a', { parent: 'g' }),
        { ...group, properties: layerWith('g', {}).properties },
      ])
      for (const [id, time] of [
        ['slide in', 2],
        ['slide out', 3],
      ] as const) {
        const { project } = landed(straight, ['a'], moveNamed(id), {
          settings: { direction, strength: 1, overshoot: 0 },
        })
        const { x, y, width, height } = boxAt(project)('a', second(time))!
        const room = Math.max(-(x + width), x - 1920, -(y + height), y - 1080)
        expect(room).toBeGreaterThan(0)
        expect(room).toBeLessThanOrEqual(2 + 1e-6)
        const from = boxAt(straight)('a', second(time))!
        const way = [x - from.x, y - from.y].map((part) => part * (id === 'slide in' ? -1 : 1))
        expect(Math.atan2(way[1]!, way[0]!)).toBeCloseTo(
          Math.atan2(Math.sin((direction * Math.PI) / 180), Math.cos((direction * Math.PI) / 180)),
          9,
        )
      }
    },
  )

  it('moves all as one picture about the middle of the frame where a camera moves', () => {
    const layers = [
      boxed('a'),
      boxed('b', { parent: 'g' }),
      group,
      {
        ...boxed('c'),
        properties: { ...boxed('c').properties, position: property('place', [], { value: [90, 1000] }) },
      },
    ]
    const before = projectOf(layers)
    const { project } = landed(before, ['a', 'b', 'c', 'g'], moveNamed('push in'))
    for (const time of [2, 2.25, 2.5, 2.9, 3]) {
      const [now, then] = ['a', 'b', 'c']
        .map((id) => [itemOf(project, id, second(time))!, itemOf(before, id, second(time))!])
        .map(([one, other]) => [one!.matrix, other!.matrix] as const)
        .slice(0, 2) as [readonly [Float64Array, Float64Array], readonly [Float64Array, Float64Array]]
      const factor = now[0][0]! / now[1][0]!
      expect(then[0][0]! / then[1][0]!).toBeCloseTo(factor, 9)
      for (const [moved, stood] of [now, then]) {
        expect(moved[4]).toBeCloseTo(960 + (stood[4]! - 960) * factor, 6)
        expect(moved[5]).toBeCloseTo(540 + (stood[5]! - 540) * factor, 6)
      }
    }
    const rolled = landed(before, ['a', 'c'], moveNamed('roll')).project
    for (const id of ['a', 'c'])
      for (const time of [2, 2.3, 2.5, 2.8, 3]) {
        const [moved, stood] = [rolled, before].map((one) => itemOf(one, id, second(time))!.matrix)
        const radii = [moved, stood].map((matrix) => Math.hypot(matrix![4]! - 960, matrix![5]! - 540))
        expect(radii[0]).toBeCloseTo(radii[1]!, 2)
        const turn = Math.atan2(moved![1]!, moved![0]!) - Math.atan2(stood![1]!, stood![0]!)
        const around =
          Math.atan2(moved![5]! - 540, moved![4]! - 960) - Math.atan2(stood![5]! - 540, stood![4]! - 960)
        expect(around).toBeCloseTo(turn, 4)
      }
  })

  it('keeps motion before and after it, and says which keys gave way', () => {
    const moving = projectOf([
      layerWith('a', {
        position: property('place', [
          key(0, [0, 0], ease),
          key(2.5, [500, 100], ease),
          key(6, [900, 800], ease),
        ]),
      }),
    ])
    const entered = landed(moving, ['a'], moveNamed('waft in'))
    expect(entered.report.replaced).toBe(1)
    for (const time of [3, 3.5, 4.7, 6, 8])
      expectAlike(itemOf(entered.project, 'a', second(time)), itemOf(moving, 'a', second(time)))
    const left = landed(moving, ['a'], moveNamed('slide out'))
    for (const time of [0, 0.7, 1.9, 2])
      expectAlike(itemOf(left.project, 'a', second(time)), itemOf(moving, 'a', second(time)))
    // An accent is laid on what moves: where it is none, the layer is on its way.
    const shaken = landed(moving, ['a'], moveNamed('hop'))
    for (const time of [0, 1, 2, 3, 4.5, 7])
      expectAlike(itemOf(shaken.project, 'a', second(time)), itemOf(moving, 'a', second(time)))
  })

  it('moves X and Y where the position is split', () => {
    const split = projectOf([
      layerWith('a', {
        position: property('place', [], { value: [0, 0], split: true }),
        'position x': property('number', [], { value: 300 }),
        'position y': property('number', [], { value: 200 }),
      }),
    ])
    const { project } = landed(split, ['a'], moveNamed('waft in'), {
      settings: { direction: 0, strength: 1, overshoot: 0 },
      distance: { px: 50 },
    })
    expect(propertyOf(project, 'a', 'position x').keys.map(({ value }) => value)).toEqual([250, 300])
    expect(propertyOf(project, 'a', 'position y').keys.map(({ value }) => value)).toEqual([200, 200])
    expect(propertyOf(project, 'a', 'position').keys).toEqual([])
  })

  it('comes one layer after another, from the playhead, with each layer’s start or with its end', () => {
    const span = (from: number, to: number) => [second(from), second(to)] as const
    const given = projectOf([boxed('a', { span: span(0, 5) }), boxed('b', { span: span(1, 7) })])
    const begins = (moment: LandMove['moment'], order: LandMove['order'] = { by: 'list' }): number[] => {
      const { project } = landed(given, ['a', 'b'], moveNamed('fade in'), {
        moment,
        order,
        stagger: second(0.25),
      })
      return ['a', 'b'].map((id) => propertyOf(project, id, 'opacity').keys[0]!.t / TICKS_PER_SECOND)
    }
    expect(begins({ from: second(2) })).toEqual([2, 2.25])
    expect(begins({ from: second(2) }, { by: 'reversed' })).toEqual([2.25, 2])
    expect(begins('start')).toEqual([0, 1.25])
    expect(begins('end')).toEqual([3.75, 6])
  })

  it('moves a text letter by letter, in its own coordinates', () => {
    const made = makeLayer({ id: 't', name: 'Title', kind: 'text', span: [asTicks(0), second(10)] })
    const turned = { ...made, properties: { ...made.properties, turn: property('turn', [], { value: 90 }) } }
    const by = { parts: 'letters', delay: 0.1 } as const
    const { project } = landed(projectOf([turned]), ['t'], moveNamed('waft in'), {
      settings: { direction: 0, strength: 1, overshoot: 0 },
      distance: { px: 40 },
      by,
    })
    expect(propertyOf(project, 't', 'parts').value).toBe('letters')
    expect(propertyOf(project, 't', 'part delay').value).toBe(0.1)
    const [x, y] = propertyOf(project, 't', 'part offset').keys[0]!.value as [number, number]
    expect([x, y]).toEqual([expect.closeTo(0, 9), expect.closeTo(40, 9)])
    expect(propertyOf(project, 't', 'part opacity').keys.length).toBe(3)
    expect(propertyOf(project, 't', 'position').keys).toEqual([])
    expect(() => landed(project, ['t'], moveNamed('fade out'), { by: { parts: 'words', delay: 0 } })).toThrow(
      /moves by other parts already/,
    )
  })

  it('puts keys on frames where there is room, and each at a time of its own where there is none', () => {
    const { project } = landed(plain, ['a'], moveNamed('wag'))
    const frame = second(1) / 24
    for (const { t } of propertyOf(project, 'a', 'turn').keys) expect(t % frame).toBe(0)
    const short = landed(plain, ['a'], moveNamed('wag'), { length: asTicks(frame) }).project
    const times = propertyOf(short, 'a', 'turn').keys.map(({ t }) => t)
    expect(new Set(times).size).toBe(times.length)
  })

  it.each([
    ['no layer', [], {}, /Select a layer first/],
    ['no time', ['a'], { length: asTicks(0) }, /takes some time/],
    ['a layer that is locked', ['locked'], {}, /is locked/],
    ['a sound', ['sound'], {}, /has nothing that “Slide in” moves/],
  ])('refuses %s', (_what, layers, more, sentence) => {
    const given = projectOf([boxed('a'), boxed('locked', { locked: true }), layerWith('sound', {}, 'sound')])
    expect(() => landed(given, layers, moveNamed('slide in'), more)).toThrow(sentence)
  })
})

describe('keepMove', () => {
  const made = projectOf([
    layerWith('a', {
      position: property('place', [
        key(1, [100, 100], ease, { route: { arrive: [0, 0], leave: [0, 80], through: 'corner' } }),
        key(2, [300, 250], ease),
      ]),
      scale: property('pair', [key(1.5, [30, 60], ease), key(3, [120, 60])]),
      fill: property('colour', [key(1, '#ff0000'), key(2, '#00ff00')]),
    }),
    layerWith('b', {
      position: property('place', [], { value: [700, 700] }),
      scale: property('pair', [], { value: [200, 10] }),
    }),
  ])
  const refs = ['position', 'scale', 'fill'].flatMap((name) => refsOf(made, 'a', name))
  const own = keepMove(made, refs, { id: 'own', name: 'Own', role: 'entrance', varies: ['strength'] })

  it('gives the same keys again where it was kept', () => {
    const move = readyMoveOf(own)
    const { project } = landed(made, ['a'], move, {
      moment: { from: second(1) },
      length: second(own.seconds),
    })
    for (const name of ['position', 'scale', 'fill']) {
      const [now, then] = [project, made].map((one) => propertyOf(one, 'a', name).keys)
      expect(now!.map(({ t, value, bend, route }) => [t, value, bend, route])).toEqual(
        then!.map(({ t, value, bend, route }) => [t, value, bend, route]),
      )
    }
  })

  it('ends on another layer as that one is', () => {
    const { project } = landed(made, ['b'], readyMoveOf(own), {
      moment: { from: second(4) },
      length: second(2),
    })
    expect(propertyOf(project, 'b', 'position').keys.map(({ value }) => value)).toEqual([
      [500, 550],
      [700, 700],
    ])
    expect(propertyOf(project, 'b', 'scale').keys.map(({ value }) => value)).toEqual([
      [50, 10],
      [200, 10],
    ])
    expect(propertyOf(project, 'b', 'scale').keys.map(({ t }) => t / TICKS_PER_SECOND)).toEqual([4.5, 6])
  })

  it('refuses what is no move', () => {
    const keep = (project: Project, keys: typeof refs) => () =>
      keepMove(project, keys, { id: 'own', name: 'Own', role: 'accent', varies: [] })
    expect(keep(made, [])).toThrow(/Select the keys of the move first/)
    expect(keep(made, refs.slice(0, 1))).toThrow(/nothing moves there/)
    const two = projectOf([
      boxed('a', {
        properties: { ...boxed('a').properties, turn: property('turn', [key(0, 0), key(1, 9)]) },
      }),
      layerWith('b', { turn: property('turn', [key(0, 0), key(1, 9)]) }),
    ])
    expect(keep(two, [...refsOf(two, 'a', 'turn'), ...refsOf(two, 'b', 'turn')])).toThrow(/one layer/)
  })
})
