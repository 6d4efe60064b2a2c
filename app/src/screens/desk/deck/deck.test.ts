import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../../../core/test/trials.ts'
import { compileProperty, ribbonScale } from '@arrow-bend/core/property'
import { asTicks, TICKS_PER_SECOND, ticksOfFrame } from '@arrow-bend/core/time'
import { densityOf } from '../../../chart/lane/density.ts'
import { drawLane } from '../../../chart/lane/laneDrawing.ts'
import { buildRows, lanesOf, triedRows } from './rows.ts'
import { rulerMarks } from '../../../chart/rulerMarks.ts'
import { snapTime, snapTimes } from './lanes/snapTime.ts'
import { snapWords } from './lanes/useTimeSnap.ts'

const RATE = { num: 24, den: 1 }
const none = new Set<string>()
const usual = { filter: 'animated', folded: none, search: '', keep: none, full: none } as const
const second = (count: number) => asTicks(Math.round(count * TICKS_PER_SECOND))

describe('ribbonScale', () => {
  it('of spans made longer or shorter, or given other values, is what it is of ones never seen', () => {
    const bend = Object.freeze({ ...ease })
    const lane = (seconds: number, to: number) => property('number', [key(0, 0, bend), key(seconds, to)])
    for (const [seconds, to] of [
      [2, 10],
      [1, 10],
      [5, 10],
      [5, -4],
      [2, 10],
    ] as const) {
      const fresh = property('number', [key(0, 0, { ...ease }), key(seconds, to)])
      expect(ribbonScale(lane(seconds, to), [])).toBeCloseTo(ribbonScale(fresh, []), 9)
    }
    expect(ribbonScale(lane(1, 10), [])).toBeCloseTo(2 * ribbonScale(lane(2, 10), []), 9)
  })
})

const vertexAt = (x: number) => ({
  at: [x, 0] as const,
  arrive: { angle: 0, length: 0 },
  leave: { angle: 0, length: 0 },
  corner: 0,
})

describe('buildRows', () => {
  const turn = property('turn', [key(0, 0), key(1, 9)])
  const opacity = property('number', [key(0, 0), key(1, 9)])
  const scene = projectOf([
    layerWith('both', { turn, opacity }),
    layerWith('one', { turn }),
    layerWith('still', {}),
  ]).scenes[0]!
  const ids = (options: Partial<Parameters<typeof buildRows>[1]>) =>
    buildRows(scene, { ...usual, ...options }).map(({ id }) => id)

  it('shows what is only tried in the rows there are, and lists no others', () => {
    const tried = projectOf([
      layerWith('both', {
        turn: property('turn', [key(0, 5), key(2, 7)]),
        opacity,
        scale: property('pair', [key(0, [1, 1]), key(1, [2, 2])]),
      }),
      layerWith('one', { turn: property('turn', [key(0, 8)]) }),
      layerWith('still', { turn }),
    ]).scenes[0]!
    const rows = triedRows(buildRows(scene, usual), tried)
    expect(rows.map(({ id }) => id)).toEqual(ids({}))
    expect(lanesOf(rows).map(({ lane }) => lane.property)).toEqual([
      tried.layers[0]!.properties['turn'],
      opacity,
      tried.layers[1]!.properties['turn'],
    ])
  })

  it('lists what moves; a layer with one moving property shows it in its own row', () => {
    expect(ids({})).toEqual(['both', 'both/turn', 'both/opacity', 'one'])
    const rows = buildRows(scene, usual)
    expect(lanesOf(rows).map(({ row, lane }) => [row, lane.id])).toEqual([
      [1, 'both/turn'],
      [2, 'both/opacity'],
      [3, 'one/turn'],
    ])
  })

  it('lists only what is selected, and lanes in an order of one’s own', () => {
    expect(ids({ filter: 'selected', chosen: new Set(['both']) })).toEqual([
      'both',
      'both/turn',
      'both/opacity',
    ])
    expect(ids({ filter: 'selected' })).toEqual([])
    const order = new Map([['both', ['opacity']]])
    expect(ids({ order })).toEqual(['both', 'both/opacity', 'both/turn', 'one'])
  })

  it('folds what moves vertices under their outline, but for those that are chosen', () => {
    const moves = (name: string) => [name, property('number', [key(0, 0), key(1, 9)])] as const
    const rest = { closed: true, vertices: [0, 1, 2].map((x) => vertexAt(x)) }
    const split = { ...property('outline', [], { value: rest }), split: true as const }
    const parts = Object.fromEntries(['vertex 1 x', 'vertex 3 y'].map(moves))
    const flag = projectOf([layerWith('flag', { outline: split, ...parts }, 'path')]).scenes[0]!
    const listed = (options: Partial<Parameters<typeof buildRows>[1]>) =>
      buildRows(flag, { ...usual, ...options }).map(({ id }) => id)
    expect(listed({})).toEqual(['flag', 'flag/outline'])
    const which = new Set([2])
    expect(listed({ vertices: { layer: 'flag', which } })).toEqual([
      'flag',
      'flag/outline',
      'flag/vertex 3 y',
    ])
    expect(listed({ vertices: { layer: 'other', which } })).toEqual(['flag', 'flag/outline'])
    expect(listed({ folded: new Set(['flag/outline']) })).toHaveLength(4)
    expect(listed({ search: 'vertex 1' })).toEqual(['flag', 'flag/vertex 1 x'])
  })

  it('finds what lies in a fold', () => {
    expect(ids({ search: 'opacity', folded: new Set(['both']) })).toEqual(['both', 'both/opacity'])
  })

  it('folds, unfolds, keeps the selected and lists all on demand', () => {
    expect(ids({ folded: new Set(['both']) })).toEqual(['both', 'one'])
    expect(ids({ folded: new Set(['one']) })).toEqual([
      'both',
      'both/turn',
      'both/opacity',
      'one',
      'one/turn',
    ])
    expect(ids({ keep: new Set(['still']) })).toContain('still/position')
    expect(ids({ full: new Set(['one']) })).toContain('one/position')
    expect(ids({ filter: 'all' })).toEqual(['both', 'one', 'still'])
  })

  it('searches names of layers and properties in any case', () => {
    expect(ids({ search: 'OPA' })).toEqual(['both', 'both/opacity'])
    expect(ids({ search: 'one' })).toEqual(['one'])
    expect(ids({ search: 'nothing' })).toEqual([])
  })
})

