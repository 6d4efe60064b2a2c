import { describe, expect, it } from 'vitest'
import { ease } from '../../../test/trials.ts'
import type { PlainBend } from '../../bend/index.ts'
import { asTicks, frameTicks } from '../../time/index.ts'
import { bendText, readEasing } from '../css/index.ts'
import { readCells, writeCells } from './cells.ts'
import { readKeyTable, writeKeyTable, type KeyRow } from './keyTable.ts'

const rate = { num: 24, den: 1 }
const frame = frameTicks(rate)
const row = (more: Partial<KeyRow>): KeyRow => ({
  layer: 'Boat',
  property: 'position',
  kind: 'place',
  t: asTicks(12 * frame),
  value: [10.5, -3],
  through: 'joined',
  bend: ease,
  ...more,
})

describe('readCells', () => {
  it.each([
    // RFC 4180, section 2, rules 5 to 7, with tabs.
    [
      'a\tb\nc\td\n',
      [
        ['a', 'b'],
        ['c', 'd'],
      ],
    ],
    ['"a\tb"\t"say ""yes"""', [['a\tb', 'say "yes"']]],
    ['"two\nlines"\tx', [['two\nlines', 'x']]],
    [
      '1;2\r\n3;4',
      [
        ['1', '2'],
        ['3', '4'],
      ],
    ],
    ['1,2', [['1,2']]],
    [
      'a,b\n1,2',
      [
        ['a', 'b'],
        ['1', '2'],
      ],
    ],
    ['', []],
  ])('reads %j', (text, cells) => {
    expect(readCells(text)).toEqual(cells)
  })

  it('reads back what writeCells writes', () => {
    const cells = [
      ['a', 'b\tc', '"'],
      ['', 'line\nbreak', 'ü'],
    ]
    expect(readCells(writeCells(cells))).toEqual(cells)
  })
})

describe('bendText', () => {
  const bends: readonly PlainBend[] = [
    { kind: 'linear' },
    { kind: 'hold' },
    ease,
    { kind: 'family', family: 'power', mode: 'inOut', power: 3 },
    { kind: 'family', family: 'elastic', mode: 'out', amplitude: 1.2, period: 0.4 },
    { kind: 'family', family: 'elastic', mode: 'out', period: 0.4 },
    { kind: 'family', family: 'steps', steps: 5, jump: 'end' },
    {
      kind: 'handles',
      leave: { reach: 0.4, rise: 0, lift: [12] },
      arrive: { reach: 0.4, rise: 0 },
    },
  ]
  it.each(bends)('is read back just as it is: $kind $family', (bend) => {
    expect(readEasing(bendText(bend))).toEqual(bend)
  })
})

describe('readKeyTable', () => {
  it('takes the headings of the table on screen: time, and what the property is called', () => {
    expect(
      readKeyTable('Time\tOpacity\n12\t40\n24\t80', { kinds: ['number'], rate, named: ['Opacity'] }),
    ).toEqual([
      { t: 12 * frame, value: 40 },
      { t: 24 * frame, value: 80 },
    ])
  })

  it('reads back what writeKeyTable writes, for every kind that fits cells', () => {
    const rows = [
      row({}),
      row({ kind: 'number', value: 47.25, bend: { kind: 'hold' } }),
      row({ kind: 'colour', value: '#c8401a' }),
      row({ kind: 'choice', value: true, t: asTicks(Math.round(2.5 * frame)) }),
    ]
    const read = readKeyTable(writeKeyTable(rows, rate), { kinds: rows.map(({ kind }) => kind), rate })
    expect(read).toEqual(rows.map(({ t, value, through, bend }) => ({ t, value, through, bend })))
  })

  it('tells columns by their number where there is no heading', () => {
    const options = { kinds: ['number' as const], rate }
    expect(readKeyTable('40\n50', options)).toEqual([{ value: 40 }, { value: 50 }])
    expect(readKeyTable('24\t40', options)).toEqual([{ t: 24 * frame, value: 40 }])
    expect(readKeyTable('1:00\t1\t2', { ...options, kinds: ['pair'] })).toEqual([
      { t: 24 * frame, value: [1, 2] },
    ])
  })

  it('takes numbers as spreadsheets of several lands write them', () => {
    const read = readKeyTable('1,5\n−2\n 40 %\n3.25', { kinds: ['number'], rate })
    expect(read.map(({ value }) => value)).toEqual([1.5, -2, 40, 3.25])
  })

  it('leaves out what empty cells do not say', () => {
    expect(readKeyTable('Frame\tValue\tBend\n\t7\t', { kinds: ['number'], rate })).toEqual([{ value: 7 }])
  })

  it.each([
    ['', 'no table to paste'],
    ['Frame\tValue\n1\tten', 'Row 2: “ten” is not a number'],
    ['Frame\tValue\tThrough\n1\t10\tround', 'Row 2: “round” is not corner'],
    ['1\t2\t3\t4\t5\t6', 'not clear which column'],
    ['Frame\tBend\n1\twobbly', 'wobbly'],
    ['Frame\tValue\nsoon\t1', 'cannot be read as a time'],
  ])('refuses %j with a sentence', (text, sentence) => {
    expect(() => readKeyTable(text, { kinds: ['number'], rate })).toThrow(sentence)
  })

  it('refuses what is no colour', () => {
    expect(() => readKeyTable('reddish', { kinds: ['colour'], rate })).toThrow('is not a colour')
  })
})
