import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { edited, ids, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import {
  compileProperty,
  PATTERN_KINDS,
  playedValueAt,
  type Pattern,
  type Property,
} from '../../property/index.ts'
import { definitionOf, projectSchema, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  becomePath,
  clearAnimation,
  joinPosition,
  moveKeys,
  newPattern,
  phaseOfStart,
  removePatterns,
  reverseKeys,
  rippleKeys,
  setPattern,
  slideLayers,
  splitPosition,
  stretchKeys,
  swingsOf,
  withWholeSwings,
  writePatterns,
  type WriteReport,
} from '../index.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const sway = (given: Partial<Pattern> = {}): Pattern => ({
  id: 'p',
  kind: 'sine',
  from: at(1),
  to: at(4),
  low: -8,
  high: 8,
  frequency: 1,
  phase: 0,
  ...given,
})
const refOf = (name: string) => ({ scene: 'scene', layer: 'a', property: name })
const turning = property('turn', [key(0, 0), key(6, 60)])
const of = (project: Project, name: string): Property => project.scenes[0]!.layers[0]!.properties[name]!
const patterned = (name: string, given: Property, patterns: readonly Pattern[]): Project =>
  projectOf([layerWith('a', { [name]: { ...given, patterns } })])
const seen = (given: Property, seconds: number): number[] =>
  playedValueAt(compileProperty(given, []), at(seconds))
const problem = (project: Project): string => {
  const read = projectSchema.safeParse(project)
  return read.success ? '' : read.error.issues[0]!.message
}
const keysIn = (project: Project, name: string) =>
  of(project, name).keys.map(({ id }) => ({ ...refOf(name), key: id }))

describe('patterns of a property', () => {
  it('are laid on, changed where they stand, and taken off, and make a document that opens', () => {
    const two = edited(projectOf([layerWith('a', { turn: turning })]), (draft) => {
      setPattern(draft, refOf('turn'), sway())
      setPattern(draft, refOf('turn'), sway({ id: 'q', kind: 'wander', seed: 3 }))
      setPattern(draft, refOf('turn'), sway({ high: 12 }))
    })
    expect(of(two, 'turn').patterns!.map(({ id, high }) => [id, high])).toEqual([
      ['p', 12],
      ['q', 8],
    ])
    expect(problem(two)).toBe('')
    expect(
      of(
        edited(two, (draft) => removePatterns(draft, refOf('turn'), ['p'])),
        'turn',
      ).patterns,
    ).toHaveLength(1)
    expect(
      'patterns' in
        of(
          edited(two, (draft) => removePatterns(draft, refOf('turn'))),
          'turn',
        ),
    ).toBe(false)
    const cleared = edited(two, (draft) => clearAnimation(draft, refOf('turn'), at(3)))
    expect(of(cleared, 'turn')).toEqual({ kind: 'turn', value: 30, keys: [] })
  })

  it('are refused where they cannot be, with a sentence', () => {
    const project = projectOf([layerWith('a', { turn: turning })])
    const lay = (name: string, pattern: Pattern) => () =>
      edited(project, (draft) => setPattern(draft, refOf(name), pattern))
    expect(lay('copies', sway())).toThrow('Copies takes no patterns')
    const cases: readonly [name: string, pattern: Pattern, words: string][] = [
      ['turn', sway({ frequency: 0 }), 'a frequency has to be above 0'],
      ['turn', sway({ to: at(1) }), 'a pattern has to start before it ends'],
      ['turn', sway({ component: 1 }), 'a turn has one number only'],
      ['turn', sway({ kind: 'own' }), 'a pattern of one’s own needs a bend'],
      ['turn', sway({ seed: 2 ** 40 }), 'seed'],
      ['turn', sway({ low: NaN }), 'low'],
      ['fill', sway({ low: '#000000', high: '#ffffff' }), 'a pattern of colours has to replace'],
      ['position', sway({ direction: 'along', mode: 'multiply' }), 'goes along its route'],
    ]
    for (const [name, pattern, words] of cases) {
      const bad = projectOf([layerWith('a', {})])
      const { properties } = bad.scenes[0]!.layers[0]!
      const broken = projectOf([layerWith('a', { [name]: { ...properties[name]!, patterns: [pattern] } })])
      expect(`${JSON.stringify(projectSchema.safeParse(broken).error?.issues)}`).toContain(words)
    }
  })

  it('go along with the keys they lie among, and with their layer', () => {
    const project = patterned('turn', turning, [sway(), sway({ id: 'late', from: at(5), to: at(8) })])
    const all = keysIn(project, 'turn')
    const moved = edited(project, (draft) => moveKeys(draft, all, at(2)))
    expect(of(moved, 'turn').patterns!.map(({ from, to }) => [from, to])).toEqual([
      [at(3), at(6)],
      [at(5), at(8)],
    ])
    const one = patterned('turn', turning, [sway()])
    const long = edited(one, (draft) => stretchKeys(draft, all, { about: 0, factor: 2 }))
    for (const s of [0.5, 1.3, 2.9])
      expect(seen(of(long, 'turn'), 2 * s)[0]).toBeCloseTo(seen(of(one, 'turn'), s)[0]!, 6)
    const back = edited(one, (draft) => reverseKeys(draft, all))
    for (const s of [0.5, 1.3, 2.9])
      expect(seen(of(back, 'turn'), 6 - s)[0]).toBeCloseTo(seen(of(one, 'turn'), s)[0]!, 5)
    const slid = edited(project, (draft) =>
      slideLayers(draft, { scene: 'scene', layers: ['a'] }, { byTicks: at(1), part: 'both' }),
    )
    expect(of(slid, 'turn').patterns!.map(({ from }) => from)).toEqual([at(2), at(6)])
    const rippled = edited(project, (draft) =>
      rippleKeys(draft, { scene: 'scene', layers: ['a'], from: at(4), byTicks: at(1) }),
    )
    expect(of(rippled, 'turn').patterns!.map(({ from }) => from)).toEqual([at(1), at(6)])
  })

  it('of a place are shared out to X and Y as it is split, and come back as it is joined', () => {
    const place: Property = { kind: 'place', value: [100, 50], keys: [] }
    const both = sway({ id: 'both' })
    const project = patterned('position', place, [sway({ component: 1 }), both])
    const split = edited(project, (draft) => splitPosition(draft, refOf('position'), { makeId: ids() }))
    expect(['x', 'y'].map((axis) => of(split, `position ${axis}`).patterns!.map(({ id }) => id))).toEqual([
      ['both'],
      ['p', 'both'],
    ])
    expect(problem(split)).toBe('')
    const joined = edited(split, (draft) => joinPosition(draft, refOf('position'), { makeId: ids() }))
    for (const s of [0, 1.2, 3.9, 5]) {
      const wanted = seen(of(project, 'position'), s)
      expect(seen(of(joined, 'position'), s)).toEqual(wanted.map((part) => expect.closeTo(part, 9) as number))
    }
    const along = patterned('position', place, [sway({ direction: 'along' })])
    expect(() =>
      edited(along, (draft) => splitPosition(draft, refOf('position'), { makeId: ids() })),
    ).toThrow('Write it as keys first')
  })

  it('of a size keep a shape from being made a path', () => {
    const project = patterned('size', { kind: 'pair', value: [9, 9], keys: [] }, [sway()])
    expect(() => edited(project, (draft) => becomePath(draft, 'scene', ['a'], ids()))).toThrow(
      'as keys first',
    )
  })
})

