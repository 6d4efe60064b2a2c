import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { key, layerWith, property } from '../../../test/trials.ts'
import { NO_LINKS } from '../../bend/index.ts'
import type { Property } from '../../property/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import {
  applyMatrix,
  compilePartMoves,
  countedText,
  numberText,
  partLookInto,
  partRanks,
  partTimeAt,
  plainPartLook,
  readsRightToLeft,
  textLines,
  textParts,
  type Layer,
  type Separator,
  type TextLook,
} from '../index.ts'

const look = (text: string, more: Partial<TextLook> = {}): TextLook => ({
  text,
  align: 'left',
  width: 0,
  lineHeight: 1.2,
  fontSize: 100,
  weight: 400,
  letterSpacing: 0,
  ...more,
})
/** Each character 10 px, whatever its size: a typewriter's. */
const typewriter = (text: string): number => [...text].length * 10
const linesOf = (text: string, width: number): string[] =>
  textLines(look(text, { width }), typewriter).map((line) => line.text)

describe('the lines of a text', () => {
  it('stand a line height apart, each as the text is aligned', () => {
    const at = (align: TextLook['align']) =>
      textLines(look('four\n\nsix six', { align }), typewriter).map(({ x, y, width }) => [x, y, width])
    expect(at('left')).toEqual([
      [-0, 0, 40],
      [-0, 120, 0],
      [-0, 240, 70],
    ])
    expect(at('middle').map(([x]) => x)).toEqual([-20, -0, -35])
    expect(at('right').map(([x]) => x)).toEqual([-40, -0, -70])
  })

  it('are as full as they can be, broken at spaces, hyphens and between ideographs', () => {
    expect(linesOf('the lantern regatta', 110)).toEqual(['the lantern', 'regatta'])
    expect(linesOf('the lantern regatta', 109)).toEqual(['the', 'lantern', 'regatta'])
    expect(linesOf('a far-off shore', 60)).toEqual(['a far-', 'off', 'shore'])
    expect(linesOf('灯籠流し、夜', 30)).toEqual(['灯籠流', 'し、夜'])
    expect(linesOf('灯籠流し、夜', 40)).toEqual(['灯籠流', 'し、夜'])
    expect(linesOf('one  two', 40)).toEqual(['one', 'two'])
    expect(linesOf('', 40)).toEqual([''])
  })

  it('let a word that is too long stand by itself', () => {
    expect(linesOf('a lantern b', 30)).toEqual(['a', 'lantern', 'b'])
  })

  it('lose nothing but the spaces they are broken at', () => {
    const text = fc.array(fc.constantFrom('lamp', 'oil', 'a', '灯', '-', 'far-off', ' ', '  '), {
      maxLength: 30,
    })
    fc.assert(
      fc.property(text, fc.integer({ min: 1, max: 300 }), (words, width) => {
        const whole = words.join('')
        const lines = linesOf(whole, width)
        expect(lines.join('').replaceAll(' ', '')).toBe(whole.replaceAll(' ', ''))
        for (const line of lines) {
          if (typewriter(line) <= width) continue
          // What is too long cannot be broken.
          expect(line.trim()).not.toMatch(/\s|灯[^-]|.灯/)
        }
      }),
      { numRuns: 200 },
    )
  })
})

describe('the parts of a text', () => {
  const partsOf = (text: string, by: 'letters' | 'words' | 'lines', measure = typewriter) =>
    textParts(textLines(look(text), measure), by, { font: look(text), measure }).map(
      ({ text: part, x, y }) => [part, x + 0, y],
    )

  it('are its letters, words or lines, each where it stands in the whole', () => {
    expect(partsOf('Go, go', 'letters')).toEqual([
      ['G', 0, 0],
      ['o', 10, 0],
      [',', 20, 0],
      ['g', 40, 0],
      ['o', 50, 0],
    ])
    expect(partsOf(' oil  lamp', 'words')).toEqual([
      ['oil', 10, 0],
      ['lamp', 60, 0],
    ])
    expect(partsOf('one two\n\nthree', 'lines')).toEqual([
      ['one two', 0, 0],
      ['three', 0, 240],
    ])
    expect(partsOf('  ', 'letters')).toEqual([])
  })

  it('stand as kerning has them: a pair that is set closer draws the second to the first', () => {
    const kerned = (text: string): number => typewriter(text) - 3 * (text.match(/AV/g)?.length ?? 0)
    expect(partsOf('AVA', 'letters', kerned).map(([, x]) => x)).toEqual([0, 7, 17])
  })

  it('are characters as a person sees them', () => {
    expect(partsOf('a👨‍👩‍👧e\u0301🏳️‍🌈', 'letters').map(([part]) => part)).toEqual(['a', '👨‍👩‍👧', 'e\u0301', '🏳️‍🌈'])
  })

  it('of what is written from right to left are its words, from the right; of both ways the line', () => {
    // 'Peace, light' and a line with a year in it.
    expect(partsOf('שלום אור', 'letters')).toEqual([
      ['שלום', 40, 0],
      ['אור', 0, 0],
    ])
    expect(partsOf('سلام', 'letters')).toEqual([['سلام', 0, 0]])
    expect(partsOf('אור 1920', 'words')).toEqual([['אור 1920', 0, 0]])
    expect([readsRightToLeft('…שלום a'), readsRightToLeft('a שלום'), readsRightToLeft('12')]).toEqual([
      true,
      false,
      false,
    ])
  })
})

