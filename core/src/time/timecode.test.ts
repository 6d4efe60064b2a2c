import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  asTicks,
  BadTime,
  FRAME_RATES,
  formatTime,
  formatTimecode,
  frameAt,
  frameTicks,
  parseRate,
  parseTime,
  parseTimeFrom,
  snapToFrame,
  ticksOfFrame,
  TICKS_PER_SECOND,
  timecodeOfFrame,
} from './index.ts'

const NTSC = { num: 30000, den: 1001 }
const NTSC_60 = { num: 60000, den: 1001 }
const FILM = { num: 24, den: 1 }

describe('frameTicks', () => {
  it.each(FRAME_RATES.map((rate) => [rate.num, rate.den] as const))('is whole at %d/%d', (num, den) => {
    // Source: 705 600 000 ticks a second divide by every offered rate (arithmetic).
    const ticks = frameTicks({ num, den })
    expect(ticks * num).toBe(TICKS_PER_SECOND * den)
  })

  it('refuses a rate that is not offered with a sentence', () => {
    expect(() => frameTicks({ num: 23, den: 1 })).toThrow(BadTime)
    expect(() => parseRate('31')).toThrow(/not a frame rate on offer/)
  })

  it('reads rates as people write them', () => {
    expect(parseRate('29.97')).toEqual(NTSC)
    expect(parseRate('24000/1001')).toEqual({ num: 24000, den: 1001 })
    expect(parseRate('60')).toEqual({ num: 60, den: 1 })
  })
})

describe('timecodeOfFrame', () => {
  // Source: SMPTE ST 12-1: ten minutes of 29.97 drop-frame hold 17 982 frames, an hour 107 892.
  it.each([
    [0, '00:00:00;00'],
    [1799, '00:00:59;29'],
    [1800, '00:01:00;02'],
    [17981, '00:09:59;29'],
    [17982, '00:10:00;00'],
    [107892, '01:00:00;00'],
  ])('labels frame %d of 29.97 as %s', (frame, text) => {
    expect(timecodeOfFrame(frame, NTSC)).toBe(text)
  })

  it.each([
    [3600, '00:01:00;04'],
    [35964, '00:10:00;00'],
    [215784, '01:00:00;00'],
  ])('labels frame %d of 59.94 as %s', (frame, text) => {
    expect(timecodeOfFrame(frame, NTSC_60)).toBe(text)
  })

  it('counts 23.976 without dropping labels', () => {
    expect(timecodeOfFrame(86400, { num: 24000, den: 1001 })).toBe('01:00:00:00')
  })

  it('reads back every label it writes, at every rate', () => {
    fc.assert(
      fc.property(fc.constantFrom(...FRAME_RATES), fc.integer({ min: 0, max: 2_000_000 }), (rate, frame) => {
        expect(frameAt(parseTime(timecodeOfFrame(frame, rate), rate), rate)).toBe(frame)
      }),
      { numRuns: 500, seed: 1 },
    )
  })
})

describe('parseTime', () => {
  it.each([
    ['12', 12],
    ['1:12', 36],
    ['1:00:00', 1440],
    ['00:00:02:12', 60],
    ['2.5s', 60],
    ['500ms', 12],
    ['36f', 36],
    ['-12', -12],
  ])('reads %s at 24 fps as frame %d', (text, frame) => {
    expect(parseTime(text, FILM)).toBe(ticksOfFrame(frame, FILM))
  })

  it.each(['', 'abc', '1:2:3:4:5', '12q', '1..2', 'Infinity', '1e400s', '00:00:00:24'])(
    'refuses “%s” with a sentence',
    (text) => {
      expect(() => parseTime(text, FILM)).toThrow(BadTime)
    },
  )

  it('refuses a label drop-frame skips', () => {
    expect(() => parseTime('00:01:00;00', NTSC)).toThrow(/skips/)
    expect(frameAt(parseTime('00:10:00;00', NTSC), NTSC)).toBe(17982)
  })

  it('shows the same moment as timecode, frames and seconds', () => {
    const time = ticksOfFrame(60, FILM)
    expect([
      formatTimecode(time, FILM),
      formatTime(time, FILM, 'frames'),
      formatTime(time, FILM, 'seconds'),
    ]).toEqual(['00:00:02:12', '60', '2.500'])
  })

  it('says hundredths of a frame between two, and reads them again', () => {
    const between = asTicks(Math.round(9.5 * frameTicks(FILM)))
    expect([formatTimecode(between, FILM), formatTime(between, FILM, 'frames')]).toEqual([
      '00:00:00:09.50',
      '9.50',
    ])
    expect(parseTime('00:00:00:09.50', FILM)).toBe(between)
    expect(parseTime('9.5f', FILM)).toBe(between)
    // So near that it is the frame itself.
    expect(formatTimecode(asTicks(frameTicks(FILM) - 1), FILM)).toBe('00:00:00:01')
  })
})

describe('asTicks', () => {
  it.each([0.5, NaN, Infinity, 1e18])('refuses %d', (count) => {
    expect(() => asTicks(count)).toThrow(BadTime)
  })

  it('snaps to the nearest frame', () => {
    expect(snapToFrame(ticksOfFrame(7, FILM) + 1000, FILM)).toBe(ticksOfFrame(7, FILM))
  })
})

describe('parseTimeFrom', () => {
  const rate = { num: 24, den: 1 }
  const now = ticksOfFrame(100, rate)
  // Source of the counts: SMPTE ST 12-1, non-drop at 24.
  it.each([
    ['+12', 112],
    ['-1:00', 76],
    ['−2s', 52],
    ['+ 00:00:01:06', 130],
    ['1:12', 36],
  ])('reads %j, with a sign as so much later or earlier', (text, frame) => {
    expect(parseTimeFrom(text, now, { rate })).toBe(ticksOfFrame(frame, rate))
  })
  it('refuses what cannot be read', () => {
    expect(() => parseTimeFrom('+soon', now, { rate })).toThrow(BadTime)
  })
})
