import fc from 'fast-check'
import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import type { Bend } from '../../bend/index.ts'
import { ease, layerWith, projectOf } from '../../../test/trials.ts'
import {
  applyMatrix,
  framingCorners,
  framingOf,
  heldInside,
  ownMatrixAt,
  sharpness,
  wholeFraming,
  type Framing,
  type Project,
} from '../../scene/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND, type Ticks } from '../../time/index.ts'
import { frameMoveOf, READY_FRAME_MOVES, readyFrameMove, setFrameMove, type FrameStop } from '../index.ts'

const FRAME = [1920, 1080] as const
const STILL = { x: -2000, y: -1500, width: 4000, height: 3000 }
const ref = { scene: 'scene', layer: 'a' }
let made = 0
const makeId = (): string => `made${(made += 1)}`
interface Ends {
  readonly first?: Framing
  readonly last?: Framing
  readonly to?: Ticks
  readonly bend?: Bend
}
const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const still = projectOf([layerWith('a', {})])
const over = (stops: readonly FrameStop[], bend: Bend = ease, project: Project = still): Project =>
  produce(project, (draft) => setFrameMove(draft, ref, { stops, bend }, makeId))
const moved = (
  { first = whole, last = whole, to = at(4), bend = ease }: Ends,
  project: Project = still,
): Project =>
  over(
    [
      { t: at(1), framing: first },
      { t: to, framing: last },
    ],
    bend,
    project,
  )
const whole = wholeFraming(FRAME, STILL)
const seen = (project: Project, time: number): Framing =>
  framingOf(ownMatrixAt(project.scenes[0]!, 'a', time, []), FRAME)!

const framing = fc
  .record({
    centre: fc.tuple(
      fc.double({ min: -1500, max: 1500, noNaN: true }),
      fc.double({ min: -1100, max: 1100, noNaN: true }),
    ),
    width: fc.double({ min: 200, max: 4000, noNaN: true }),
    turn: fc.constantFrom(0, 0, 0, -20, 7, 90),
  })
  .map((wild) => heldInside(wild, FRAME, STILL))
const isInside = ([x, y]: readonly number[]): boolean =>
  Math.abs(x!) <= 2000 + 1e-6 && Math.abs(y!) <= 1500 + 1e-6

describe('framings', () => {
  it('held inside show no bare edge, and what fits is left as it is', () => {
    fc.assert(
      fc.property(framing, (held) => {
        expect(framingCorners(held, FRAME).every(isInside)).toBe(true)
        const again = heldInside(held, FRAME, STILL)
        expect(again.width).toBeCloseTo(held.width, 6)
        expect(again.centre[0]).toBeCloseTo(held.centre[0], 6)
      }),
      { seed: 9, numRuns: 300 },
    )
    expect(whole).toEqual({ centre: [0, 0], width: 4000, turn: 0 })
    expect(wholeFraming(FRAME, { ...STILL, height: 900 }).width).toBeCloseTo(1600, 9)
    // A group's box lies anywhere about its corner.
    const aside = { x: 100, y: -40, width: 3840, height: 2160 }
    expect(wholeFraming(FRAME, aside)).toEqual({ centre: [2020, 1040], width: 3840, turn: 0 })
    expect(heldInside({ centre: [0, 0], width: 1920, turn: 0 }, FRAME, aside).centre).toEqual([1060, 500])
  })
  it('say what share of its own pixels a still is shown at: past 100 % it goes soft (common practice)', () => {
    expect(sharpness(whole, FRAME)).toBe(48)
    expect(sharpness({ ...whole, width: 960 }, FRAME)).toBe(200)
  })
})

