import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ease, ids, layerWith, projectOf } from '../../../test/trials.ts'
import type { PlainBend } from '../../bend/index.ts'
import { sceneAt, type Project } from '../../scene/index.ts'
import { frameTicks, ticksOfFrame } from '../../time/index.ts'
import { shareTime } from '../index.ts'

const project = projectOf([layerWith('a', {}), layerWith('b', {}), layerWith('c', {})])
const RATE = { num: 24, den: 1 }
const frame = frameTicks(RATE)
const shared = (given: Project, overlap = 12): Project =>
  produce(given, (draft) => {
    shareTime(draft, 'scene', ['a', 'b', 'c'], {
      overlap: overlap * frame,
      fade: ease as PlainBend,
      makeId: ids(),
    })
  })
const spans = ({ scenes }: Project): number[][] =>
  scenes[0]!.layers.map(({ span }) => span.map((t) => t / frame))

describe('layers shown in turn', () => {
  it('share their time, overlap, and dissolve without a gap', () => {
    const after = shared(project)
    // 10 s at 24 fps are 240 frames: each begins 76 after the one before.
    expect(spans(after)).toEqual([
      [0, 88],
      [76, 164],
      [152, 240],
    ])
    const covered = Array.from({ length: 240 }, (_, f) =>
      Math.max(...sceneAt(after.scenes[0]!, ticksOfFrame(f, RATE), []).map(({ opacity }) => opacity)),
    )
    expect(new Set(covered)).toEqual(new Set([1]))
    const faded = after.scenes[0]!.layers.map(({ properties }) => properties['opacity']!.keys.length)
    expect(faded).toEqual([2, 2, 0])
  })
  it('stay so when asked again, but for names of keys', () => {
    const once = shared(project)
    expect(spans(shared(once))).toEqual(spans(once))
    const times = (given: Project) =>
      given.scenes[0]!.layers.map(({ properties }) =>
        properties['opacity']!.keys.map(({ t, value }) => [t, value]),
      )
    expect(times(shared(once))).toEqual(times(once))
  })
  it('are refused where there is no time for all', () => {
    expect(() => shared(project, 100)).toThrow('do not fit')
    expect(() => shared(project, -3)).toThrow('do not fit')
    expect(() => shared(project, NaN)).toThrow('do not fit')
  })
})
