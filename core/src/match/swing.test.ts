import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../test/trials.ts'
import type { PlainBend } from '../bend/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../time/index.ts'
import { skidOf, swingOf } from './index.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const stretch = { from: at(1), to: at(3), library: [] }
const position = (bend: PlainBend) => property('place', [key(1, [400, 300], bend), key(3, [100, 500])])
const scale = (bend: PlainBend) => property('pair', [key(1, [100, 100], bend), key(3, [180, 180])])
const camera = (pan: PlainBend, zoom: PlainBend) =>
  projectOf([layerWith('still', { position: position(pan), scale: scale(zoom) })]).scenes[0]!

describe('swingOf', () => {
  it('is nothing where pan and zoom are bent alike', () => {
    const swing = swingOf(camera(ease, ease), 'still', stretch)!
    expect(swing.farthest.px).toBeLessThan(1e-9)
    expect(swing.fastest.px).toBeLessThan(1e-9)
    expect(swing.trail).toHaveLength(49)
  })

  it('is where the point that is not to move goes, as worked out by hand', () => {
    const swing = swingOf(camera({ kind: 'linear' }, ease), 'still', stretch)!
    // 400 + q = 100 + 1.8 q, 300 + q = 500 + 1.8 q.
    const [x, y] = [375, -250]
    expect(swing.point[0]).toBeCloseTo(400 + x, 9)
    expect(swing.point[1]).toBeCloseTo(300 + y, 9)
    const middle = swing.trail[12]!
    const eased = 0.25
    const { farthest } = swing
    // A quarter through, the pan is done by a quarter, the zoom by less.
    expect(middle[0]).toBeLessThan(400 - 300 * eased + x * (1 + 0.8 * eased))
    expect(farthest.px).toBeGreaterThan(30)
    const last = swing.trail.at(-1)!
    expect(Math.hypot(last[0] - swing.point[0], last[1] - swing.point[1])).toBeLessThan(1e-9)
  })

  it('is seen through several layers under one move', () => {
    const group = layerWith('pan', { position: position(ease) }, 'group')
    const inside = layerWith('zoom', { scale: scale(ease) }, 'rectangle', 'pan')
    const scene = projectOf([group, inside]).scenes[0]!
    expect(swingOf(scene, 'zoom', stretch)!.farthest.px).toBeLessThan(1e-9)
    const other = layerWith('zoom', { scale: scale({ kind: 'linear' }) }, 'rectangle', 'pan')
    expect(swingOf(projectOf([group, other]).scenes[0]!, 'zoom', stretch)!.farthest.px).toBeGreaterThan(5)
  })

  it('has no point without a zoom or a turn', () => {
    expect(
      swingOf(projectOf([layerWith('still', { position: position(ease) })]).scenes[0]!, 'still', stretch),
    ).toBeNull()
  })
})

describe('skidOf', () => {
  const radius = 100 / Math.PI
  const route = property('place', [key(0, [0, 0], ease), key(2, [400, 0])])
  // 400 px are two turns of a wheel whose rim is 200 px long.
  const wheel = (bend: PlainBend, turns: number) =>
    layerWith('wheel', { position: route, turn: property('turn', [key(0, 0, bend), key(2, 360 * turns)]) })
  const skid = (layer: ReturnType<typeof wheel>, side: 'left' | 'right' = 'right') =>
    skidOf(projectOf([layer]).scenes[0]!, layer, { radius, side }, [])!

  it('is nothing where the rim turns as far as it travels', () => {
    expect(Math.abs(skid(wheel(ease, 2)).most.px)).toBeLessThan(1e-9)
    expect(Math.abs(skid(wheel(ease, -2), 'left').most.px)).toBeLessThan(1e-9)
  })

  it('is the rim’s way less the distance, frame by frame', () => {
    const { slips, first } = skid(wheel({ kind: 'linear' }, 2))
    expect([first, slips.length]).toEqual([0, 48])
    expect(slips.reduce((sum, slip) => sum + slip, 0)).toBeCloseTo(0, 9)
    // It turns evenly, 400 / 48 px a frame, and hardly sets out.
    expect(slips[0]).toBeGreaterThan(7.5)
    expect(slips[0]).toBeLessThan(400 / 48)
    const far = skid(wheel(ease, 3))
    expect(far.whole).toBeCloseTo(200, 6)
    expect(far.most.frame).toBe(23)
  })

  it('is of nothing that stands still', () => {
    const still = layerWith('wheel', {})
    expect(skidOf(projectOf([still]).scenes[0]!, still, { radius }, [])).toBeNull()
  })
})
