import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { paintBar } from './paintBar.ts'
import { paintLane, type LaneFace } from './paintLane.ts'
import type { Brush } from './useRowPaper.ts'

interface Mark {
  readonly how: 'fill' | 'stroke' | 'fillText' | 'fillRect'
  readonly colour: string
  readonly alpha: number
  readonly width: number
  readonly dash: readonly number[]
  /** What is marked: path data, or the parts of a path, or words. */
  readonly what: string
}

/** A canvas that writes down what is painted on it, with what. */
function notedBrush(): { brush: Brush; marks: Mark[] } {
  const marks: Mark[] = []
  let [path, dash]: [string[], number[]] = [[], []]
  const on = {
    fillStyle: '',
    strokeStyle: '',
    globalAlpha: 1,
    lineWidth: 1,
    beginPath: () => (path = []),
    rect: (...at: number[]) => path.push(`rect ${at.join(' ')}`),
    roundRect: (...at: number[]) => path.push(`round ${at.join(' ')}`),
    moveTo: () => undefined,
    lineTo: (x: number, y: number) => path.push(`line ${x} ${y}`),
    arc: (x: number, _: number, radius: number) => path.push(`disc ${x} ${radius}`),
    setLineDash: (given: number[]) => (dash = given),
    fill: (given?: { data: string }) => mark('fill', given?.data ?? path.join(', ')),
    stroke: (given?: { data: string }) => mark('stroke', given?.data ?? path.join(', ')),
    fillText: (word: string, x: number) => mark('fillText', `${word} ${x}`),
    fillRect: (...at: number[]) => mark('fillRect', at.join(' ')),
  }
  const mark = (how: Mark['how'], what: string): void => {
    const colour = how === 'stroke' ? on.strokeStyle : on.fillStyle
    marks.push({ how, colour, alpha: on.globalAlpha, width: on.lineWidth, dash, what })
  }
  return { brush: { on: on as unknown as CanvasRenderingContext2D, ink: (name) => name }, marks }
}

const plain: LaneFace = {
  picture: {
    areas: 'AREAS',
    outside: 'OUTSIDE',
    lines: { ribbon: 'RIBBON', hold: '', steps: '' },
    ramp: [],
    patterns: '',
    links: '',
  },
  washes: [],
  dots: [],
  counts: [],
  near: [],
  hue: 'place',
}
const painted = (face: Partial<LaneFace>): Mark[] => {
  const { brush, marks } = notedBrush()
  paintLane(brush, { ...plain, ...face })
  return marks
}

beforeEach(() => {
  vi.stubGlobal(
    'Path2D',
    class {
      constructor(readonly data: string) {}
    },
  )
})
afterEach(() => {
  vi.unstubAllGlobals()
})

describe('a lane that is painted', () => {
  it('shows its ribbons in its hue over what lies before and after its keys', () => {
    expect(painted({}).map(({ how, colour, what }) => `${how} ${what} ${colour}`)).toEqual([
      'stroke OUTSIDE ink-2',
      'fill AREAS hue-place',
      'stroke RIBBON hue-place',
    ])
  })

  it('stitches holds and leaves every other line whole', () => {
    const lines = { ribbon: 'RIBBON', hold: 'HOLD', steps: 'STEPS' }
    const marks = painted({ picture: { ...plain.picture, lines } })
    const dashOf = (line: string) => marks.find(({ what }) => what === line)!.dash
    expect(dashOf('HOLD')).toEqual([4, 3])
    expect([dashOf('RIBBON'), dashOf('STEPS')]).toEqual([[], []])
  })

  it('has a wash under selected spans, weaker inside than at its edge', () => {
    const [inside, edge] = painted({ washes: [[10, 30]] }).filter(({ colour }) => colour === 'pencil')
    expect(inside).toMatchObject({ how: 'fill', what: 'rect 10 0.75 20 24.5' })
    expect(edge).toMatchObject({ how: 'stroke', what: inside!.what, alpha: 1 })
    expect(inside!.alpha).toBeLessThan(0.2)
  })

  it('fills selected beads, rings the others, makes points of routes smaller, and clears ground around all', () => {
    const dots = [
      { x: 5, y: 13, chosen: false },
      { x: 25, y: 13, chosen: true },
      { x: 45, y: 13, chosen: false, small: true },
      { x: 65, y: 13, chosen: true, small: true },
    ]
    const discs = painted({ dots }).filter(({ what }) => what.startsWith('disc'))
    expect(discs.map(({ colour, what }) => `${colour}: ${what}`)).toEqual([
      'sheet: disc 5 5.75, disc 25 5.75, disc 45 5.75, disc 65 5.75',
      'ink: disc 5 4.5',
      'sheet-2: disc 5 3',
      'pencil: disc 25 4.5',
      'ink: disc 45 3',
      'sheet-2: disc 45 1.5',
      'pencil: disc 65 3',
    ])
  })

  it('says how many keys a bead stands for, and where two keys nearly look like one', () => {
    const words = painted({ counts: [{ x: 40, count: 6 }], near: [70] }).filter(
      ({ how }) => how === 'fillText',
    )
    expect(words.map(({ what, colour }) => [what, colour])).toEqual([
      ['6 40', 'ink-2'],
      ['≈ 70', 'pencil'],
    ])
  })

  it('of colours shows them without gaps, however they fall on pixels', () => {
    const ramp = [0, 1, 2, 3, 4].map((i) => ({ x: 10.4 + 3 * i, colour: `c${i}` }))
    const cells = painted({ picture: { ...plain.picture, ramp } }).filter(({ how }) => how === 'fillRect')
    expect(cells.map(({ colour }) => colour)).toEqual(['c0', 'c1', 'c2', 'c3', 'c4'])
    const places = cells.map(({ what }) => what.split(' ').map(Number))
    places.slice(1).forEach(([left], i) => {
      const [before, , width] = places[i]!
      expect(left).toBeLessThanOrEqual(before! + width!)
      expect(Number.isInteger(left)).toBe(true)
    })
  })
})

describe('a layer’s bar that is painted', () => {
  it('has a capsule for every moment, higher for more keys, selected ones apart', () => {
    const { brush, marks } = notedBrush()
    paintBar(brush, {
      bar: { x: 0.5, width: 99 },
      pictures: [],
      wave: '',
      runOut: [],
      capsules: [
        { x: 10, height: 8, chosen: false },
        { x: 20, height: 18, chosen: true },
      ],
    })
    expect(marks.map(({ how, colour, what }) => `${how} ${colour}: ${what}`)).toEqual([
      'fill sheet-2: round 0.5 4.5 99 17 4',
      'stroke rule: round 0.5 4.5 99 17 4',
      'stroke ink-2: line 10 14.5',
      'stroke pencil: line 20 19.5',
    ])
  })

  it('of hardly any time is not rounder than it is wide', () => {
    const { brush, marks } = notedBrush()
    paintBar(brush, { bar: { x: 0.5, width: 1 }, pictures: [], wave: '', runOut: [], capsules: [] })
    expect(marks[0]!.what).toBe('round 0.5 4.5 1 17 0.5')
  })
})
