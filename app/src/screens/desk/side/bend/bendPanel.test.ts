import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../../../../core/test/trials.ts'
import { compileBend, QUICK_BENDS, type Bend, type PlainBend } from '@arrow-bend/core/bend'
import { speedAt } from '@arrow-bend/core/property'
import { spanTarget, type SpanTarget } from '@arrow-bend/core/choose'
import { spacingMarks } from '../../../../chart/plot/spacingMarks.ts'
import { plotScale, plotSize, reachOf } from '../../../../chart/plot/plotScale.ts'

const SIZE = plotSize(150)
import { sideNumbers, peakOf, riseForSpeed, withSide } from '../../../../chart/plot/spanNumbers.ts'

const target = (bend: Bend, to = 100): SpanTarget =>
  spanTarget(projectOf([layerWith('a', { turn: property('turn', [key(0, 0, bend), key(2, to)]) })]), {
    scene: 'scene',
    layer: 'a',
    property: 'turn',
    key: 'k0',
  })!

describe('plotScale', () => {
  it('goes there and back', () => {
    const scale = plotScale({ low: 0, high: 1 }, SIZE)
    for (const share of [-0.3, 0, 0.5, 1.2]) {
      expect(scale.u(scale.x(share))).toBeCloseTo(share, 12)
      expect(scale.p(scale.y(share))).toBeCloseTo(share, 12)
    }
    expect(scale.unit).toBe(SIZE.side)
  })

  it.each(QUICK_BENDS.map(({ label, bend }) => [label, bend] as const))(
    'keeps the curve and handles of %s inside',
    (_, bend) => {
      const handles = bend.kind === 'handles' ? bend : null
      const reach = reachOf(compileBend(bend), handles)
      const scale = plotScale(reach, SIZE)
      for (const p of [reach.low, reach.high]) {
        expect(scale.y(p)).toBeGreaterThanOrEqual(0)
        expect(scale.y(p)).toBeLessThanOrEqual(SIZE.height)
      }
    },
  )
})

describe('spacingMarks', () => {
  it('has one mark a frame, those that go back on the other side', () => {
    const overshoot = QUICK_BENDS.find(({ name }) => name === 'overshoot')!.bend
    const { list } = spacingMarks(compileBend(overshoot), 24, (p) => 100 - 80 * p)
    expect(list).toHaveLength(25)
    expect(list[0]).toMatchObject({ y: 100, side: 1, label: '0' })
    expect(list.some(({ side }) => side === -1)).toBe(true)
    const labels = list.filter(({ label }) => label)
    labels.forEach((mark, i) =>
      labels.slice(i + 1).forEach((other) => expect(Math.abs(mark.y - other.y)).toBeGreaterThan(11)),
    )
  })

  it('thins out on long spans', () => {
    expect(spacingMarks(compileBend({ kind: 'linear' }), 2400, (p) => p).list.length).toBeLessThanOrEqual(241)
  })
})

describe('sideNumbers', () => {
  it('gives the numbers all spans share and null where they differ', () => {
    const linear = target({ kind: 'linear' })
    expect(sideNumbers([target(ease), target(ease)], 'leave')).toEqual({
      reach: 0.4,
      rise: 0,
      speed: 0,
      endless: false,
    })
    expect(sideNumbers([target(ease), linear], 'leave')).toMatchObject({
      reach: null,
      rise: null,
      speed: null,
    })
    expect(sideNumbers([linear], 'arrive').speed).toBeCloseTo(50, 12)
    expect(sideNumbers([target({ kind: 'family', family: 'circular' })], 'arrive').endless).toBe(true)
  })

  it('sets a speed that the span then has', () => {
    const span = target(ease)
    const bent = target(withSide(ease as PlainBend, 'leave', riseForSpeed(span, 'leave', 75)))
    expect(speedAt(bent.compiled, 0)[0]).toBeCloseTo(75, 9)
    expect(riseForSpeed(target(ease, 0), 'leave', 75)).toEqual({})
    expect(peakOf([target({ kind: 'linear' })])).toBeCloseTo(50, 9)
  })
})