describe('drawLane', () => {
  const scale = { xOf: (time: number) => 20 + (time / TICKS_PER_SECOND) * 100, width: 500 }
  const heights = (area: string): number[] =>
    [...area.matchAll(/L[\d.-]+ ([\d.-]+)/g)].map(([, y]) => 13 - Number(y))

  it('draws ten thousand keys with few things, losing none', () => {
    const many = property(
      'number',
      Array.from({ length: 10_000 }, (_, i) => key(i / 1250, i % 2 ? 90 : 10, ease)),
    )
    const { spans, beads } = drawLane(many, { ...scale, width: 900 }, [])
    const inView = beads.reduce((sum, { count }) => sum + count, 0)
    expect(spans.length).toBeLessThan(120)
    expect(beads.length).toBeLessThan(120)
    expect(spans.reduce((sum, { keys }) => sum + keys.length, 0)).toBeGreaterThanOrEqual(inView - 2)
    spans.slice(1).forEach(({ x0 }, i) => expect(x0).toBe(spans[i]!.x1))
    expect(new Set(spans.map(({ slot }) => slot)).size).toBe(spans.length)
    // Both ways, as every second key is lower: each run has thickness above and below the midline at 13.
    const heights = [...spans[3]!.area.matchAll(/V([\d.]+)/g)].map(([, y]) => Number(y))
    expect(Math.min(...heights)).toBeLessThan(6)
    expect(Math.max(...heights)).toBeGreaterThan(20)
  })

  it('draws thickness as speed, up when the value rises and down when it falls', () => {
    const given = property('number', [key(0, 0, ease), key(1, 100, ease), key(2, 0)])
    const [up, down] = drawLane(given, scale, []).spans
    expect(Math.max(...heights(up!.area))).toBeCloseTo(10, 1)
    expect(Math.min(...heights(up!.area))).toBe(0)
    expect(Math.min(...heights(down!.area))).toBeCloseTo(-10, 1)
    expect(Math.max(...heights(down!.area))).toBeLessThanOrEqual(0)
  })

  it('draws equal area for equal change, whatever the ease', () => {
    const given = property('number', [
      key(0, 0, ease),
      key(1, 100, { kind: 'linear' }),
      key(2, 200, { kind: 'family', family: 'power', power: 2 }),
      key(3, 300),
    ])
    const areas = drawLane(given, scale, []).spans.map(({ area }) => {
      const points = [...area.matchAll(/[ML]([\d.-]+) ([\d.-]+)/g)].map(([, x, y]) => [Number(x), Number(y)])
      return points.slice(1).reduce((sum, [x, y], i) => {
        const [before, height] = points[i]!
        return sum + (x! - before!) * (13 - (y! + height!) / 2)
      }, 0)
    })
    for (const area of areas) expect(Math.abs(area / areas[0]! - 1)).toBeLessThan(0.02)
  })

  it('draws as one picture what it draws of each span, and leaves out nothing', () => {
    const given = property('number', [
      key(0, 0, ease),
      key(1, 100, { kind: 'hold' }),
      key(2, 50, { kind: 'family', family: 'steps', steps: 4, jump: 'end' }),
      key(3, 90, ease),
      key(4, 20),
    ])
    const { spans, picture } = drawLane(given, scale, [])
    expect(picture.areas).toBe(spans.map(({ area, teeth }) => area + teeth).join(''))
    expect(spans.map(({ look }) => look)).toEqual(['ribbon', 'hold', 'steps', 'ribbon'])
    const strokes = Object.values(picture.lines).map((path) => path.match(/M/g)?.length)
    expect(strokes).toEqual([2, 1, 1])
    // Dotted from the edge to the first key, and from the last to the other edge.
    expect(picture.outside).toBe('M0 13H20M420 13H500')
  })

  it('draws an even bar no thicker than 6.25 and holds as stitches with a tooth where they jump', () => {
    const even = drawLane(property('number', [key(0, 0), key(1, 100)]), scale, []).spans[0]!
    expect(Math.max(...heights(even.area))).toBeCloseTo(6.25, 2)
    const hold = { kind: 'hold' } as const
    const [flat, jump] = drawLane(
      property('number', [key(0, 5, hold), key(1, 5, hold), key(2, 9)]),
      scale,
      [],
    ).spans
    expect([flat!.look, flat!.teeth, jump!.look]).toEqual(['hold', '', 'hold'])
    expect(jump!.teeth).toMatch(/^M213.0 13V4/)
  })

  it('draws one tooth a step', () => {
    const steps = { kind: 'family', family: 'steps', steps: 5, jump: 'end' } as const
    const { teeth } = drawLane(property('number', [key(0, 0, steps), key(1, 10)]), scale, []).spans[0]!
    expect(teeth.match(/Z/g)).toHaveLength(5)
  })

  it('leaves out what lies outside the view', () => {
    const given = property('number', [key(0, 0), key(1, 1), key(7, 2), key(8, 3)])
    const drawing = drawLane(given, scale, [])
    expect(drawing.spans.map(({ index }) => index)).toEqual([0, 1])
    expect(drawing.beads.map(({ index }) => index)).toEqual([0, 1])
  })

  it('has a scale of nought when nothing moves', () => {
    const flat = property('number', [key(0, 3, ease), key(1, 3)])
    expect(ribbonScale(flat, [])).toBe(0)
    expect(drawLane(flat, scale, []).spans[0]!.area).toBe('')
    expect(compileProperty(flat, []).spans).toHaveLength(1)
  })
})

