import { describe, expect, it } from 'vitest'
import { projectOf as trialOf } from '../../../test/trials.ts'
import type { Property } from '../../property/index.ts'
import { makeLayer, type Layer, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { Measuring, measuredLines, type ShownLayer } from './measuring.ts'

const end = asTicks(TICKS_PER_SECOND)
/** A second of 24 frames. */
const projectOf = (layers: readonly Layer[]): Project => {
  const made = trialOf(layers)
  return { ...made, scenes: [{ ...made.scenes[0]!, duration: end }] }
}
const box = makeLayer({
  id: 'box',
  name: 'Box',
  kind: 'rectangle',
  parent: null,
  span: [asTicks(0), end],
  values: { position: [50, 60], turn: 90, opacity: 50 },
})
/** The box as it is: turned by a quarter, clockwise as y runs down. */
const RIGHT: ShownLayer = {
  points: [
    [50, 60],
    [50, 160],
    [-50, 60],
  ],
  opacity: 0.5,
  fill: '',
  path: '',
}
const measuredOf = (shown: ShownLayer) => {
  const project = projectOf([box])
  const measuring = new Measuring(project, project.scenes[0]!, 'html')
  measuring.times.forEach((_, frame) =>
    expect(measuring.take(frame, [frame === 7 ? shown : RIGHT])).toBe(true),
  )
  return measuring.found()
}

describe('Measuring', () => {
  it('looks at each frame of the scene, and finds nothing where all is as on the stage', () => {
    const project = projectOf([box])
    expect(new Measuring(project, project.scenes[0]!, 'html').times).toEqual(
      Array.from({ length: 24 }, (_, i) => expect.closeTo((i * 1000) / 24, 9) as number),
    )
    const { px, degrees, percent, channel, layers, frames } = measuredOf(RIGHT)
    for (const { amount } of [px, degrees, percent, channel]) expect(amount).toBeLessThan(1e-9)
    expect([layers, frames]).toEqual([1, 24])
  })

  it('tells by how much, of what and when a player is off', () => {
    const moved = RIGHT.points!.map(([x, y]) => [x + 3, y + 4] as const)
    expect(measuredOf({ ...RIGHT, points: moved }).px).toEqual({ amount: 5, layer: 'Box', frame: 7 })
    expect(measuredOf({ ...RIGHT, opacity: 0.4 }).percent.amount).toBeCloseTo(10, 9)
    // Larger by a tenth along its x, and turned by 1° along its y.
    const [cos, sin] = [Math.cos((181 * Math.PI) / 180), Math.sin((181 * Math.PI) / 180)]
    const skewed: ShownLayer['points'] = [
      [50, 60],
      [50, 170],
      [50 + 100 * cos, 60 + 100 * sin],
    ]
    const found = measuredOf({ ...RIGHT, points: skewed })
    expect(found.percent.amount).toBeCloseTo(10, 9)
    expect(found.degrees.amount).toBeCloseTo(1, 9)
    expect(found.degrees.frame).toBe(7)
  })

  it('compares colours that move, and outlines point by point', () => {
    const fill: Property = {
      ...box.properties['fill']!,
      keys: [{ id: 'k', t: asTicks(0), value: '#ff0000', bend: { kind: 'linear' }, through: 'corner' }],
    }
    const path = makeLayer({
      id: 'path',
      name: 'Path',
      kind: 'path',
      parent: null,
      span: [asTicks(0), end],
      values: {
        outline: {
          closed: false,
          vertices: [
            [0, 0],
            [10, 20],
          ].map(([x, y]) => ({
            at: [x!, y!] as const,
            corner: 0,
            leave: { angle: 0, length: 0 },
            arrive: { angle: 0, length: 0 },
          })),
        },
      },
    })
    const project = projectOf([{ ...box, properties: { ...box.properties, fill } }, path])
    const measuring = new Measuring(project, project.scenes[0]!, 'svg-css')
    const shown = { points: null, opacity: 1, fill: '', path: '' }
    const flat = [
      [0, 0],
      [100, 0],
      [0, 100],
    ] as const
    measuring.take(0, [
      // The layer listed first is on top, and so told last.
      { ...shown, points: flat, path: 'M 0 0 L 10 22' },
      { ...RIGHT, fill: 'rgb(250, 0, 0)' },
    ])
    const found = measuring.found()
    expect(found.channel.amount).toBeCloseTo(5, 3)
    expect(found.px).toMatchObject({ amount: 2, layer: 'Path' })
    expect(measuredLines(found)).toContain('Place and outline: at most 2 px, Path at frame 0.')
  })

  it('says what it does not look at', () => {
    const words = makeLayer({
      id: 'words',
      name: 'Words',
      kind: 'text',
      parent: null,
      span: [asTicks(0), end],
      values: { parts: 'letters' },
    })
    const project = projectOf([words, box])
    const [scene] = project.scenes
    const rest = ['masks and crops', 'gradients and effects']
    expect(new Measuring(project, scene!, 'html').found().notMeasured).toEqual([
      'letters and words that move by themselves',
      ...rest,
    ])
    expect(new Measuring(project, scene!, 'lottie').found().notMeasured).toEqual([
      'what the file leaves out',
      ...rest,
    ])
  })

  it('says when a player shows more or fewer things than were written', () => {
    const project = projectOf([box])
    const measuring = new Measuring(project, project.scenes[0]!, 'lottie')
    expect(measuring.take(0, [])).toBe(false)
    expect(measuring.take(0, [RIGHT, RIGHT])).toBe(false)
  })
})
