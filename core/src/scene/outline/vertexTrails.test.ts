import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { NO_LINKS } from '../../bend/index.ts'
import type { Outline } from '../../property/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { vertexTrails, type Layer } from '../index.ts'

const outline = (x: number): Outline => ({
  closed: true,
  vertices: [
    [0, 0],
    [x, 0],
    [0, 50],
  ].map(([left, top]) => ({
    at: [left!, top!] as const,
    arrive: { angle: 0, length: 0 },
    leave: { angle: 0, length: 0 },
    corner: 0,
  })),
})
const trailsOf = (layer: Layer, seconds = 0) =>
  vertexTrails(projectOf([layer]).scenes[0]!, layer, {
    vertices: [0, 1],
    time: seconds * TICKS_PER_SECOND,
    library: NO_LINKS,
  })

describe('the trail of a vertex', () => {
  const grows = property('outline', [key(0, outline(100)), key(1, outline(340))])

  it('is where it stands at every frame, on the stage, and none for one that stands', () => {
    const { first, trails } = trailsOf(
      layerWith('a', { outline: grows, scale: { kind: 'pair', value: [200, 100], keys: [] } }, 'path'),
    )
    expect(first).toBe(0)
    expect(trails.map(({ vertex }) => vertex)).toEqual([1])
    // 24 frames a second: 10 px a frame, 20 at 200 %.
    expect(trails[0]!.places.slice(0, 3)).toEqual([200, 220, 240].map((x) => [expect.closeTo(x, 6), 0]))
    expect(trails[0]!.places).toHaveLength(240)
  })

  it('goes with its layer, and ends where that does', () => {
    const still = { kind: 'outline', value: outline(100), keys: [] } as const
    const goes = layerWith(
      'a',
      { outline: still, position: property('place', [key(0, [0, 0]), key(1, [0, 240])]) },
      'path',
    )
    const short = { ...goes, span: [asTicks(TICKS_PER_SECOND / 2), asTicks(TICKS_PER_SECOND)] as const }
    const { first, trails } = trailsOf(short)
    expect(first).toBe(12)
    expect(trails).toHaveLength(2)
    expect(trails[0]!.places).toHaveLength(12)
    expect(trails[0]!.places[1]![1] - trails[0]!.places[0]![1]).toBeCloseTo(10, 6)
  })

  it('reaches ten seconds of frames each way at most', () => {
    const { trails } = trailsOf(layerWith('a', { outline: grows }, 'path'), 0.5)
    expect(trails[0]!.places.length).toBeLessThanOrEqual(481)
  })
})
