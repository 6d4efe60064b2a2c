import { describe, expect, it } from 'vitest'
import type { PictureAsset } from '@arrow-bend/core/scene'
import { finenessFor } from './decodePicture.ts'

const pictureOf = (type: PictureAsset['type'], width: number, height: number): PictureAsset => ({
  id: 'a',
  kind: 'picture',
  name: 'Boat',
  type,
  size: [width, height],
  sha256: 'a'.repeat(64),
})

describe('the copies of a picture that are drawn', () => {
  it('are no smaller than what they are drawn as, and less than twice as large', () => {
    const boat = pictureOf('image/png', 800, 600)
    expect(finenessFor(boat, 0.3, 0.3)).toEqual({ finest: 0.5, coarsest: 0.5 })
    expect(finenessFor(boat, 0.5, 0.51)).toEqual({ finest: 1, coarsest: 0.5 })
    expect(finenessFor(boat, 0.13, 0.9)).toEqual({ finest: 1, coarsest: 0.25 })
  })

  it('are at most as fine as there is: a photograph has what it has, a small drawing can be had larger', () => {
    expect(finenessFor(pictureOf('image/jpeg', 800, 600), 3, 3)).toEqual({ finest: 1, coarsest: 1 })
    expect(finenessFor(pictureOf('image/svg+xml', 800, 600), 3, 3)).toEqual({ finest: 2, coarsest: 2 })
    expect(finenessFor(pictureOf('image/svg+xml', 100, 100), 9, Infinity)).toEqual({ finest: 8, coarsest: 8 })
  })

  it('are at least 64 px wide, of smaller pictures as large as these say', () => {
    expect(finenessFor(pictureOf('image/png', 800, 600), 0, 1)).toEqual({ finest: 1, coarsest: 0.125 })
    expect(finenessFor(pictureOf('image/png', 20, 20), 0, 0)).toEqual({ finest: 1, coarsest: 1 })
    expect(finenessFor(pictureOf('image/svg+xml', 20, 20), 0, 1)).toEqual({ finest: 1, coarsest: 1 })
  })
})
