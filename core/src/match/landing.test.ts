import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../test/trials.ts'
import { compileBend, type PlainBend } from '../bend/index.ts'
import type { RuleMember, Scene } from '../scene/index.ts'
import { TICKS_PER_SECOND } from '../time/index.ts'
import { arrivalIn, landingOf, ruleStates } from './index.ts'

const FRAME = TICKS_PER_SECOND / 24
const settles: PlainBend = { kind: 'family', family: 'elastic', mode: 'out' }

describe('landingOf', () => {
  it.each([ease, settles, { kind: 'family', family: 'bounce', mode: 'out' } as const])(
    'lands at the last moment it is more than 1 % of its change from its end, as dense sampling finds',
    (bend) => {
      const given = property('place', [key(1, [10, 20], bend), key(3, [310, 420])])
      const curve = compileBend(bend)
      const COUNT = 400_000
      let [first, last] = [NaN, 0]
      for (let i = 0; i <= COUNT; i += 1) {
        const away = Math.abs(curve.progress(i / COUNT) - 1) > 0.01
        if (away) last = i / COUNT
        else if (Number.isNaN(first)) first = i / COUNT
      }
      const landing = landingOf(given, [])!
      expect(landing.land / TICKS_PER_SECOND).toBeCloseTo(1 + 2 * last, 4)
      expect(landing.there / TICKS_PER_SECOND).toBeCloseTo(1 + 2 * first, 4)
      expect(landing.start).toBe(TICKS_PER_SECOND)
    },
  )

  it('starts with the span it first moves in, and lands at the jump of a hold', () => {
    const waits = property('number', [key(0, 5), key(2, 5, ease), key(3, 9, { kind: 'hold' }), key(4, 20)])
    const { start, land } = landingOf(waits, [])!
    expect(start).toBe(2 * TICKS_PER_SECOND)
    expect(land / TICKS_PER_SECOND).toBeCloseTo(4, 6)
    const jumps = property('number', [key(0, 5, { kind: 'hold' }), key(2, 6)])
    expect(landingOf(jumps, [])).toMatchObject({ start: 2 * TICKS_PER_SECOND })
  })

  it('measures what comes back to where it was by how far it went', () => {
    const there = property('number', [
      key(0, 0, { kind: 'linear' }),
      key(1, 50, { kind: 'linear' }),
      key(2, 0),
    ])
    expect(landingOf(there, [])!.land / TICKS_PER_SECOND).toBeCloseTo(1.99, 6)
  })

  it.each([
    property('number', [key(0, 5)]),
    property('number', [key(0, 5), key(1, 5)]),
    property('choice', [key(0, 'a'), key(1, 'b')]),
  ])('is of nothing that does not move', (given) => expect(landingOf(given, [])).toBeNull())
})

const late = (seconds: number) => property('number', [key(0, 0), key(seconds, 100)])
const linear = (seconds: number) => layerWith(`s${seconds}`, { opacity: late(seconds) })
const of = (...layers: number[]): RuleMember[] => layers.map((seconds) => ({ layer: `s${seconds}` }))
const sceneOf = (rules: Scene['rules'], ...seconds: number[]): Scene => ({
  ...projectOf(seconds.map(linear)).scenes[0]!,
  ...(rules ? { rules } : {}),
})

describe('ruleStates', () => {
  it('tells which of five arrivals is late, and the shift that mends it', () => {
    const rule = { id: 'r', kind: 'together', of: of(2, 2.02, 3, 2.03, 2.01), frames: 1 } as const
    const [state] = ruleStates(sceneOf([rule], 2, 2.02, 3, 2.03, 2.01), [])
    expect(state!.isKept).toBe(false)
    // 3 s lands at 2.97 s = 71.28 frames; the earliest of the others at 47.52, one frame after that is 48.52.
    expect([...state!.shifts]).toEqual([[2, -23]])
  })

  it('lets what is to land after another wait for it', () => {
    const rule = { id: 'r', kind: 'before', of: of(2, 1, 4), frames: 12 } as const
    const [state] = ruleStates(sceneOf([rule], 2, 1, 4), [])
    // 23.76 frames has to become 59.52 at least; 95.04 is late enough then.
    expect([...state!.shifts]).toEqual([[1, 36]])
    expect(ruleStates(sceneOf([{ ...rule, frames: 0, of: of(1, 2, 4) }], 2, 1, 4), [])[0]!.isKept).toBe(true)
  })

  it('passes over what does not move', () => {
    const rule = {
      id: 'r',
      kind: 'together',
      of: [{ layer: 's1', property: 'turn' }, ...of(1)],
      frames: 0,
    } as const
    expect(ruleStates(sceneOf([rule], 1), [])[0]).toMatchObject({ isKept: true, arrivals: [null, {}] })
  })
})

describe('arrivalIn', () => {
  it('is in the time of the scene for what stands in a group with a time of its own', () => {
    const group = layerWith('g', { 'local time': property('number', [key(0, 0), key(4, 2)]) }, 'group')
    const inside = { ...linear(1), parent: 'g' }
    const scene = projectOf([group, inside]).scenes[0]!
    const found = arrivalIn(scene, { layer: 's1' }, [])!
    expect(found.land / FRAME).toBeCloseTo(2 * 0.99 * 24, 3)
  })

  it('is as late as the last of what moves in a layer', () => {
    const both = layerWith('a', { opacity: late(1), turn: property('turn', [key(0.5, 0), key(2.5, 90)]) })
    const { start, land } = arrivalIn(projectOf([both]).scenes[0]!, { layer: 'a' }, [])!
    expect(start).toBe(0)
    expect(land / TICKS_PER_SECOND).toBeCloseTo(2.48, 6)
  })
})
