import { describe, expect, it } from 'vitest'
import { libraryCss, readEasing, readSheet } from './index.ts'
import { READY_BENDS } from '../../bend/index.ts'

describe('readSheet', () => {
  it('finds custom properties, and what transitions and animations go by', () => {
    const { easings, troubles } = readSheet(`
      :root { --swell: cubic-bezier(.4, 0, .2, 1); --plain: ease-in-out; --gap: 4px; --word: "ease" }
      @media (width > 30em) {
        .oar, .rudder:hover { transition: left 2s ease-out 1s, top 1s steps(3, jump-none) }
      }
      .lamp { animation-timing-function: linear, linear(0, .5 25% 75%, 1); color: linear }
      @keyframes turn { 50% { animation-timing-function: step-start } }
    `)
    expect(troubles).toEqual([])
    expect(easings.map(({ name, text }) => [name, text])).toEqual([
      ['swell', 'cubic-bezier(.4, 0, .2, 1)'],
      ['plain', 'ease-in-out'],
      ['.oar, .rudder:hover transition', 'ease-out'],
      ['.oar, .rudder:hover transition', 'steps(3, jump-none)'],
      ['.lamp animation-timing-function', 'linear'],
      ['.lamp animation-timing-function', 'linear(0, .5 25% 75%, 1)'],
      ['50% animation-timing-function', 'step-start'],
    ])
    for (const { text, bend } of easings) expect(bend).toEqual(readEasing(text))
  })

  it('reads declarations without a sheet, and an easing alone', () => {
    expect(readSheet('--a: steps(2); --b: linear').easings.map(({ name }) => name)).toEqual(['a', 'b'])
    expect(readSheet(' cubic-bezier(0, 0, 1, 1) ').easings[0]!.name).toBe('Pasted')
  })

  it('keeps what can be read beside what cannot, and says what that was', () => {
    const { easings, troubles } = readSheet(
      'a { --x: cubic-bezier(2, 0, 0, 1); --y: steps(4); transition: { }',
    )
    expect(easings.map(({ name }) => name)).toEqual(['y'])
    expect(troubles).toHaveLength(1)
    expect(troubles[0]).toContain('cubic-bezier(2, 0, 0, 1)')
  })

  it.each(['', 'body { color: red }', 'not css at all', '{'])(
    'refuses text without any easing: %s',
    (text) => {
      expect(() => readSheet(text)).toThrow(/Nothing was|is not a bend/)
    },
  )

  it('reads a library as it is written', () => {
    const bends = READY_BENDS.map(({ id, name, bend }) => ({ id, name, bend }))
    const { easings, troubles } = readSheet(libraryCss(bends))
    expect(troubles).toEqual([])
    expect(easings).toHaveLength(bends.length)
  })
})
