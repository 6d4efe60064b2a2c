import fc from 'fast-check'
import { nextTick } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import { layerWith, key, projectOf, property } from '../../../../../../core/test/trials.ts'
import { buildRows, type Row } from '../rows.ts'
import { LanePaper } from './lanePaper.ts'
import { paperIdOf, stripsOf } from './paperStrips.ts'

describe('the paper', () => {
  it('tells once of all that changed in one go', async () => {
    const paper = new LanePaper()
    const follower = vi.fn()
    const leave = paper.follow(follower)
    paper.put('a', () => undefined)
    paper.put('b', () => undefined)
    expect(follower).not.toHaveBeenCalled()
    await nextTick()
    expect(follower).toHaveBeenCalledTimes(1)
    leave()
    paper.put('a', () => undefined)
    await nextTick()
    expect(follower).toHaveBeenCalledTimes(1)
  })

  it('keeps what another has put in a row’s place meanwhile', () => {
    const paper = new LanePaper()
    const [first, second] = [() => undefined, () => undefined]
    paper.put('a', first)
    paper.put('a', second)
    paper.take('a', first)
    expect(paper.of('a')).toBe(second)
    paper.take('a', second)
    expect(paper.of('a')).toBeUndefined()
  })
})

const none = new Set<string>()
const turn = property('turn', [key(0, 0), key(1, 9)])
const opacity = property('number', [key(0, 0), key(1, 9)])
const scene = projectOf(
  Array.from({ length: 20 }, (_, i) => layerWith(`l${i}`, i % 3 === 0 ? { turn } : { turn, opacity })),
).scenes[0]!
const rows = buildRows(scene, { filter: 'animated', folded: none, search: '', keep: none, full: none })

/** Any rows open, any stretch of rows shown. */
const decks = fc
  .record({
    open: fc.uniqueArray(fc.nat(rows.length - 1)),
    ends: fc.tuple(fc.nat(rows.length - 1), fc.nat(rows.length - 1)),
  })
  .map(({ open, ends }) => {
    const isOpen = (row: Row): boolean => open.some((index) => rows[index] === row)
    const tops = [0]
    for (const row of rows) tops.push(tops[tops.length - 1]! + (isOpen(row) ? 132 : 26))
    return { isOpen, tops, from: Math.min(...ends), to: Math.max(...ends) }
  })

describe('strips of paper', () => {
  it('lie under every closed row that is shown, once and in its place, and under no open one', () => {
    fc.assert(
      fc.property(decks, ({ isOpen, tops, from, to }) => {
        const strips = stripsOf(rows, tops, { from, to, isOpen })
        const placed = strips.flatMap(({ top, rows: on }) =>
          on.map((row) => [row.id, top + row.top] as const),
        )
        expect(new Set(placed.map(([id]) => id)).size).toBe(placed.length)
        const places = new Map(placed)
        rows.forEach((row, index) => {
          if (isOpen(row)) expect(places.has(paperIdOf(row))).toBe(false)
          else if (index >= from && index <= to) expect(places.get(paperIdOf(row))).toBe(tops[index])
        })
      }),
    )
  })

  it('are as high as their rows, are few, and keep their names and layouts while the deck is scrolled', () => {
    fc.assert(
      fc.property(decks, fc.nat(rows.length - 1), ({ isOpen, tops, from, to }, by) => {
        const strips = stripsOf(rows, tops, { from, to, isOpen })
        for (const { rows: on, height } of strips) expect(height).toBe(on.length * 26)
        const later = stripsOf(rows, tops, {
          from: Math.min(from + by, rows.length - 1),
          to: Math.min(to + by, rows.length - 1),
          isOpen,
        })
        for (const strip of later) {
          const before = strips.find(({ id }) => id === strip.id)
          if (before) expect(strip).toEqual(before)
        }
      }),
    )
    const all = stripsOf(rows, tops(), { from: 0, to: rows.length - 1, isOpen: () => false })
    expect(all.length).toBe(Math.ceil(rows.length / 8))
  })

  it('are none without rows', () => {
    expect(stripsOf([], [0], { from: 0, to: -1, isOpen: () => false })).toEqual([])
  })
})

function tops(): number[] {
  return [...rows, null].map((_, i) => i * 26)
}
