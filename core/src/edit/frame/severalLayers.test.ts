import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { EASE_BOTH } from '../../bend/index.ts'
import { ids, layerWith, projectOf } from '../../../test/trials.ts'
import { framingCorners, framingOf, ownMatrixAt, type Project } from '../../scene/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { alternatingMoves, frameMoveOf, moveEachStill, slideInDepth, type SlideInDepth } from '../index.ts'

const FRAME = [1920, 1080] as const
const STILL = { x: -1500, y: -1000, width: 3000, height: 2000 }
const frame = frameTicks({ num: 24, den: 1 })
const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const project = produce(projectOf([layerWith('a', {}), layerWith('b', {}), layerWith('c', {})]), (draft) => {
  draft.scenes[0]!.layers.forEach((layer, i) => (layer.span = [at(3 * (2 - i)), at(3 * (3 - i))]))
})
const stills = new Map(['a', 'b', 'c'].map((id) => [id, STILL]))
const made = (seed: number, given: Project = project, of = stills): Project =>
  produce(given, (draft) =>
    moveEachStill(draft, 'scene', of, { percent: 20, seed, bend: EASE_BOTH, makeId: ids() }),
  )

describe('several stills', () => {
  it('each get a move over their own stretch, by one bend, none past the edge', () => {
    const { scenes, bends } = made(1)
    expect(bends.map(({ name }) => name)).toEqual(['Frame moves'])
    for (const { id, span } of scenes[0]!.layers) {
      const move = frameMoveOf(scenes[0]!, id, bends)!
      expect(move.stops.map(({ t }) => t)).toEqual([span[0], span[1] - frame])
      expect(move.bend).toEqual({ kind: 'linked', bendId: bends[0]!.id })
      for (const t of [span[0], (span[0] + span[1]) / 2, span[1] - frame]) {
        const corners = framingCorners(framingOf(ownMatrixAt(scenes[0]!, id, t, bends), FRAME)!, FRAME)
        for (const [x, y] of corners) {
          expect(Math.abs(x)).toBeLessThanOrEqual(1500 + 1e-6)
          expect(Math.abs(y)).toBeLessThanOrEqual(1000 + 1e-6)
        }
      }
    }
  })
  it('alternate: no still moves as the one before it, nor does the same seed ever give others', () => {
    const forward = new Set(['pushIn', 'panRight', 'panDown'])
    const seen = new Set<string>()
    for (let seed = 0; seed < 40; seed += 1) {
      const kinds = alternatingMoves(7, seed)
      expect(alternatingMoves(7, seed)).toEqual(kinds)
      kinds.forEach((kind, i) => {
        if (i > 0) expect(forward.has(kind)).not.toBe(forward.has(kinds[i - 1]!))
      })
      seen.add(kinds.join())
    }
    expect(seen.size).toBeGreaterThan(20)
    expect(made(3)).toEqual(made(3))
  })
  it('are all moved, or none', () => {
    const locked = produce(project, (draft) => void (draft.scenes[0]!.layers[1]!.locked = true))
    expect(() => made(1, locked)).toThrow('“b” is locked')
    expect(() => made(1, project, new Map([['a', STILL]]))).toThrow('two stills or more')
  })
})

describe('a slide in depth', () => {
  const slid = (options: Partial<SlideInDepth>, given: Project = project): Project =>
    produce(given, (draft) =>
      slideInDepth(draft, 'scene', ['a', 'b', 'c'], {
        by: [400, 100],
        factor: 0.5,
        from: at(0),
        to: at(2),
        bend: EASE_BOTH,
        makeId: ids(),
        ...options,
      }),
    )
  it('moves what is nearer further, and each passes its place halfway', () => {
    const { layers } = slid({}).scenes[0]!
    const ways = layers.map(({ properties }) => properties['position']!.keys.map(({ value }) => value))
    expect(ways).toEqual([
      [
        [-200, -50],
        [200, 50],
      ],
      [
        [-100, -25],
        [100, 25],
      ],
      [
        [-50, -12.5],
        [50, 12.5],
      ],
    ])
    const bends = layers.flatMap(({ properties }) => properties['position']!.keys.map(({ bend }) => bend))
    expect(new Set(bends.map((bend) => JSON.stringify(bend))).size).toBe(1)
  })
  it('made again begins where the layers are then, and is refused for what cannot slide', () => {
    const [first] = slid({}, slid({})).scenes[0]!.layers
    expect(first!.properties['position']!.keys.map(({ value }) => value)).toEqual([
      [-400, -100],
      [0, 0],
    ])
    expect(() => slid({ to: at(0) })).toThrow('at least a frame')
    expect(() => slid({ factor: 1.2 })).toThrow('0 to 100 %')
    const riding = produce(project, (draft) => void (draft.scenes[0]!.layers[0]!.parent = 'b'))
    expect(() => slid({}, riding)).toThrow('rides on another layer')
  })
})
