import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
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
import type { Value } from '../../property/index.ts'
import { projectSchema } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  BadEdit,
  copyKeys,
  pasteBends,
  pasteKeys,
  pasteTiming,
  pasteValues,
  type PropertyRef,
} from '../index.ts'

const second = (count: number) => asTicks(Math.round(count * TICKS_PER_SECOND))
const ref = (layer: string, name: string): PropertyRef => ({ scene: 'scene', layer, property: name })

describe('pasteKeys', () => {
  it('moves the same motion to another layer and time', () => {
    const kinds = fc.constantFrom('turn', 'pair', 'place', 'colour').chain((kind) => anyProperty(kind))
    const names = { turn: 'turn', pair: 'scale', place: 'position', colour: 'fill' } as Record<string, string>
    fc.assert(
      fc.property(kinds, fc.integer({ min: -20, max: 40 }), (made, tenths) => {
        const given = lawful(made)
        const name = names[given.kind]!
        const project = projectOf([layerWith('a', { [name]: given }), layerWith('b', {})])
        const clip = copyKeys(project, refsOf(project, 'a', name))!
        const time = second(tenths / 10)
        const after = edited(project, (draft) =>
          pasteKeys(draft, clip, { properties: [ref('b', name)], time, makeId: ids() }),
        )
        const other = (moment: number): number => moment - clip.start + time
        const miss = worstMiss(given, propertyOf(after, 'b', name), { times: momentsOf(given), other })
        expect(miss).toBeLessThan(given.kind === 'place' ? 2e-5 : 1e-7)
        expect(projectSchema.safeParse(after).error?.issues).toBeUndefined()
      }),
      { numRuns: 500, seed: 71 },
    )
  })

  it('keeps differences when pasted relative, from what is shown there', () => {
    fc.assert(
      fc.property(anyProperty('turn'), anyProperty('turn'), fc.nat(40), (source, made, tenths) => {
        const target = lawful(made)
        const project = projectOf([layerWith('a', { turn: source }), layerWith('b', { turn: target })])
        const clip = copyKeys(project, refsOf(project, 'a', 'turn'))!
        const time = second(tenths / 10)
        const options = { properties: [ref('b', 'turn')], time, relative: true, makeId: ids() }
        const after = propertyOf(
          edited(project, (draft) => pasteKeys(draft, clip, options)),
          'b',
          'turn',
        )
        const pasted = after.keys.filter(({ id }) => id.startsWith('n')).map(({ value }) => value as number)
        const copied = source.keys.map(({ value }) => value as number)
        expect(pasted).toHaveLength(copied.length)
        pasted.forEach((value, i) => expect(value - pasted[0]!).toBeCloseTo(copied[i]! - copied[0]!, 9))
        const shown = worstMiss(target, property('turn', [key(0, pasted[0]!)]), { times: [time] })
        expect(shown).toBeLessThan(1e-9)
      }),
      { numRuns: 500, seed: 72 },
    )
  })

  const trial = projectOf([
    layerWith('a', {
      turn: property('turn', [key(0, 0, ease), key(1, 90)]),
      scale: property('pair', [key(0, [50, 50], ease), key(1, [120, 120])]),
      size: property('pair', [key(0, [50, 70], ease), key(1, [120, 10])]),
      opacity: property('number', [key(0, 10), key(1, 80)]),
      fill: property('colour', [key(0, '#ff0000'), key(1, '#00ff00')]),
      position: property('place', [
        key(0, [0, 0], ease, { route: { arrive: [0, 0], leave: [50, 0], through: 'corner' } }),
        key(1, [9, 9]),
      ]),
    }),
    layerWith('b', {}),
  ])
  const pasted = (from: string, to: string, more: { relative?: boolean } = {}): Value[] =>
    propertyOf(
      edited(trial, (draft) =>
        pasteKeys(draft, copyKeys(trial, refsOf(trial, 'a', from))!, {
          properties: [ref('b', to)],
          time: second(2),
          makeId: ids(),
          ...more,
        }),
      ),
      'b',
      to,
    ).keys.map(({ value }) => value)

  it('converts between numbers and pairs of one unit', () => {
    expect(pasted('opacity', 'scale')).toEqual([
      [10, 10],
      [80, 80],
    ])
    expect(pasted('scale', 'opacity')).toEqual([50, 120])
    expect(pasted('position', 'pivot')).toEqual([
      [0, 0],
      [9, 9],
    ])
  })

  it('refuses what has no meaning there, and says why', () => {
    expect(() => pasted('turn', 'opacity')).toThrow(
      /Turn cannot be pasted onto Opacity: one is in ° and the other in %/,
    )
    expect(() => pasted('size', 'corner')).toThrow(/two numbers, x and y, that differ/)
    expect(() => pasted('fill', 'turn')).toThrow(/a colour and numbers have nothing in common/)
    expect(() => pasted('fill', 'stroke', { relative: true })).toThrow(/no differences that could be kept/)
    expect(() => pasted('fill', 'wings')).toThrow(/no wings/)
  })

  it('gives spans a bend of their own where the library lacks the one they were linked to', () => {
    const linked = {
      ...projectOf([
        layerWith('a', { turn: property('turn', [key(0, 0, { kind: 'linked', bendId: 'x' }), key(1, 90)]) }),
      ]),
      bends: [{ id: 'x', name: 'Soft', bend: ease }],
    }
    const clip = copyKeys(linked, refsOf(linked, 'a', 'turn'))!
    const options = { properties: [ref('b', 'turn')], time: second(0), makeId: ids() }
    const there = edited(trial, (draft) => pasteKeys(draft, clip, options))
    expect(propertyOf(there, 'b', 'turn').keys[0]!.bend).toEqual(ease)
    const here = edited(linked, (draft) =>
      pasteKeys(draft, clip, { ...options, properties: [ref('a', 'turn')], time: second(3) }),
    )
    expect(propertyOf(here, 'a', 'turn').keys[2]!.bend).toEqual({ kind: 'linked', bendId: 'x' })
  })
})

