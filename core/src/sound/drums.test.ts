import { describe, expect, it } from 'vitest'
import { findBeats, tempoOf, testSound } from './index.ts'

describe('testSound', () => {
  it.each([
    ['clicks', 90],
    ['drums', 132],
  ] as const)('of %s at %i a minute is heard to be that', (kind, perMinute) => {
    const sound = testSound({ kind, perMinute, seconds: 12 })
    expect(sound.channels[0]!.length).toBe(12 * sound.rate)
    expect(sound.channels[0]!.every((sample) => Math.abs(sample) <= 1)).toBe(true)
    const beats = findBeats(sound, kind === 'drums' ? { high: 200, apart: 0.2 } : {})
    expect(tempoOf(beats.map(({ seconds }) => seconds))!.perMinute).toBeCloseTo(perMinute, 0)
    expect(beats[0]!.seconds).toBeCloseTo(0.25, 1)
    expect(beats[0]!.strength).toBeGreaterThan(beats[1]!.strength)
  })
})
