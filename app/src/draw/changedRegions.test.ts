import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compileScene, sampleSceneInto, type Layer, type SceneSampler } from '@arrow-bend/core/scene'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { key, layerWith, projectOf, property } from '../../../core/test/trials.ts'
import { changedRegions, overlaps, paintedPicture, type Canvas } from './changedRegions.ts'
import type { CanvasBox } from './drawnBox.ts'
import { PictureBook } from './pictureBook.ts'

const STAGE: Canvas = {
  width: 960,
  height: 540,
  stage: { a: 0.5, b: 0, c: 0, d: 0.5, e: 0, f: 0 },
  pictures: new PictureBook(),
}
const at = (position: [number, number]) => ({ position: { ...property('pair', []), value: position } })
const sized = { size: { ...property('pair', []), value: [100, 60] as [number, number] } }
const moving = (from: [number, number], to: [number, number]) => ({
  position: property('pair', [key(0, from), key(1, to)]),
})
const samplerOf = (layers: readonly Layer[]): SceneSampler => {
  const { scenes, bends } = projectOf(layers)
  return compileScene(scenes[0]!, bends, { scenes })
}

/** What has to be painted as the scene goes from one moment to another, s. */
function regionsBetween(layers: readonly Layer[], from: number, to: number): CanvasBox[] | null | 'nothing' {
  const sampler = samplerOf(layers)
  sampleSceneInto(sampler, from * TICKS_PER_SECOND)
  const before = paintedPicture(sampler, STAGE, null).now
  sampleSceneInto(sampler, to * TICKS_PER_SECOND)
  const { now, changed } = paintedPicture(sampler, STAGE, before)
  if (changed?.length === 0) return 'nothing'
  return changed && changedRegions(sampler.items, { changed, before, now }, STAGE)
}
const covers = (regions: readonly CanvasBox[], [x, y]: readonly [number, number]): boolean =>
  regions.some((region) => overlaps(region, [x, y, x + 0.01, y + 0.01]))

describe('what is painted anew', () => {
  const still = layerWith('still', { ...sized, ...at([960, 540]) })

  it('is nothing where all looks the same', () => {
    expect(
      regionsBetween([still, layerWith('mover', { ...sized, ...moving([200, 200], [200, 200]) })], 0, 1),
    ).toBe('nothing')
  })

  it('is where a thing was and where it is, and no more', () => {
    const mover = layerWith('mover', { ...sized, ...moving([200, 200], [1600, 900]) })
    const regions = regionsBetween([still, mover], 0, 1) as CanvasBox[]
    // Half the size on the canvas: 50 by 30 px about 100, 100 and 800, 450, with two for the edge.
    expect(regions).toEqual([
      [73, 83, 127, 117],
      [773, 433, 827, 467],
    ])
  })

  it('is one region where the two are near', () => {
    const mover = layerWith('mover', { ...sized, ...moving([200, 200], [210, 204]) })
    expect(regionsBetween([mover], 0, 1)).toEqual([[73, 83, 132, 119]])
  })

  it('reaches as far as blur and shadow do', () => {
    const blurred = layerWith('mover', {
      ...sized,
      ...moving([400, 400], [404, 400]),
      blur: { ...property('number', []), value: 20 },
    })
    // Three standard deviations. Source: common practice.
    const [[left]] = regionsBetween([blurred], 0, 1) as [CanvasBox]
    expect(left).toBe(200 - 25 - 30 - 2)
  })

  it('is all of it where most of it changes', () => {
    const large = layerWith('large', {
      size: { ...property('pair', []), value: [1900, 1000] },
      ...moving([960, 540], [970, 540]),
    })
    expect(regionsBetween([large], 0, 1)).toBeNull()
  })

  it('is what a mask shows where the mask moves', () => {
    const mask = layerWith('mask', { ...sized, ...moving([960, 540], [970, 540]) })
    const shown = {
      ...layerWith('shown', { size: { ...property('pair', []), value: [600, 400] }, ...at([960, 540]) }),
      mask: { layer: 'mask' },
    }
    const regions = regionsBetween([mask, shown], 0, 1) as CanvasBox[]
    expect(covers(regions, [480, 270])).toBe(true)
    expect(covers(regions, [345, 175])).toBe(true)
  })

  it('always covers every changed thing, before and after', () => {
    const place = fc.tuple(fc.integer({ min: 60, max: 1860 }), fc.integer({ min: 40, max: 1040 }))
    fc.assert(
      fc.property(fc.array(fc.tuple(place, place), { minLength: 1, maxLength: 12 }), (moves) => {
        const layers = moves.map(([from, to], i) => layerWith(`l${i}`, { ...sized, ...moving(from, to) }))
        const regions = regionsBetween(layers, 0, 1)
        if (regions === null || regions === 'nothing') return
        for (const [from, to] of moves)
          if (from[0] !== to[0] || from[1] !== to[1])
            for (const [x, y] of [from, to])
              for (const [dx, dy] of [
                [-49, -29],
                [49, 29],
                [0, 0],
              ] as const)
                expect(covers(regions, [(x + dx) / 2, (y + dy) / 2])).toBe(true)
      }),
    )
  })
})
