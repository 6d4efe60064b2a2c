import { describe, expect, it } from 'vitest'
import { asTicks, frameTicks } from '../../time/index.ts'
import { retimedStops, withoutStop, withStopAfter, withStopAt, type FrameStop } from '../index.ts'

const frame = frameTicks({ num: 24, den: 1 })
const at = (frames: number) => asTicks(frames * frame)
const stop = (frames: number, width: number, x = 0): FrameStop => ({
  t: at(frames),
  framing: { centre: [x, 0], width, turn: 0 },
})
const framesOf = (stops: readonly FrameStop[]): number[] => stops.map(({ t }) => t / frame)
const move = [stop(10, 4000), stop(21, 1000, 600)]

describe('stops of a frame move', () => {
  it('come halfway in time, on a frame, and halfway by equal ratios', () => {
    const made = withStopAfter(move, 0, frame)
    expect(framesOf(made)).toEqual([10, 16, 21])
    expect(made[1]!.framing).toEqual({ centre: [300, 0], width: 2000, turn: 0 })
    expect(() => withStopAfter([stop(3, 1), stop(4, 2)], 0, frame)).toThrow('no frame between')
  })
  it('go, but for the first and the last', () => {
    expect(withoutStop(withStopAfter(move, 0, frame), 1)).toEqual(move)
    expect(() => withoutStop(move, 0)).toThrow('a first and a last')
  })
  it('keep their order in time', () => {
    const three = withStopAfter(move, 0, frame)
    expect(framesOf(withStopAt(three, 1, { t: at(12), frame }))).toEqual([10, 12, 21])
    expect(framesOf(withStopAt(three, 1, { t: at(400), frame }))).toEqual([10, 20, 21])
    expect(framesOf(withStopAt(three, 0, { t: at(400), frame }))).toEqual([15, 16, 21])
    expect(framesOf(withStopAt(three, 2, { t: at(-5), frame }))).toEqual([10, 16, 17])
  })
  it('are retimed in proportion, each on a frame of its own', () => {
    const four = withStopAfter(withStopAfter(move, 0, frame), 1, frame)
    expect(framesOf(four)).toEqual([10, 16, 19, 21])
    expect(framesOf(retimedStops(four, { from: at(0), to: at(22), frame }))).toEqual([0, 12, 18, 22])
    expect(framesOf(retimedStops(four, { from: at(5), to: at(8), frame }))).toEqual([5, 6, 7, 8])
    expect(() => retimedStops(four, { from: at(5), to: at(7), frame })).toThrow('lasts 3 frames at least')
  })
})
