import fc from 'fast-check'
import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { anyProperty, ease, key, lawful, layerWith, projectOf, property } from '../../../test/trials.ts'
import { compileProperty, seamOf, speedAt, valueAt, type Property, type Seam } from '../../property/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { findProperty, joinSeams, makeLoop, type LoopReport, type MakeLoop } from '../index.ts'

const ref = { scene: 'scene', layer: 'a', property: 'scale' }
const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
let made = 0
const makeId = (): string => `made${(made += 1)}`
const FRAME = frameTicks({ num: 24, den: 1 })
const looped = (
  given: Property,
  options: Partial<MakeLoop> = {},
): { after: Property; report: LoopReport } => {
  let report: LoopReport
  const project = produce(projectOf([layerWith('a', { scale: given })]), (draft) => {
    report = makeLoop(draft, [ref], {
      end: { kind: 'same' },
      from: asTicks(0),
      to: at(4),
      joined: true,
      makeId,
      ...options,
    })
  })
  return { after: findProperty(project, ref)!, report: report! }
}

describe('making a loop', () => {
  it('closes on the frame after the last, so that none shows twice', () => {
    const { after } = looped(property('number', [key(0, 10, ease), key(1, 90, ease)]))
    expect(after.keys.map(({ t, value }) => [t / TICKS_PER_SECOND, value])).toEqual([
      [0, 10],
      [1, 90],
      [4, 10],
    ])
    const compiled = compileProperty(after, [])
    for (let frame = 0; frame < 96; frame += 1)
      for (const round of [-1, 1, 2])
        expect(valueAt(compiled, (frame + 96 * round) * FRAME)[0]).toBeCloseTo(
          valueAt(compiled, frame * FRAME)[0]!,
          9,
        )
    expect(valueAt(compiled, 95 * FRAME)[0]).not.toBeCloseTo(valueAt(compiled, 96 * FRAME)[0]!, 3)
  })

  it('turns whole turns without keys before, at one speed across the seam', () => {
    const still: Property = { kind: 'turn', value: 30, keys: [] }
    const { after } = looped(still, { end: { kind: 'turns', turns: -2 } })
    const compiled = compileProperty(after, [])
    expect(after.keys.map(({ value }) => value)).toEqual([30, -690])
    for (const seconds of [-3, 0, 3.99, 4, 9]) expect(speedAt(compiled, at(seconds))[0]).toBeCloseTo(-180, 9)
    expect(valueAt(compiled, at(10))[0]).toBeCloseTo(30 - 180 * 10, 9)
  })

  it('zooms by equal ratios in equal times: 0.5^(1/10) a tenth of the way, ten times over (arithmetic)', () => {
    const { after } = looped(property('pair', [key(0, [100, 80])]), { end: { kind: 'ratio', ratio: 0.5 } })
    const compiled = compileProperty(after, [])
    for (let step = 0; step < 10; step += 1) {
      const [now, next] = [
        valueAt(compiled, at(0.4 * step)),
        valueAt(compiled, at(0.4 * (step + 1)) - (step === 9 ? 1 : 0)),
      ]
      expect(next[0]! / now[0]!).toBeCloseTo(0.933, 4)
    }
    // On the closing key the next round has not begun; from there on it plays from the start.
    expect(valueAt(compiled, at(4))).toEqual([50, 40])
    expect(valueAt(compiled, at(4.4))[1]).toBeCloseTo(80 * 0.5 ** 0.1, 9)
  })

  it('lets speed pass the seam without a jump, whatever eases stand there; values at keys stay', () => {
    const kinds = fc.constantFrom('number' as const, 'pair' as const, 'place' as const, 'turn' as const)
    fc.assert(
      fc.property(
        kinds.chain((kind) => anyProperty(kind, 4)),
        (any) => {
          const given = lawful(any)
          const last = given.keys[given.keys.length - 1]!.t
          const to = asTicks(last + 24 * FRAME)
          const { after, report } = looped(given, { to })
          const seam = seamOf(after, [])!
          expect(seam.value.every((part) => Math.abs(part) < 1e-9)).toBe(true)
          if (report.jumping.length === 0) {
            const size = Math.hypot(...seam.arrive) + Math.hypot(...seam.leave)
            // A place passes at one speed, if not quite the same way.
            const sides = ({ arrive, leave }: Seam): number[][] =>
              given.kind === 'place'
                ? [[Math.hypot(...arrive)], [Math.hypot(...leave)]]
                : [[...arrive], [...leave]]
            const [arrive, leave] = sides(seam)
            arrive!.forEach((part, i) =>
              expect(Math.abs(part - leave![i]!)).toBeLessThanOrEqual(1e-6 * size + 1e-3),
            )
          }
          const values = given.keys.filter(({ timeless }) => !timeless).map(({ value }) => value)
          expect(after.keys.filter(({ timeless }) => !timeless).map(({ value }) => value)).toEqual([
            ...values,
            values[0],
          ])
        },
      ),
      { seed: 4, numRuns: 300 },
    )
  })

  it('joins a seam of one span by both of its sides, and says where it cannot', () => {
    const one = property('turn', [key(0, 0, ease), key(2, 360)], { after: 'carryOn' })
    const project = projectOf([layerWith('a', { scale: one })])
    let left = -1
    const after = findProperty(
      produce(project, (draft) => void (left = joinSeams(draft, [ref]))),
      ref,
    )!
    expect(left).toBe(0)
    const seam = seamOf(after, [])!
    expect(seam.arrive[0]).toBeCloseTo(seam.leave[0]!, 9)
    const held = looped(property('number', [key(0, 10, { kind: 'hold' }), key(1, 90, { kind: 'hold' })]))
    expect(held.report).toEqual({ looped: 1, left: [], jumping: [] })
    const family = { kind: 'family', family: 'power', mode: 'in', power: 3 } as const
    const fast = looped(property('number', [key(0, 10, family), key(1, 90, family), key(4, 10)]))
    expect(fast.report.jumping).toEqual(['a scale'])
  })

  it('does not drive a place that comes back the way it went through its turning point', () => {
    const there = property('place', [key(0, [0, 0], ease), key(1, [200, 0], ease)])
    const { after, report } = looped(there)
    // Back it eases as it did there, so that it rests at both ends.
    expect(report.jumping).toEqual([])
    expect(after.keys.slice(0, 2).map(({ bend }) => bend)).toEqual([ease, ease])
    const straight = property('place', [key(0, [0, 0]), key(1, [200, 0])])
    expect(looped(straight).report.jumping).toEqual(['a scale'])
    expect(seamOf(after, [])!.leave[0]).toBeCloseTo(0, 9)
  })

  it('leaves what a kind of loop means nothing for, and refuses what cannot be, with a sentence', () => {
    const words: Property = { kind: 'choice', value: 'Dusk', keys: [] }
    expect(looped(words).report).toEqual({ looped: 0, left: ['a scale'], jumping: [] })
    const late = property('number', [key(0, 1), key(5, 2)])
    expect(() => looped(late)).toThrow('a scale has keys after the loop')
    // Rounds that go on are as long as their keys, whatever else is asked for.
    expect(looped(late, { end: { kind: 'carryOn' } }).report.looped).toBe(1)
    expect(() => looped(late, { to: asTicks(0) })).toThrow('has to end after it began')
    expect(() => looped(property('number', [key(0, 0)]), { end: { kind: 'ratio', ratio: 2 } })).toThrow(
      'Start above 0',
    )
    for (const ratio of [0, -1, 1, NaN, Infinity])
      expect(() => looped(property('number', [key(0, 5)]), { end: { kind: 'ratio', ratio } })).toThrow(
        'ratio',
      )
    for (const turns of [0, 0.5, NaN, 1e9])
      expect(() => looped({ kind: 'turn', value: 0, keys: [] }, { end: { kind: 'turns', turns } })).toThrow(
        'whole turns',
      )
  })
})