describe('pasteBends, pasteTiming and pasteValues', () => {
  const project = projectOf([
    layerWith('a', { turn: property('turn', [key(0, 0, ease), key(0.5, 9, { kind: 'hold' }), key(2, 90)]) }),
    layerWith('b', {
      opacity: property('number', [key(1, 10), key(2, 20), key(3, 30)]),
      turn: property('turn', [key(1, 10), key(2, 20), key(3, 30)]),
    }),
  ])
  const clip = copyKeys(project, refsOf(project, 'a', 'turn'))!
  const targets = refsOf(project, 'b', 'opacity')

  it('carry over just that', () => {
    const bent = propertyOf(
      edited(project, (draft) => pasteBends(draft, clip, targets)),
      'b',
      'opacity',
    )
    expect(bent.keys.map(({ bend }) => bend.kind)).toEqual(['handles', 'hold', 'handles'])
    expect(bent.keys.map(({ t, value }) => [t, value])).toEqual([
      [second(1), 10],
      [second(2), 20],
      [second(3), 30],
    ])
    const timed = propertyOf(
      edited(project, (draft) => pasteTiming(draft, clip, targets)),
      'b',
      'opacity',
    )
    expect(timed.keys.map(({ t, value }) => [t / TICKS_PER_SECOND, value])).toEqual([
      [1, 10],
      [1.5, 20],
      [3, 30],
    ])
    const valued = propertyOf(
      edited(project, (draft) => pasteValues(draft, clip, refsOf(project, 'b', 'turn'))),
      'b',
      'turn',
    )
    expect(valued.keys.map(({ t, value }) => [t / TICKS_PER_SECOND, value])).toEqual([
      [1, 0],
      [2, 9],
      [3, 90],
    ])
  })

  it('refuse another number of keys', () => {
    expect(() => edited(project, (draft) => pasteTiming(draft, clip, targets.slice(1)))).toThrow(
      /3 keys were copied, but 2/,
    )
    expect(() => edited(project, (draft) => pasteValues(draft, clip, targets))).toThrow(BadEdit)
  })
})