describe('snapTime', () => {
  const times = [second(1), second(2) + 1000]
  const snap = (time: number) => snapTime(time, { rate: RATE, times, within: second(0.05) })

  it('goes to the nearest frame, and to a key that is nearer than the pull', () => {
    expect(snap(second(0.501))).toBe(second(0.5))
    expect(snap(second(1.04))).toBe(second(1))
    expect(snap(second(2) + 900)).toBe(second(2) + 1000)
    expect(snap(second(2) + 200)).toBe(second(2))
    expect(snap(second(2) + 20_000_000)).toBe(ticksOfFrame(49, RATE))
  })

  it('knows all times of a scene but those being moved', () => {
    const scene = projectOf([layerWith('a', { turn: property('turn', [key(1, 0), key(2, 9)]) })]).scenes[0]!
    expect(snapTimes(scene)).toEqual([0, second(1), second(2), second(10)])
    expect(snapTimes(scene, new Set(['k1']))).toEqual([0, second(2), second(10)])
  })
})

describe('densityOf', () => {
  it('counts keys by where they stand, those at the very end in the last part', () => {
    const turn = property('turn', [key(0, 0), key(4.9, 1), key(5, 2), key(10, 3), key(11, 4)])
    const made = projectOf([layerWith('a', { turn }), layerWith('b', { turn })]).scenes[0]!
    expect(densityOf(made, 2)).toEqual([4, 4])
    expect(densityOf(made, 4)).toEqual([2, 2, 2, 2])
  })
})

describe('snapWords', () => {
  it('names what stands at a moment, the most telling first', () => {
    const made = {
      ...projectOf([{ ...layerWith('a', {}), span: [second(2), second(9)] as const }]).scenes[0]!,
      markers: [{ id: 'm', t: second(2), name: 'Berth' }],
    }
    const words = (seconds: number, playhead = 7) => snapWords(made, second(seconds), second(playhead))
    expect([2, 7, 0, 10, 9, 5].map((at) => words(at))).toEqual([
      'Berth',
      'playhead',
      'start',
      'end',
      'end of a',
      'key',
    ])
  })
})

describe('rulerMarks', () => {
  const scene = projectOf([]).scenes[0]!
  const marks = (pixelsASecond: number, from = 0) =>
    rulerMarks(
      scene,
      { xOf: (time) => 20 + (time / TICKS_PER_SECOND - from) * pixelsASecond, width: 900 },
      'timecode',
    )

  it('labels whole seconds when there is room, and single frames when there is more', () => {
    expect(
      marks(80)
        .filter(({ label }) => label)
        .map(({ label }) => label)
        .slice(0, 3),
    ).toEqual(['0:00', '1:00', '2:00'])
    expect(
      marks(24 * 60)
        .filter(({ label }) => label)
        .map(({ label }) => label)
        .slice(0, 3),
    ).toEqual(['0:00', '0:01', '0:02'])
    expect(
      marks(12)
        .filter(({ label }) => label)
        .map(({ label }) => label),
    ).toEqual(['0:00', '5:00', '10:00'])
  })

  it('starts where the view does and stays within it', () => {
    const shown = marks(400, 3)
    expect(shown[0]!.x).toBeGreaterThanOrEqual(0)
    expect(shown[shown.length - 1]!.x).toBeLessThanOrEqual(900)
  })
})
