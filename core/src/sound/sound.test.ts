import { describe, expect, it } from 'vitest'
import { click, hat, kick, noise, RATE, scoreOf, track } from '../../test/soundTrials.ts'
import { bandPassed, envelopeOf, extentBetween, findBeats, levelOf, mixedDown, type Sound } from './index.ts'

const of = (...channels: readonly Float32Array[]): Sound => ({ rate: RATE, channels })
const tone = (hertz: number, seconds: number, loud = 1): Float32Array =>
  Float32Array.from({ length: seconds * RATE }, (_, i) => loud * Math.sin((2 * Math.PI * hertz * i) / RATE))
const rms = (samples: ArrayLike<number>): number =>
  Math.sqrt(Array.from(samples).reduce((sum, one) => sum + one * one, 0) / samples.length)

describe('a band', () => {
  it('lets through what lies in it, half the amplitude at its ends, and next to nothing far outside', () => {
    const left = (hertz: number): number =>
      rms(bandPassed(tone(hertz, 1), RATE, { low: 200, high: 2000 }).slice(RATE / 4, (3 * RATE) / 4)) /
      Math.SQRT1_2
    expect(left(700)).toBeCloseTo(1, 2)
    expect(left(200)).toBeCloseTo(0.5, 2)
    expect(left(2000)).toBeCloseTo(0.5, 2)
    expect(left(40)).toBeLessThan(0.001)
    expect(left(10_000)).toBeLessThan(0.001)
  })

  it('moves nothing in time', () => {
    const pulse = new Float32Array(RATE)
    pulse[RATE / 2] = 1
    const passed = bandPassed(pulse, RATE, { low: 100, high: 3000 })
    expect(passed.indexOf(Math.max(...passed))).toBe(RATE / 2)
  })

  it('that is none is refused with a sentence', () => {
    expect(() => bandPassed(tone(100, 1), RATE, { low: 500, high: 300 })).toThrow(
      'ends above where it begins',
    )
    expect(() => bandPassed(tone(100, 1), RATE, { low: 30_000 })).toThrow('nothing above 22050 Hz')
  })
})

describe('beats', () => {
  const TEMPI = [60, 87, 120, 141, 180]

  it.each(TEMPI)('of a click track of %d a minute are found, in silence and in noise', (tempo) => {
    for (const overNoise of [undefined, 20, 6]) {
      const made = track({ tempo, seconds: 60, hit: click, seed: tempo, ...(overNoise ? { overNoise } : {}) })
      const score = scoreOf(findBeats(made.sound), made.times)
      expect(score.found, `${overNoise}`).toBeGreaterThanOrEqual(0.98)
      expect(score.false, `${overNoise}`).toBeLessThanOrEqual(0.02)
    }
  })

  it.each(TEMPI)('of a low drum at %d a minute are found in its band, whatever is hit between', (tempo) => {
    for (const overNoise of [undefined, 20, 6]) {
      const options = { tempo, seconds: 60, hit: kick, between: hat, seed: tempo }
      const made = track({ ...options, ...(overNoise ? { overNoise } : {}) })
      const score = scoreOf(findBeats(made.sound, { low: 40, high: 150 }), made.times)
      expect(score.found, `${overNoise}`).toBeGreaterThanOrEqual(0.98)
      expect(score.false, `${overNoise}`).toBeLessThanOrEqual(0.02)
    }
  })

  it('are those between, too, where no band is named', () => {
    const made = track({ tempo: 100, seconds: 40, hit: kick, between: hat })
    const all = made.times.flatMap((time) => [time, time + 0.3])
    const score = scoreOf(findBeats(made.sound), all)
    expect(score.found).toBeGreaterThanOrEqual(0.95)
    expect(score.false).toBeLessThanOrEqual(0.02)
  })

  it('are none in silence, in an even tone or in nothing, and what is no number is silence', () => {
    expect(findBeats(of(new Float32Array(RATE * 2)))).toEqual([])
    expect(findBeats(of(tone(440, 4))).filter(({ seconds }) => seconds > 0.1)).toEqual([])
    expect(findBeats(of(new Float32Array(0)))).toEqual([])
    const broken = track({ tempo: 120, seconds: 20, hit: click })
    const [samples] = broken.sound.channels
    for (let i = 0; i < samples!.length; i += 1000) samples![i] = NaN
    expect(scoreOf(findBeats(broken.sound), broken.times).found).toBeGreaterThanOrEqual(0.98)
  })

  it('are as strong as they are loud, and fewer where less sensitive', () => {
    const samples = new Float32Array(RATE * 10)
    for (let i = 1; i < 10; i += 1) click(samples, i * RATE, i % 3 === 0 ? 0.9 : 0.3, RATE)
    const found = findBeats(of(samples))
    expect(found).toHaveLength(9)
    for (const { seconds, strength } of found)
      expect(strength).toBeCloseTo(Math.round(seconds) % 3 === 0 ? 1 : 1 / 3, 1)
    expect(findBeats(of(samples), { sensitivity: 10 })).toHaveLength(3)
    expect(findBeats(of(samples), { apart: 1.5 }).length).toBeLessThan(9)
  })

  it('are refused with a sentence where what is asked is none', () => {
    expect(() => findBeats(of(tone(100, 1)), { sensitivity: 101 })).toThrow('0 to 100')
    expect(() => findBeats(of(tone(100, 1)), { apart: -1 })).toThrow('0 or more')
  })
})