describe('a pattern written as keys', () => {
  const written = (
    project: Project,
    name: string,
    within: number,
  ): { after: Property; report: WriteReport } => {
    let report: WriteReport = { keys: 0, error: 0 }
    const after = edited(project, (draft) => {
      report = writePatterns(draft, refOf(name), { within, makeId: ids() })
    })
    expect(problem(after)).toBe('')
    return { after: of(after, name), report }
  }
  /** The largest distance of what is seen, densely looked at, jumps left a tick of room. */
  const farthest = (before: Property, after: Property, from: number, to: number): number => {
    const [one, other] = [before, after].map((each) => compileProperty(each, []))
    let worst = 0
    for (let i = 0; i <= 3000; i += 1) {
      const time = Math.round(at(from) + ((at(to) - at(from)) * (i + 0.37)) / 3001)
      const [was, is] = [playedValueAt(one!, time), playedValueAt(other!, time)]
      worst = Math.max(worst, Math.hypot(...was.map((part, c) => part - is[c]!)))
    }
    return worst
  }
  const bend = { kind: 'family', family: 'power', mode: 'in' } as const

  it.each(PATTERN_KINDS)('%s stays within the distance asked for, in its stretch and outside it', (kind) => {
    const live = sway({ kind, phase: 0.3, fade: 0.5, seed: 5, ...(kind === 'own' ? { bend } : {}) })
    for (const [name, given] of [
      ['turn', turning],
      ['turn', { kind: 'turn', value: 5, keys: [] } as const],
    ] as const) {
      const project = patterned(name, given, [live])
      const { after, report } = written(project, name, 0.2)
      expect(after.patterns).toBeUndefined()
      expect(report.error).toBeLessThanOrEqual(0.2)
      expect(farthest(of(project, name), after, -1, 7)).toBeLessThanOrEqual(0.21)
      expect(report.keys).toBe(after.keys.length)
    }
  })

  it('takes few keys: a sine four or so a swing, a square two', () => {
    const still: Property = { kind: 'turn', value: 0, keys: [] }
    const count = (kind: Pattern['kind']): number =>
      written(patterned('turn', still, [sway({ kind })]), 'turn', 0.2).report.keys
    expect(count('sine')).toBeLessThanOrEqual(14)
    expect(count('zigzag')).toBeLessThanOrEqual(10)
    // Each jump is a held key and the one it jumps to.
    expect(count('square')).toBeLessThanOrEqual(16)
  })

  it('of a place, a pair and a colour stays within it, too', () => {
    const circle = [
      sway({ component: 0, phase: 0.25, low: -60, high: 60 }),
      sway({ id: 'q', low: -60, high: 60 }),
    ]
    const route = property('place', [key(0, [0, 0]), key(6, [600, 100])])
    const place = patterned('position', route, circle)
    const { after } = written(place, 'position', 0.5)
    expect(farthest(of(place, 'position'), after, -1, 7)).toBeLessThanOrEqual(0.55)
    const size = patterned('size', { kind: 'pair', value: [100, 80], keys: [] }, [
      sway({ mode: 'multiply', low: 0.5, high: 1.5 }),
    ])
    expect(farthest(of(size, 'size'), written(size, 'size', 0.3).after, -1, 7)).toBeLessThanOrEqual(0.32)
    const lamp = patterned('fill', { kind: 'colour', value: '#203040', keys: [] }, [
      sway({ mode: 'replace', low: '#ffcc66', high: '#804010', kind: 'zigzag' }),
    ])
    expect(farthest(of(lamp, 'fill'), written(lamp, 'fill', 0.004).after, -1, 7)).toBeLessThanOrEqual(0.005)
  })

  it('leaves those that are switched off, and is refused where there is none', () => {
    const project = patterned('turn', turning, [sway(), sway({ id: 'off', off: true })])
    expect(written(project, 'turn', 0.1).after.patterns!.map(({ id }) => id)).toEqual(['off'])
    const none = projectOf([layerWith('a', { turn: turning })])
    expect(() => written(none, 'turn', 0.1)).toThrow('no live pattern')
    expect(() => written(project, 'turn', 0)).toThrow('above 0')
  })

  it('stays within it whatever lies on whatever', () => {
    const anyPattern = fc.record({
      kind: fc.constantFrom(...PATTERN_KINDS),
      mode: fc.constantFrom('add', 'replace', 'multiply'),
      from: fc.integer({ min: 0, max: 20 }),
      length: fc.integer({ min: 3, max: 30 }),
      frequency: fc.double({ min: 0.2, max: 3, noNaN: true }),
      phase: fc.double({ min: 0, max: 1, noNaN: true }),
      seed: fc.integer({ min: 0, max: 999 }),
    })
    fc.assert(
      fc.property(fc.array(anyPattern, { minLength: 1, maxLength: 2 }), (given) => {
        const patterns = given.map(({ from, length, mode, ...one }, i) =>
          sway({
            ...one,
            mode: mode as Pattern['mode'] & string,
            id: `p${i}`,
            from: at(from / 10),
            to: at((from + length) / 10),
            bend,
          }),
        )
        const project = patterned('turn', turning, patterns)
        const { after, report } = written(project, 'turn', 1)
        expect(farthest(of(project, 'turn'), after, -1, 7)).toBeLessThanOrEqual(
          Math.max(1.1, 1.1 * report.error),
        )
        expect(report.error).toBeLessThan(2)
      }),
      { numRuns: 25 },
    )
  })
})

