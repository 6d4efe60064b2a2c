import { Linter } from 'eslint'
import { describe, expect, it } from 'vitest'
import maxOwnLines from './maxOwnLines.mjs'

const linter = new Linter()
/** What the rule says of a program, functions of three lines of their own at most. */
const told = (lines: readonly string[]): string[] =>
  linter
    .verify(lines.join('\n'), {
      plugins: { house: { rules: { 'max-own-lines': maxOwnLines as never } } },
      rules: { 'house/max-own-lines': ['error', { max: 3 }] },
    })
    .map(({ message }) => message)

describe('max-own-lines', () => {
  it('counts neither blank lines nor comments nor what inner functions hold', () => {
    expect(
      told([
        'function outer() {',
        '',
        '  // A comment',
        '  return () => {',
        '    one()',
        '  }',
        '}',
        'function one() {}',
      ]),
    ).toEqual(['outer has 4 lines of its own; at most 3.'])
    expect(told(['function outer() {', '  return () => 1', '}'])).toEqual([])
  })

  it('counts inner functions by the same measure', () => {
    expect(
      told(['const use = () => {', '  const inner = () => {', '    a()', '    b()', '  }', '}']),
    ).toEqual(['use has 4 lines of its own; at most 3.', 'inner has 4 lines of its own; at most 3.'])
  })
})