describe('a frame move', () => {
  it('shows just what was drawn at both ends, and is read back from its keys', () => {
    fc.assert(
      fc.property(framing, framing, (first, last) => {
        const project = moved({ first, last })
        for (const [time, wanted] of [
          [at(0), first],
          [at(1), first],
          [at(4), last],
          [at(9), last],
        ] as const) {
          const now = seen(project, time)
          expect(now.centre[0]).toBeCloseTo(wanted.centre[0], 5)
          expect(now.centre[1]).toBeCloseTo(wanted.centre[1], 5)
          expect(now.width).toBeCloseTo(wanted.width, 5)
          expect(Math.abs(((now.turn - wanted.turn + 540) % 360) - 180)).toBeLessThan(1e-6)
        }
        const back = frameMoveOf(project.scenes[0]!, 'a', [])!
        expect([back.stops.map(({ t }) => t), back.bend]).toEqual([[at(1), at(4)], ease])
        expect(back.stops[1]!.framing.width).toBeCloseTo(last.width, 5)
      }),
      { seed: 10, numRuns: 200 },
    )
  })

  it('never swings: level frames go straight from corner to corner, by equal ratios, and show no bare edge on the way', () => {
    const level = framing.filter(({ turn }) => turn === 0)
    fc.assert(
      fc.property(level, level, (first, last) => {
        const project = moved({ first, last, bend: { kind: 'linear' } })
        const [from, to] = [framingCorners(first, FRAME), framingCorners(last, FRAME)]
        const pivot = project.scenes[0]!.layers[0]!.properties['pivot']!.value as readonly [number, number]
        const isResting = Math.hypot(...pivot) > 0
        for (let step = 1; step < 8; step += 1) {
          const now = seen(project, at(1 + (3 * step) / 8))
          const corners = framingCorners(now, FRAME)
          expect(now.width).toBeCloseTo(first.width * (last.width / first.width) ** (step / 8), 4)
          if (!isResting) continue
          expect(corners.every(isInside)).toBe(true)
          corners.forEach(([x, y], i) => {
            const [a, b] = [from[i]!, to[i]!]
            const across = (b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])
            expect(Math.abs(across)).toBeLessThan(1e-4 * (1 + Math.hypot(b[0] - a[0], b[1] - a[1])))
          })
        }
      }),
      { seed: 11, numRuns: 200 },
    )
  })

  it('goes over any number of stops: shows each at its moment, straight from middle to middle, and no bare edge between level ones', () => {
    const level = framing.filter(({ turn }) => turn === 0)
    fc.assert(
      fc.property(fc.array(level, { minLength: 3, maxLength: 6 }), (framings) => {
        const stops = framings.map((one, i) => ({ t: at(1 + i), framing: one }))
        const project = over(stops)
        for (const { t, framing: wanted } of stops) {
          const now = seen(project, t)
          ;[now.centre[0], now.centre[1], now.width].forEach((value, i) =>
            expect(value).toBeCloseTo([...wanted.centre, wanted.width][i]!, 5),
          )
        }
        for (let t = at(1); t < at(framings.length); t = asTicks(t + at(0.05)))
          expect(framingCorners(seen(project, t), FRAME).every(isInside)).toBe(true)
        const { pivot, position, scale } = project.scenes[0]!.layers[0]!.properties
        expect([pivot, position, scale].map((lane) => lane!.keys.length)).toEqual([
          stops.length,
          0,
          stops.length,
        ])
        const back = frameMoveOf(project.scenes[0]!, 'a', [])!
        expect(back.stops.map(({ t }) => t)).toEqual(stops.map(({ t }) => t))
        // Without what lies between it is a move from one framing to another again.
        const ends = over([stops[0]!, stops.at(-1)!], ease, project)
        expect(frameMoveOf(ends.scenes[0]!, 'a', [])!.stops).toHaveLength(2)
        expect(ends.scenes[0]!.layers[0]!.properties['pivot']!.keys).toEqual([])
      }),
      { seed: 12, numRuns: 60 },
    )
  })

  it('keeps one point of the still at one place of the frame throughout a push, whatever the bend', () => {
    const first = whole
    const last = heldInside({ centre: [700, -300], width: 1600, turn: 0 }, FRAME, STILL)
    const project = moved({ first, last })
    const { properties } = project.scenes[0]!.layers[0]!
    const pivot = properties['pivot']!.value as [number, number]
    const frame = frameTicks({ num: 24, den: 1 })
    const places = Array.from({ length: 97 }, (_, i) =>
      applyMatrix(ownMatrixAt(project.scenes[0]!, 'a', i * frame, []), ...pivot),
    )
    for (const [x, y] of places) expect(Math.hypot(x - places[0]![0], y - places[0]![1])).toBeLessThan(1e-6)
    expect(properties['scale']!.mix).toBe('geometric')
    expect(properties['turn']!.keys).toEqual([])
  })

  it('takes the place of what moved before, keeps the keys it has when drawn anew, and reads no other move as one', () => {
    const once = moved({ last: { ...whole, width: 2000 } })
    const ids = (project: Project): string[] =>
      project.scenes[0]!.layers[0]!.properties['scale']!.keys.map(({ id }) => id)
    const twice = moved({ last: { ...whole, width: 1000 } }, once)
    expect(ids(twice)).toEqual(ids(once))
    const other = produce(once, (draft) => {
      draft.scenes[0]!.layers[0]!.properties['scale']!.keys.pop()
    })
    expect(frameMoveOf(other.scenes[0]!, 'a', [])).toBeNull()
    expect(frameMoveOf(projectOf([layerWith('a', {})]).scenes[0]!, 'a', [])).toBeNull()
  })

  it('is ready made: in, out and to each side, never past the edge', () => {
    const given = { frame: FRAME, still: STILL }
    for (const kind of READY_FRAME_MOVES) {
      const [first, last] = readyFrameMove(kind, 20, given)
      for (const one of [first, last]) expect(framingCorners(one, FRAME).every(isInside)).toBe(true)
    }
    expect(readyFrameMove('pushIn', 20, given)).toEqual([whole, { ...whole, width: 3200 }])
    const [first, last] = readyFrameMove('panRight', 20, given)
    expect([first.centre, last.centre]).toEqual([
      [-400, 0],
      [400, 0],
    ])
    // A tall still has more room up and down.
    expect(readyFrameMove('panUp', 20, given)[1].centre[1]).toBe(-600)
    for (const percent of [0, 100, NaN])
      expect(() => readyFrameMove('pushIn', percent, given)).toThrow('above 0 and below 100')
  })

  it('is refused with a sentence where it cannot be', () => {
    expect(() => moved({ to: at(1) })).toThrow('at least a frame')
    expect(() => moved({ last: { ...whole, width: 0 } })).toThrow('something of the still')
    expect(() => moved({ last: { ...whole, turn: NaN } })).toThrow('something of the still')
    const riding = projectOf([layerWith('a', {}), layerWith('b', {})])
    const rides = produce(riding, (draft) => void (draft.scenes[0]!.layers[0]!.parent = 'b'))
    expect(() => moved({}, rides)).toThrow('rides on another layer')
    const locked = produce(riding, (draft) => void (draft.scenes[0]!.layers[0]!.locked = true))
    expect(() => moved({}, locked)).toThrow('locked')
  })
})
