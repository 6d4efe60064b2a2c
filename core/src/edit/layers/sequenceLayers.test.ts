import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ease, ids, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { sceneAt, type Layer, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { sequenceLayers, type SequenceReport } from './sequenceLayers.ts'

const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const still = (id: string, from: number, to: number, more: Partial<Layer> = {}): Layer => ({
  ...layerWith(id, { turn: property('turn', [key(from, 0), key(to, 90)]) }),
  span: [at(from), at(to)],
  ...more,
})
function sequenced(layers: readonly Layer[], overlap: number, isFaded = false): [Project, SequenceReport] {
  let report: SequenceReport | null = null
  const project = produce(projectOf(layers), (draft) => {
    const options = { overlap: overlap * TICKS_PER_SECOND, fade: isFaded ? ease : null, makeId: ids() }
    report = sequenceLayers(
      draft,
      'scene',
      layers.map(({ id }) => id),
      options,
    )
  })
  return [project, report!]
}
const spans = ([project]: [Project, unknown]): number[][] =>
  project.scenes[0]!.layers.map(({ span }) => span.map((t) => t / TICKS_PER_SECOND))
const opacities = (project: Project, seconds: number): Record<string, number> =>
  Object.fromEntries(
    sceneAt(project.scenes[0]!, at(seconds), []).map(({ layer, opacity }) => [layer.id, opacity]),
  )

describe('layers laid end to end', () => {
  const three = [still('a', 0, 2), still('b', 0, 3), still('c', 0, 1)]
  it('follow one another, from the top of the list down, and their keys go with them', () => {
    const done = sequenced(three, 0)
    expect(spans(done)).toEqual([
      [0, 2],
      [2, 5],
      [5, 6],
    ])
    expect(done[0].scenes[0]!.layers[2]!.properties['turn']!.keys.map(({ t }) => t)).toEqual([at(5), at(6)])
  })

  it('keep the order they start in', () => {
    expect(spans(sequenced([still('a', 4, 6), still('b', 1, 2)], 0))).toEqual([
      [2, 4],
      [1, 2],
    ])
  })

  it('lie over one another by the overlap, or leave a gap', () => {
    expect(spans(sequenced(three, 0.5))).toEqual([
      [0, 2],
      [1.5, 4.5],
      [4, 5],
    ])
    expect(spans(sequenced(three, -1))).toEqual([
      [0, 2],
      [3, 6],
      [7, 8],
    ])
  })

  it('dissolve into one another: the upper one goes while what lies beneath is whole, so that nothing shines through', () => {
    const [project, { left }] = sequenced(three, 0.5, true)
    expect(left).toEqual([])
    expect(opacities(project, 1)).toEqual({ a: 1 })
    expect(opacities(project, 1.75)).toEqual({ a: expect.closeTo(0.5, 9) as number, b: 1 })
    expect(opacities(project, 2)).toEqual({ b: 1 })
    // From the bottom up the later one comes over the one before.
    const up = sequenced([still('a', 1, 3), still('b', 0, 2)], 0.5, true)[0]
    expect(opacities(up, 1.75)).toEqual({ a: expect.closeTo(0.5, 9) as number, b: 1 })
  })

  it('that fade already are left to do so, and told', () => {
    const fading = layerWith('a', { opacity: property('number', [key(0, 0), key(2, 100)]) })
    const [, { left }] = sequenced([{ ...fading, span: [at(0), at(2)] }, still('b', 0, 3)], 0.5, true)
    expect(left).toEqual(['a'])
  })

  it('are refused where there is one, one is locked, or the overlap is as long as one', () => {
    expect(() => sequenced([still('a', 0, 1)], 0)).toThrow(/two layers or more/)
    expect(() => sequenced([still('a', 0, 1), still('b', 0, 1, { locked: true })], 0)).toThrow(
      /“b” is locked/,
    )
    expect(() => sequenced(three, 1)).toThrow(/“c” is not longer than the overlap/)
    expect(() => sequenced(three, NaN)).toThrow(/not longer/)
  })
})
