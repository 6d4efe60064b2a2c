import { describe, expect, it, vi } from 'vitest'
import { PictureBook, type DecodedPicture } from './pictureBook.ts'

/** A picture of 100 px whose copies tell how wide they are. */
const pictureOf = (fineness: number, widths: readonly number[]): DecodedPicture => ({
  sizes: widths.map((width) => ({ width }) as ImageBitmap),
  fineness,
  width: 100,
  height: 100,
})
const widthAt = (book: PictureBook, scale: number): number => book.pick('a', scale)!.source.width

describe('PictureBook', () => {
  it('picks the smallest copy that is no smaller than what it is drawn as', () => {
    const book = new PictureBook([['a', pictureOf(4, [400, 200, 100, 50])]])
    expect([4, 2.5, 2, 1, 0.6, 0.5, 0.1].map((scale) => widthAt(book, scale))).toEqual([
      400, 400, 200, 100, 100, 50, 50,
    ])
    expect(book.pick('b', 1)).toBeNull()
  })

  it('asks once for finer copies, and only where they are seen; draws what there is meanwhile', () => {
    const book = new PictureBook()
    const finer = vi.fn()
    book.put('a', pictureOf(1, [100, 50]), finer)
    expect(widthAt(book, 1)).toBe(100)
    expect(widthAt(book, 0.3)).toBe(50)
    expect(finer).not.toHaveBeenCalled()
    expect(widthAt(book, 1.2)).toBe(100)
    expect(widthAt(book, 3)).toBe(100)
    expect(finer.mock.calls).toEqual([[1.2]])
    book.put('a', pictureOf(4, [400, 200, 100, 50]))
    expect(widthAt(book, 3)).toBe(400)
    // Beyond the finest there is nothing to ask for.
    expect(widthAt(book, 9)).toBe(400)
    expect(finer).toHaveBeenCalledTimes(1)
  })
})
