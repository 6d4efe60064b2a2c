import { expect, it } from 'vitest'
import { stripPictureAt } from './clipStrip.ts'

const picture = (number: number): ImageBitmap => ({ number }) as unknown as ImageBitmap
const strip = [0.25, 0.75, 1.25].map((seconds, i) => ({ seconds, picture: picture(i) }))
const at = (seconds: number): unknown => stripPictureAt(strip, seconds)?.picture

it('a bar’s picture is the one nearest to its moment, and the outermost past the ends', () => {
  expect([-4, 0.4, 0.6, 1.1, 1e9].map(at)).toEqual([0, 0, 1, 2, 2].map(picture))
  expect(stripPictureAt([], 1)).toBeNull()
})
