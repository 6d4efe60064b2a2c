import { describe, expect, it } from 'vitest'
import { ease, key, property } from '../../test/trials.ts'
import { settle, type PlainBend } from '../bend/index.ts'
import { compileProperty } from './compileProperty.ts'
import { turnsBack } from './turnsBack.ts'

const of = (...bends: readonly PlainBend[]): number[] =>
  turnsBack(
    compileProperty(
      property('number', [...bends.map((bend, i) => key(i, i * 10, bend)), key(bends.length, 1000)]),
      [],
    ),
  )

describe('turnsBack', () => {
  it('finds spans that go back on their way, and no others', () => {
    const under: PlainBend = {
      kind: 'handles',
      leave: { reach: 0.4, rise: -0.5 },
      arrive: { reach: 0.4, rise: 0 },
    }
    expect(
      of(ease, under, { kind: 'hold' }, settle({ reach: 0.3, rise: 0 }, 0.1), { kind: 'linear' }),
    ).toEqual([1, 3])
  })

  it('takes the upright and the flat for no way back', () => {
    const upright: PlainBend = {
      kind: 'handles',
      leave: { reach: 1, rise: 0 },
      arrive: { reach: 1, rise: 0 },
    }
    expect(of(upright, ease)).toEqual([])
  })
})
