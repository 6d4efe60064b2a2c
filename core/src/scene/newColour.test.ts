import { describe, expect, it } from 'vitest'
import { layerWith, projectOf, property } from '../../test/trials.ts'
import { parseColour } from '../property/index.ts'
import type { Scene } from './document.ts'
import { newColour, newTextColour } from './newColour.ts'

const sceneWith = (fills: readonly string[], background = '#f7f4ec'): Scene => ({
  ...projectOf(
    fills.map((value, i) => layerWith(`s${i}`, { fill: property('colour', [], { value }) }, 'rectangle')),
  ).scenes[0]!,
  background,
})
const PENCIL = parseColour('#c8401a')

describe('newColour', () => {
  it('is quiet in an empty scene, seen on its background, and not what selections are shown in', () => {
    for (const background of ['#f7f4ec', '#000000', '#6f8f9b', '#ffffff']) {
      const [l, a, b] = parseColour(newColour(sceneWith([], background)))
      const ground = parseColour(background)
      expect(Math.hypot(l - ground[0], a - ground[1], b - ground[2])).toBeGreaterThan(0.1)
      expect(Math.hypot(a, b)).toBeLessThan(Math.hypot(PENCIL[1], PENCIL[2]) / 2)
    }
  })

  it('goes on through the scene’s own palette', () => {
    const palette = ['#204060', '#a03050', '#308050']
    expect(newColour(sceneWith(palette))).toBe('#a03050')
    expect(newColour(sceneWith(['#308050', ...palette]))).toBe('#204060')
  })

  it('differs from the one shape there is, and leaves out what is not seen', () => {
    expect(newColour(sceneWith(['#204060']))).not.toBe('#204060')
    expect(newColour(sceneWith(['#00000000', '#f7f4ec']))).toBe(newColour(sceneWith([])))
  })
})

it('a new text is dark on light and light on dark', () => {
  expect(newTextColour(sceneWith([], '#ffffff'))).toBe('#1f2b33')
  expect(newTextColour(sceneWith([], '#102030'))).toBe('#f7f4ec')
})
