import fc from 'fast-check'
import { produce, type Draft } from 'immer'
import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { compileBend, peakOfCurve, strengthBend, type PlainBend } from '../../bend/index.ts'
import { compileProperty, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { bendSpeed, findProperty, slideSpeedPeaks, strengthenBends } from '../index.ts'

const of = (given: Property): Project => projectOf([layerWith('a', { scale: given })])
const ref = { scene: 'scene', layer: 'a', property: 'scale', key: 'k0' }
const edit = (project: Project, recipe: (draft: Draft<Project>) => void): Property =>
  findProperty(produce(project, recipe), ref)!
const speedAtShare = (given: Property, u: number, component = 0): number => {
  const compiled = compileProperty(given, [])
  const out = new Float64Array(compiled.width)
  compiled.spans[0]!.speedInto(out, u)
  return out[component]!
}
/** Area under the speed over the span's seconds by Simpson's rule. */
const areaUnderSpeed = (given: Property, seconds: number): number => {
  const count = 4000
  let sum = 0
  for (let i = 0; i <= count; i += 1) {
    const u = Math.min(1 - 1e-9, Math.max(1e-9, i / count))
    sum += speedAtShare(given, u) * (i === 0 || i === count ? 1 : i % 2 ? 4 : 2)
  }
  return (sum * seconds) / count / 3
}
const moving = (from: number, to: number, bend: PlainBend): Property =>
  property('number', [key(0, from, bend), key(2, to)])
const bends: readonly PlainBend[] = [
  { kind: 'linear' },
  ease,
  { kind: 'family', family: 'power', mode: 'inOut', power: 3 },
  { kind: 'family', family: 'sine', mode: 'out' },
  { kind: 'family', family: 'bounce', mode: 'out' },
  {
    kind: 'points',
    nodes: [
      { at: [0, 0], arrive: [0, 0], leave: [0.1, 0.1], through: 'corner' },
      { at: [0.4, 0.7], arrive: [-0.1, -0.05], leave: [0.2, 0.1], through: 'joined' },
      { at: [1, 1], arrive: [-0.2, 0], leave: [0, 0], through: 'corner' },
    ],
  },
]
/** A bounce's speed jumps, which Simpson's rule cannot sum. */
const steady = fc.constantFrom(...bends.filter((bend) => bend.kind !== 'family' || bend.family !== 'bounce'))
const share = fc.double({ min: 0.15, max: 0.85, noNaN: true })

describe('bendSpeed', () => {
  it('brings the speed curve to the pointer wherever a mild drag takes it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(bends[0]!, bends[1]!),
        share,
        fc.double({ min: 0.6, max: 1.5, noNaN: true }),
        (bend, u, by) => {
          const before = moving(0, 300, bend)
          const speed = speedAtShare(before, u) * by
          const after = edit(of(before), (draft) =>
            bendSpeed(draft, ref, { from: u, to: u, speed, component: 0 }),
          )
          expect(Math.abs(speedAtShare(after, u) - speed)).toBeLessThan(1e-3 * Math.abs(speed))
        },
      ),
      { seed: 11, numRuns: 200 },
    )
  })

  it('keeps the change, the time and so the area under the speed (Simpson, within 0.1 %)', () => {
    fc.assert(
      fc.property(
        steady,
        share,
        share,
        fc.double({ min: -500, max: 900, noNaN: true }),
        (bend, from, to, speed) => {
          const before = moving(20, 320, bend)
          const after = edit(of(before), (draft) => bendSpeed(draft, ref, { from, to, speed, component: 0 }))
          expect(after.keys.map(({ t, value }) => [t, value])).toEqual(
            before.keys.map(({ t, value }) => [t, value]),
          )
          expect(Math.abs(areaUnderSpeed(after, 2) - 300)).toBeLessThan(0.3)
        },
      ),
      { seed: 12, numRuns: 60 },
    )
  })

  it('lifts a bump where both keys are equal, and leaves them equal', () => {
    const before = moving(50, 50, ease)
    const after = edit(of(before), (draft) =>
      bendSpeed(draft, ref, { from: 0.25, to: 0.25, speed: 80, component: 0 }),
    )
    expect(speedAtShare(after, 0.25)).toBeCloseTo(80, 3)
    expect(Math.abs(areaUnderSpeed(after, 2))).toBeLessThan(1e-3)
  })

  it('leaves a hold as it is', () => {
    const before = moving(0, 10, { kind: 'hold' })
    expect(
      edit(of(before), (draft) => bendSpeed(draft, ref, { from: 0.5, to: 0.5, speed: 80, component: 0 })),
    ).toBe(before)
  })

  it('refuses a speed that is no number', () => {
    expect(() =>
      edit(of(moving(0, 10, ease)), (draft) =>
        bendSpeed(draft, ref, { from: 0.5, to: 0.5, speed: NaN, component: 0 }),
      ),
    ).toThrow('A speed has to be a number.')
  })
})

describe('slideSpeedPeaks', () => {
  it.each([0.2, 0.35, 0.5, 0.65, 0.8])('puts the fastest moment at %d of the time', (to) => {
    const inOut: PlainBend = { kind: 'family', family: 'power', mode: 'inOut', power: 2 }
    for (const bend of [ease, inOut]) {
      const after = edit(of(moving(0, 100, bend)), (draft) => slideSpeedPeaks(draft, [ref], to))
      expect(Math.abs(peakOfCurve(compileBend(compileProperty(after, []).bends[0]!))! - to)).toBeLessThan(
        0.02,
      )
    }
  })

  it('makes even speed faster on the side it is slid to', () => {
    const after = edit(of(moving(0, 100, { kind: 'linear' })), (draft) => slideSpeedPeaks(draft, [ref], 0.7))
    expect(speedAtShare(after, 0.9)).toBeGreaterThan(speedAtShare(after, 0.1))
  })
})

describe('strengthenBends', () => {
  const peak = (given: Property): number =>
    Math.max(...Array.from({ length: 101 }, (_, i) => Math.abs(speedAtShare(given, i / 100))))

  it('makes the fastest moment faster when stronger and slower when softer', () => {
    for (const bend of [ease, bends[2]!, bends[3]!, strengthBend(40)]) {
      const before = moving(0, 100, bend)
      const at = (by: number): number => peak(edit(of(before), (draft) => strengthenBends(draft, [ref], by)))
      expect(at(0.4)).toBeGreaterThan(peak(before))
      expect(at(-0.4)).toBeLessThan(peak(before))
    }
  })

  it('ends at even speed, for every bend that does not jump', () => {
    for (const bend of bends) {
      const after = edit(of(moving(0, 100, bend)), (draft) => strengthenBends(draft, [ref], -1))
      for (const u of [0.1, 0.33, 0.5, 0.9]) expect(speedAtShare(after, u)).toBeCloseTo(50, 4)
    }
  })

  it('keeps a strength a strength, as a whole number', () => {
    const after = edit(of(moving(0, 100, strengthBend(-40))), (draft) => strengthenBends(draft, [ref], 0.5))
    expect(after.keys[0]!.bend).toEqual(strengthBend(-70))
  })
})
