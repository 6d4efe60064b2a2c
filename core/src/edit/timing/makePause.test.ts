import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { compileProperty, valueAt, type Property } from '../../property/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { findProperty, makePause, type KeyRef } from '../index.ts'

const moving: Property = property('number', [
  key(0, 0, ease),
  { ...key(1, 40, ease), through: 'smooth' },
  key(3, 100),
])
const project = projectOf([layerWith('a', { opacity: moving })])
const rate = project.scenes[0]!.rate
const at = { scene: 'scene', layer: 'a', property: 'opacity' }
const pauseAt = (keys: readonly string[], frames: number): { after: Property; made: KeyRef[] } => {
  let made: KeyRef[] = []
  let count = 0
  const next = produce(project, (draft) => {
    made = makePause(
      draft,
      keys.map((id) => ({ ...at, key: id })),
      { frames, makeId: () => `new${(count += 1)}` },
    )
  })
  return { after: findProperty(next, at)!, made }
}

describe('makePause', () => {
  const length = 12 * frameTicks(rate)
  const value = (given: Property, time: number): number =>
    valueAt(compileProperty(given, []), asTicks(Math.round(time)))[0]!

  it('stands still for its frames and keeps the motion before and after it', () => {
    const { after } = pauseAt(['k1'], 12)
    for (let i = 0; i <= 40; i += 1) {
      const early = (i / 40) * TICKS_PER_SECOND
      expect(value(after, early)).toBeCloseTo(value(moving, early), 9)
      expect(value(after, TICKS_PER_SECOND + (i / 40) * length)).toBe(40)
      const late = TICKS_PER_SECOND * (1 + (2 * i) / 40)
      expect(value(after, late + length)).toBeCloseTo(value(moving, late), 9)
    }
  })

  it('makes several at once, each shifting what follows', () => {
    const { after, made } = pauseAt(['k0', 'k1'], 12)
    expect(after.keys.map(({ t }) => t)).toEqual([
      0,
      length,
      TICKS_PER_SECOND + length,
      TICKS_PER_SECOND + 2 * length,
      3 * TICKS_PER_SECOND + 2 * length,
    ])
    expect(made).toHaveLength(2)
  })

  it('refuses half a frame, none, and less', () => {
    for (const frames of [0.5, 0, -3, NaN])
      expect(() => pauseAt(['k1'], frames)).toThrow('one frame at least')
  })
})