describe('the order of parts', () => {
  it('is by their place, or by chance, the same for the same seed', () => {
    expect(partRanks(4, 'forward', 0)).toEqual([0, 1, 2, 3])
    expect(partRanks(4, 'backward', 0)).toEqual([3, 2, 1, 0])
    expect(partRanks(5, 'ends in', 0)).toEqual([0, 1, 2, 1, 0])
    expect(partRanks(5, 'middle out', 0)).toEqual([2, 1, 0, 1, 2])
    expect(partRanks(4, 'middle out', 0)).toEqual([1, 0, 0, 1])
    const chance = partRanks(60, 'chance', 7)
    expect([...chance].sort((a, b) => a - b)).toEqual(partRanks(60, 'forward', 0))
    expect(partRanks(60, 'chance', 7)).toEqual(chance)
    expect(partRanks(60, 'chance', 8)).not.toEqual(chance)
  })
})

describe('what a part of a text plays', () => {
  const still = (kind: Property['kind'], value: Property['value']): Property => ({ kind, value, keys: [] })
  const textLayer = (properties: Readonly<Record<string, Property>>, given: Partial<Layer> = {}): Layer => ({
    ...layerWith('a', { 'part delay': still('number', 0.25), ...properties }, 'text'),
    ...given,
  })
  const secondsOf = (layer: Layer, count: number): number[] => {
    const moves = compilePartMoves(layer, NO_LINKS)
    return Array.from(
      { length: count },
      (_, i) => partTimeAt(moves, TICKS_PER_SECOND, i, count) / TICKS_PER_SECOND,
    )
  }

  it('is what its layer’s keys say, each by one delay later', () => {
    expect(secondsOf(textLayer({}), 3)).toEqual([1, 0.75, 0.5])
    expect(secondsOf(textLayer({ 'part order': still('choice', 'backward') }), 3)).toEqual([0.5, 0.75, 1])
  })

  it('comes with delays that grow as a bend goes, the last as late as with even ones', () => {
    const bent = textLayer({}, { partBend: { kind: 'family', family: 'power', power: 2, mode: 'in' } })
    // (i/4)² of four delays of a quarter second (arithmetic).
    expect(secondsOf(bent, 5)).toEqual(
      [1, 1 - 1 / 16, 1 - 4 / 16, 1 - 9 / 16, 0].map((s) => expect.closeTo(s, 6)),
    )
  })

  it('is about a point of its own', () => {
    const layer = textLayer({
      'part offset': property('pair', [key(0, [0, 100]), key(1, [0, 0])]),
      'part turn': still('turn', 90),
      'part scale': still('pair', [200, 200]),
      'part opacity': still('number', 40),
      'part pivot': still('pair', [0, 78]),
      fill: still('colour', '#ffffff'),
    })
    const part = plainPartLook()
    const line = { text: 'x', x: 30, y: 200, width: 10 }
    partLookInto(part, compilePartMoves(layer, NO_LINKS), line, { fontSize: 100, time: TICKS_PER_SECOND / 2 })
    // The left end of its base line moves by half the offset; a point 5 px right of it is 10 px below that.
    expect(applyMatrix(part.matrix, 30, 200)).toEqual([30, 250].map((one) => expect.closeTo(one, 9)))
    expect(applyMatrix(part.matrix, 35, 200)).toEqual([30, 260].map((one) => expect.closeTo(one, 9)))
    expect(part.opacity).toBeCloseTo(0.4, 12)
    expect(part.fill[0]).toBeCloseTo(1, 6)
  })
})

describe('a number in a text', () => {
  const text = (number: number, decimals = 0, separator: Separator = 'none') =>
    countedText({ content: '{number} m of {number}', number, decimals, separator })

  it('stands wherever it is asked for', () => {
    expect(text(12)).toBe('12 m of 12')
    expect(countedText({ content: 'no number', number: 3, decimals: 0, separator: 'none' })).toBe('no number')
  })

  // Source: ECMA-402 with the Unicode CLDR, whose marks of four languages these are.
  it.each([
    ['comma', 'en-US'],
    ['point', 'de-DE'],
    ['space', 'fr-FR'],
    ['apostrophe', 'de-CH'],
  ] as const)('has its thousands apart as %s languages have them (Intl)', (separator, language) => {
    const number = fc.double({ min: -1e9, max: 1e9, noNaN: true })
    fc.assert(
      fc.property(number, fc.integer({ min: 0, max: 6 }), (value, decimals) => {
        const format = new Intl.NumberFormat(language, {
          minimumFractionDigits: decimals,
          maximumFractionDigits: decimals,
          signDisplay: 'negative',
        })
        // What a double cannot tell from a half is rounded as it is written; Swiss marks are curved in newer data.
        const written = Number(value.toPrecision(15))
        expect(numberText(value, decimals, separator)).toBe(
          format.format(written).replace('-', '−').replaceAll("'", '’'),
        )
      }),
      { numRuns: 300 },
    )
  })

  it('is rounded as it is written, a half away from zero, and never minus nothing', () => {
    expect([numberText(1.005, 2, 'none'), numberText(2.5, 0, 'none'), numberText(-2.5, 0, 'none')]).toEqual([
      '1.01',
      '3',
      '−3',
    ])
    expect([
      numberText(-0.2, 0, 'none'),
      numberText(0.0000004, 6, 'none'),
      numberText(1e9, 6, 'comma'),
    ]).toEqual(['0', '0.000000', '1,000,000,000.000000'])
  })
})
