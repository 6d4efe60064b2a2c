import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { jsonPieces } from './jsonPieces.ts'

const joined = (value: unknown, depth?: number) => [...jsonPieces(value, depth)].join('')

describe('jsonPieces', () => {
  it('joins to what JSON.stringify says, of any plain data and however far it is taken apart', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.nat(6), (value, depth) => {
        expect(joined(value, depth)).toBe(JSON.stringify(value))
      }),
    )
  })

  it('leaves out members that are undefined, first ones too', () => {
    const value = { a: undefined, b: 1, c: undefined, d: { e: undefined } }
    expect(joined(value)).toBe(JSON.stringify(value))
  })

  it('takes a document apart down to its layers', () => {
    const layer = { name: 'x', numbers: Array.from({ length: 50 }, (_, i) => i) }
    const project = { scenes: [{ layers: Array.from({ length: 30 }, () => layer) }] }
    const longest = Math.max(...[...jsonPieces(project)].map(({ length }) => length))
    expect(longest).toBe(JSON.stringify(layer).length)
  })
})