describe('a level', () => {
  it('is the root of the mean square from one frame to the next, over all channels', () => {
    const next = noise(11)
    const [left, right] = [0.9, 0.2].map((loud) =>
      Float32Array.from({ length: RATE * 2 }, () => loud * next()),
    ) as [Float32Array, Float32Array]
    const level = levelOf(of(left, right), 60)
    expect(level).toHaveLength(120)
    for (const frame of [0, 17, 119]) {
      const [from, to] = [frame * 735, (frame + 1) * 735]
      const direct = rms([...left.slice(from, to), ...right.slice(from, to)])
      expect(level[frame]).toBeCloseTo(direct, 9)
    }
  })

  it('in a band is that of what lies in it', () => {
    const both = tone(100, 2, 0.5).map((one, i) => one + 0.8 * Math.sin((2 * Math.PI * 5000 * i) / RATE))
    expect(levelOf(of(both), 10, { high: 400 })[10]).toBeCloseTo(0.5 * Math.SQRT1_2, 2)
    expect(levelOf(of(both), 10, { low: 2000 })[10]).toBeCloseTo(0.8 * Math.SQRT1_2, 2)
  })

  it('of nothing is nothing, and a rate that is none is refused', () => {
    expect(levelOf(of(new Float32Array(0)), 60)).toHaveLength(0)
    expect([...levelOf(of(new Float32Array(RATE).fill(NaN)), 2)]).toEqual([0, 0])
    expect(() => levelOf(of(tone(100, 1)), 0)).toThrow('times a second')
  })
})

describe('an envelope', () => {
  it('is what the samples say, however closely or widely it is looked at', () => {
    const next = noise(5)
    const samples = Float32Array.from({ length: 5 * RATE }, (_, i) => next() * Math.sin(i / 9000) ** 2)
    const other = samples.map((one) => -0.5 * one)
    const envelope = envelopeOf(of(samples, other))
    for (const [from, to] of [
      [0.1, 0.103],
      [1, 1.2],
      [0, 5],
      [2.34, 4.9],
      [4.99, 9],
    ] as const) {
      const [low, high] = extentBetween(envelope, from, to)
      // Stretches that are touched count whole, of the level that is looked at: an eighth more at either end, at most.
      const room = (to - from) / 4 + 64 / RATE
      const part = (a: number, b: number): number[] =>
        [samples, other].flatMap((one) => [
          ...one.slice(Math.max(0, Math.round(a * RATE)), Math.round(b * RATE)),
        ])
      const [inner, outer] = [part(from, to), part(from - room, to + room)]
      const [least, most] = [
        Math.min(...firstHundredThousand(inner)),
        Math.max(...firstHundredThousand(inner)),
      ]
      expect(low).toBeLessThanOrEqual(least)
      expect(high).toBeGreaterThanOrEqual(most)
      expect(low).toBeGreaterThanOrEqual(outer.reduce((a, b) => Math.min(a, b), 0))
      expect(high).toBeLessThanOrEqual(outer.reduce((a, b) => Math.max(a, b), 0))
    }
    expect(extentBetween(envelope, -3, -1)).toEqual([0, 0])
    expect(extentBetween(envelopeOf(of(new Float32Array(0))), 0, 1)).toEqual([0, 0])
  })
})

/** A call takes only so many numbers. */
const firstHundredThousand = (numbers: readonly number[]): readonly number[] => numbers.slice(0, 100_000)

describe('channels', () => {
  it('are mixed evenly', () => {
    expect([...mixedDown(of(Float32Array.of(1, 0), Float32Array.of(0, NaN)))]).toEqual([0.5, 0])
  })
})
