import fc from 'fast-check'
import type { Draft } from 'immer'
import { describe, expect, it } from 'vitest'
import {
  anyBendOf,
  anyProperty,
  ease,
  edited,
  ids,
  key,
  lawful,
  layerWith,
  momentsOf,
  projectOf,
  property,
  propertyOf,
  refsOf,
  worstMiss,
} from '../../../test/trials.ts'
import { compileProperty, isInLine, speedAt, type Property } from '../../property/index.ts'
import { projectSchema, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  addKey,
  BadEdit,
  changeBends,
  convertBends,
  makeSpansSmooth,
  moveKeys,
  removeKeys,
  setRules,
  setThrough,
  setValueAt,
  giveBends,
} from '../index.ts'

const turn = { scene: 'scene', layer: 'a', property: 'turn' }
const second = (count: number) => asTicks(Math.round(count * TICKS_PER_SECOND))

/** Every joined key of a property has one slope on both sides. */
function expectInLine(given: Property): void {
  const compiled = compileProperty(given, [])
  compiled.keys.forEach((key, i) => {
    if (key.through === 'joined') expect(isInLine(compiled, i), `${key.id} of ${given.kind}`).toBe(true)
  })
}

describe('joined keys', () => {
  const step = fc.tuple(fc.nat(7), fc.nat(5), fc.integer({ min: -9, max: 9 }), anyBendOf(1))
  it('stay in one line through any edits of times, values and bends', () => {
    fc.assert(
      fc.property(anyProperty('turn'), fc.array(step, { minLength: 1, maxLength: 8 }), (made, steps) => {
        let project = projectOf([layerWith('a', { turn: lawful(made) })])
        const makeId = ids()
        for (const [what, which, value, bend] of steps) {
          const all = refsOf(project, 'a', 'turn')
          const chosen = all[which % Math.max(1, all.length)]
          if (!chosen) continue
          project = edited(project, (draft: Draft<Project>) => {
            if (what === 0) setValueAt(draft, turn, second(which / 3), { value, autoKey: true, makeId })
            else if (what === 1) moveKeys(draft, [chosen], second(value / 10))
            else if (what === 2) giveBends(draft, [chosen], () => bend)
            else if (what === 3) removeKeys(draft, [chosen], second(0))
            else if (what === 4) makeSpansSmooth(draft, [chosen])
            else if (what === 5) setThrough(draft, all, 'joined')
            else if (what === 6) setThrough(draft, [chosen], value > 0 ? 'corner' : 'smooth')
            else addKey(draft, turn, second(which / 3 + 0.05), makeId)
          })
          expectInLine(propertyOf(project, 'a', 'turn'))
        }
        expect(projectSchema.safeParse(project).error?.issues).toBeUndefined()
      }),
      { numRuns: 500, seed: 51 },
    )
  })

  it('stay in line in pairs, places and colours', () => {
    const kinds = fc.constantFrom('pair', 'place', 'colour').chain((kind) => anyProperty(kind))
    const names = { pair: 'scale', place: 'position', colour: 'fill' } as Record<string, string>
    fc.assert(
      fc.property(kinds, fc.integer({ min: -9, max: 9 }), (made, tenths) => {
        const name = names[made.kind]!
        const project = projectOf([layerWith('a', { [name]: lawful(made) })])
        const refs = refsOf(project, 'a', name)
        const after = edited(project, (draft) => {
          setThrough(draft, refs, 'joined')
          moveKeys(draft, refs.slice(1, 2), second(tenths / 10))
        })
        expectInLine(propertyOf(after, 'a', name))
      }),
      { numRuns: 500, seed: 52 },
    )
  })

  it('turn with the side that was edited, their own reach kept', () => {
    const keys = [key(0, 0, ease), key(1, 10, ease, { through: 'joined' }), key(2, 30, ease)]
    const project = projectOf([layerWith('a', { turn: property('turn', keys) })])
    const after = propertyOf(
      edited(project, (draft) =>
        changeBends(draft, refsOf(project, 'a', 'turn').slice(1, 2), () => ({
          kind: 'handles',
          leave: { reach: 0.2, rise: 0.3 },
          arrive: { reach: 0.4, rise: 0 },
        })),
      ),
      'a',
      'turn',
    )
    const [first] = after.keys
    // 20 per second at 0.3/0.2 of the pace is 30 per second; the first span changes by 10, so its pace is 3.
    expect(first!.bend).toMatchObject({ arrive: { reach: 0.4, rise: expect.closeTo(1.2, 12) as number } })
    expect(speedAt(compileProperty(after, []), second(1))[0]).toBeCloseTo(30, 9)
  })

  it('carry the slope of a flat span by its lift', () => {
    const keys = [key(0, 10, ease), key(1, 10, { kind: 'linear' }, { through: 'joined' }), key(2, 30)]
    const project = projectOf([layerWith('a', { turn: property('turn', keys) })])
    const after = propertyOf(
      edited(project, (draft) =>
        setValueAt(draft, turn, second(2), { value: 40, autoKey: true, makeId: ids() }),
      ),
      'a',
      'turn',
    )
    const bend = after.keys[0]!.bend
    expect(bend.kind === 'handles' && bend.arrive.lift).toEqual([expect.closeTo(-12, 9)])
    expectInLine(after)
  })
})

