import { expect, it } from 'vitest'
import { letterHeights } from './letterPlaces.ts'

it.each([
  ['one line', [{ endX: 90, endY: 20 }], [20]],
  [
    'two that are far apart',
    [
      { endX: 90, endY: 20 },
      { endX: 90, endY: 60 },
    ],
    [20, 60],
  ],
  [
    'two that end at other times',
    [
      { endX: 90, endY: 20 },
      { endX: 40, endY: 21 },
    ],
    [20, 21],
  ],
  [
    'two over one another',
    [
      { endX: 90, endY: 20 },
      { endX: 90, endY: 24 },
    ],
    [15.5, 28.5],
  ],
  [
    'two over one another, the second above',
    [
      { endX: 90, endY: 24 },
      { endX: 90, endY: 20 },
    ],
    [28.5, 15.5],
  ],
])('letters of %s', (_, places, heights) => {
  expect(letterHeights(places)).toEqual(heights)
})
