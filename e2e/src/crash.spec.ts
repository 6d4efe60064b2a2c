import { expect, test } from '@playwright/test'
import { crashRounds } from './crashRounds.ts'

// A handful; `npm run crash` makes hundreds.
test('what was told to be saved is there when the browser was killed', async ({ baseURL }) => {
  expect(await crashRounds({ kills: 6, seed: 61, baseURL: `${baseURL}/` })).toEqual([])
})