describe('a new pattern', () => {
  const definitions = ['turn', 'position', 'scale', 'opacity', 'fill', 'corner'].map((name) =>
    definitionOf('rectangle', name)!,
  )

  it.each(PATTERN_KINDS)('%s is lawful on every kind of property, and is seen there', (kind) => {
    for (const definition of definitions) {
      const { name, value } = definition
      const made = newPattern({ id: 'p', kind, definition, value, from: at(1), to: at(4) })
      const project = edited(projectOf([layerWith('a', {})]), (draft) => setPattern(draft, refOf(name), made))
      expect(problem(project), name).toBe('')
      const looks = [1.1, 1.6, 2.3].map((s) => JSON.stringify(seen(of(project, name), s)))
      expect(new Set(looks).size, name).toBeGreaterThan(1)
    }
  })

  it('starts low, in the middle or high, and ends so with whole swings', () => {
    for (const kind of ['sine', 'zigzag', 'square'] as const)
      for (const [start, level] of [
        ['low', -8],
        ['middle', 0],
        ['high', 8],
      ] as const) {
        const phase = phaseOfStart(sway({ kind }), start)
        if (phase === null) continue
        const live = withWholeSwings(sway({ kind, phase, frequency: 0.9 }))
        const still: Property = { kind: 'turn', value: 0, keys: [], patterns: [live] }
        expect(seen(still, 1)[0], `${kind} ${start}`).toBeCloseTo(level, 6)
        // A square is high for as long as it was low before.
        if (kind !== 'square') expect(seen(still, 3.9999999)[0]).toBeCloseTo(level, 4)
      }
    expect(phaseOfStart(sway({ kind: 'wander' }), 'low')).toBeNull()
    expect(swingsOf(withWholeSwings(sway({ frequency: 0.05 })))).toBeCloseTo(1, 9)
  })
})