describe('setThrough', () => {
  it('writes down what a smooth key showed when it becomes a corner or joined', () => {
    fc.assert(
      fc.property(anyProperty('turn'), fc.constantFrom('corner', 'joined'), (made, through) => {
        const given = lawful(made)
        const project = projectOf([layerWith('a', { turn: given })])
        const smooth = edited(project, (draft) => setThrough(draft, refsOf(project, 'a', 'turn'), 'smooth'))
        const shown = propertyOf(smooth, 'a', 'turn')
        const after = edited(smooth, (draft) => setThrough(draft, refsOf(smooth, 'a', 'turn'), through))
        const now = propertyOf(after, 'a', 'turn')
        if (through === 'joined') expectInLine(now)
        // Beside a bend that has no smooth side the two sides differ, and joined turns one of them.
        const turns = shown.keys.some(({ bend }) => bend.kind !== 'handles' && bend.kind !== 'linear')
        if (through === 'joined' && turns) return
        expect(worstMiss(shown, now, { times: momentsOf(shown) })).toBeLessThan(1e-7)
      }),
      { numRuns: 500, seed: 53 },
    )
  })
})

describe('convertBends', () => {
  it('stays within what it says, and within 0.002 of progress', () => {
    fc.assert(
      fc.property(anyProperty('turn', 4), fc.constantFrom('handles', 'points'), (made, to) => {
        const given = lawful({
          ...made,
          keys: made.keys.map((one) => ({ ...one, through: 'corner' as const })),
        })
        const project = projectOf([layerWith('a', { turn: given })])
        let error = 0
        const after = edited(project, (draft) => {
          error = convertBends(draft, refsOf(project, 'a', 'turn'), { to }).error
        })
        expect(error).toBeLessThanOrEqual(0.002)
        const [before, now] = [given, propertyOf(after, 'a', 'turn')].map((one) => compileProperty(one, []))
        before!.spans.forEach((span, i) => {
          const misses = Array.from({ length: 40 }, (_, k) => {
            const u = (k + 0.5) / 40
            return Math.abs(span.curve.progress(u) - now!.spans[i]!.curve.progress(u))
          })
          expect(Math.max(...misses)).toBeLessThanOrEqual(error + 1e-9)
          if (to === 'points') expect(now!.bends[i]!.kind).toBe('points')
        })
      }),
      { numRuns: 500, seed: 54 },
    )
  })
})

describe('setRules', () => {
  it('sets what goes on outside and how values mix, and refuses a mix of another kind', () => {
    const project = projectOf([layerWith('a', { turn: property('turn', [key(0, 1), key(1, 4)]) })])
    const after = edited(project, (draft) => setRules(draft, [turn], { after: 'carryOn', mix: 'geometric' }))
    expect(propertyOf(after, 'a', 'turn')).toMatchObject({ after: 'carryOn', mix: 'geometric' })
    expect(() => edited(project, (draft) => setRules(draft, [turn], { mix: 'oklch' }))).toThrow(BadEdit)
  })
})
