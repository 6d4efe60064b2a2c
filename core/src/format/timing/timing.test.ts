import { XMLValidator } from 'fast-xml-parser'
import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import type { Layer } from '../../scene/index.ts'
import { timingPage, timingSheet } from './timingSheet.ts'

const sheetOf = (layers: readonly Layer[]) => {
  const project = projectOf(layers)
  return timingSheet(project, project.scenes[0]!)
}
const one = (bend: Parameters<typeof key>[2]) =>
  sheetOf([layerWith('Boat & co <1>', { opacity: property('number', [key(0, 0, bend), key(1, 100)]) })])
    .pages[0]!
/** Where the steps of the one ladder are, as shares of it. */
function stepsIn(page: string): number[] {
  const [, ladder] = /<path d="([^"]*)" fill="none" stroke="#1f2b33"/.exec(page)!
  const [from, to, , ...steps] = [...ladder!.matchAll(/M([\d.-]+) /g)].map(([, x]) => Number(x))
  return steps.map((x) => (x - from!) / (to! - from!))
}

describe('timingSheet', () => {
  it('draws a ladder with a step for each frame between two keys, where the motion is then', () => {
    // 24 frames a second in a scene of ten seconds: steps are near one another, so every so many are told.
    const even = stepsIn(one({ kind: 'linear' }))
    const every = 1 / (even[1]! - even[0]!)
    expect(even.length).toBe(Math.ceil(every) - 1)
    even.forEach((share, i) => expect(share).toBeCloseTo((i + 1) / every, 2))
    const eased = stepsIn(one(ease))
    expect(eased).toHaveLength(even.length)
    // Near both ends they lie close, in the middle far apart.
    expect(eased[0]!).toBeLessThan(even[0]! / 2)
    expect(1 - eased.at(-1)!).toBeLessThan((1 - even.at(-1)!) * 0.7)
    // A hold has none.
    expect(one({ kind: 'hold' })).toContain('stroke-dasharray')
  })

  it('tells keys by their frames and values, and when the motion starts and lands', () => {
    const page = one({ kind: 'linear' })
    for (const words of ['>0<', '>24<', '>100<', 'Boat &#38; co &#60;1&#62;']) expect(page).toContain(words)
    // Within 1 % of the change after a hundredth of a second.
    expect(page).toMatch(/starts 0(\.\d)? · fastest/)
    expect(page).toMatch(/there 23\.8 · lands 23\.8/)
    expect(page).toContain('page 1 of 1')
  })

  it('shows of a span that begins before the scene, or goes on after it, what is in it, where it is', () => {
    const steps = (from: number, to: number): number[] => {
      const over = property('number', [key(from, 0), key(to, 100)])
      const [, ladder] = /<path d="([^"]*)" fill="none" stroke="#1f2b33"/.exec(
        sheetOf([layerWith('a', { opacity: over })]).pages[0]!,
      )!
      return [...ladder!.matchAll(/M([\d.-]+) [\d.]+v8/g)].map(([, x]) => Number(x))
    }
    // A scene of ten seconds is 600 px from 250 on: a span over all of it and as much on both sides goes evenly.
    const all = steps(-10, 20)
    expect(all[0]).toBeGreaterThanOrEqual(250)
    expect(all.at(-1)).toBeLessThanOrEqual(850)
    const apart = all.slice(1).map((x, i) => x - all[i]!)
    for (const px of apart) expect(px).toBeCloseTo(apart[0]!, 1)
    expect(all.length * apart[0]!).toBeCloseTo(600, -1)
    // Half of one that goes on after it.
    const last = steps(9, 11)
    expect(last[0]).toBeGreaterThan(790)
    expect(last.at(-1)).toBeGreaterThan(845)
  })

  it('goes on over as many pages as it takes, with the layer’s name on each, and all of it is well-formed', () => {
    const many = Array.from({ length: 40 }, (_, i) =>
      layerWith(`Layer ${i}`, { turn: property('turn', [key(0, 0, ease), key(2, 90)]) }),
    )
    const { pages } = sheetOf(many)
    expect(pages.length).toBeGreaterThan(3)
    pages.forEach((page, i) => {
      expect(XMLValidator.validate(page)).toBe(true)
      expect(page).toContain(`page ${i + 1} of ${pages.length}`)
    })
    const titles = pages.map((page) => [...page.matchAll(/font-size="13"/g)].length)
    expect(titles.reduce((sum, count) => sum + count, 0)).toBe(40)
    const project = projectOf(many)
    expect(timingPage(project, project.scenes[0]!)).toMatch(/^<!doctype html>[^]*@page\{size:A4 landscape/)
  })

  it('says so where nothing moves by keys', () => {
    expect(() => sheetOf([layerWith('still', {})])).toThrow(/Nothing moves by keys/)
  })
})
