import { describe, expect, it } from 'vitest'
import { AskedPictures } from './askedPictures.ts'

describe('AskedPictures', () => {
  it('tells which pictures were drawn, and between which scales', () => {
    const book = new AskedPictures(new Map([['a', [100, 50]]]))
    for (const [id, scale] of [
      ['a', 0.5],
      ['b', 2],
      ['a', 0.1],
      ['a', 0.3],
    ] as const)
      expect(book.pick(id, scale)).toBeNull()
    expect(book.asked).toEqual([
      ['a', { least: 0.1, most: 0.5 }],
      ['b', { least: 2, most: 2 }],
    ])
  })

  it('knows how large they are, so that what hangs on that is drawn', () => {
    const book = new AskedPictures(new Map([['a', [100, 50]]]))
    expect(book.sizeOf('a')).toEqual({ width: 100, height: 50 })
    expect(book.sizeOf('b')).toBeNull()
  })
})
