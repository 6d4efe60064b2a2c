import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BadNumber, readValue, type ValueContext } from './index.ts'

const FREE = [-Infinity, Infinity] as const
const place: ValueContext = {
  kind: 'place',
  current: [100, 200],
  unit: 'px',
  whole: [1280, 720],
  limits: FREE,
}
const scale: ValueContext = { kind: 'pair', current: [100, 50], unit: '%', limits: FREE }
const opacity: ValueContext = { kind: 'number', current: 80, unit: '%', limits: [0, 100] }

describe('a value as it is typed', () => {
  it.each([
    ['640, 360', [640, 360]],
    ['640,360', [640, 360]],
    ['640 360', [640, 360]],
    ['640 -360', [640, -360]],
    ['1,5; 2,5', [1.5, 2.5]],
    ['50%, 50%', [640, 360]],
    ['+=10, -=10', [110, 190]],
    ['x 5', [5, 200]],
    ['y += 300', [100, 500]],
    ['y+=300', [100, 500]],
    ['X=20', [20, 200]],
    ['x -20px', [-20, 200]],
  ])('of a place, %s', (text, value) => {
    expect(readValue(text, place)).toEqual(value)
  })
  it('of a pair: one number for both, or each changed by as much', () => {
    expect(readValue('50', scale)).toEqual([50, 50])
    expect(readValue('*= 1.5', scale)).toEqual([150, 75])
    expect(readValue('50 %', scale)).toEqual([50, 50])
  })
  it('of a number, a colour, a text', () => {
    expect(readValue('-=30', opacity)).toBe(50)
    expect(readValue('50%', opacity)).toBe(50)
    const other = { unit: '', limits: FREE } as const
    expect(readValue(' #c8401a ', { ...other, kind: 'colour', current: '#000000' })).toBe('#c8401a')
    expect(readValue('Dusk, at last', { ...other, kind: 'choice', current: 'Text' })).toBe('Dusk, at last')
  })
  it.each([
    ['150', opacity, 'It has to lie from 0 to 100%.'],
    ['640', place, 'Type two numbers, such as 640, 360, or one with its axis: x or y 640.'],
    ['1, 2, 3', place, 'Type two numbers, such as 640, 360, or one with its axis: x or y 640.'],
    ['x', place, 'Type two numbers, such as 640, 360, or one with its axis: x or y 640.'],
    ['mauve-ish', { ...opacity, kind: 'colour', current: '#000000' } as const, 'is not a colour'],
    ['on', { ...opacity, kind: 'choice', current: true } as const, 'cannot be typed'],
    ['wide', scale, 'is not a number or a sum'],
  ])('is refused with a sentence: %s', (text, context, sentence) => {
    expect(() => readValue(text, context)).toThrow(BadNumber)
    expect(() => readValue(text, context)).toThrow(sentence)
  })
  it('two whole numbers are read however they are parted', () => {
    const number = fc.integer({ min: -5000, max: 5000 })
    fc.assert(
      fc.property(number, number, fc.constantFrom(', ', ',', '; ', ' ', '  '), (x, y, between) => {
        expect(readValue(`${x}${between}${y}`, place)).toEqual([x, y])
      }),
      { numRuns: 200, seed: 3 },
    )
  })
})
