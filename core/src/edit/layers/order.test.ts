import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyProperty,
  ease,
  edited,
  ids,
  key,
  keysOf,
  layerWith,
  lawful,
  projectOf,
  property,
  propertyOf,
  refsOf,
} from '../../../test/trials.ts'
import { compileProperty, valueAt, type CompiledProperty } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  addMarker,
  alignKeys,
  BadEdit,
  changeMarker,
  copyKeys,
  distributeGroups,
  mergeNearKeys,
  pasteTargets,
  removeMarkers,
  reversedClip,
  setSceneDuration,
  slideLayers,
  snapKeysToFrames,
  staggerKeys,
  stretchKeys,
  stretchOnto,
} from '../index.ts'

const FRAME = frameTicks({ num: 24, den: 1 })
const second = (count: number) => asTicks(Math.round(count * TICKS_PER_SECOND))
const valueOf = (compiled: CompiledProperty, time: number): number =>
  valueAt(compiled, time) as unknown as number
const timesOf = (project: Project, layer: string, name = 'turn'): number[] =>
  propertyOf(project, layer, name).keys.map(({ t }) => t / TICKS_PER_SECOND)
const three = projectOf(
  ['a', 'b', 'c'].map((id, i) =>
    layerWith(id, {
      turn: property('turn', [key(i, 0, ease), key(i + 1, 90)]),
      opacity: property('number', [key(i + 0.5, 0), key(i + 2, 100)]),
    }),
  ),
)
const allOf = (project: Project) =>
  ['a', 'b', 'c'].flatMap((id) => [...refsOf(project, id, 'turn'), ...refsOf(project, id, 'opacity')])

describe('alignKeys', () => {
  it('brings starts, ends or nth keys of layers together, spacing within kept', () => {
    const starts = edited(three, (draft) => alignKeys(draft, allOf(three), { by: 'layer', moment: 'start' }))
    expect(timesOf(starts, 'c')).toEqual([0, 1])
    expect(timesOf(starts, 'c', 'opacity')).toEqual([0.5, 2])
    const ends = edited(three, (draft) => alignKeys(draft, allOf(three), { by: 'layer', moment: 'end' }))
    expect(timesOf(ends, 'a', 'opacity')).toEqual([2.5, 4])
    const to = { by: 'lane', moment: { nth: 2 }, to: second(9) } as const
    const nth = edited(three, (draft) => alignKeys(draft, allOf(three), to))
    expect(timesOf(nth, 'a')).toEqual([8, 9])
    expect(timesOf(nth, 'b', 'opacity')).toEqual([7.5, 9])
  })

  it('refuses a key some do not have', () => {
    const options = { by: 'lane', moment: { nth: 3 } } as const
    expect(() => edited(three, (draft) => alignKeys(draft, allOf(three), options))).toThrow(BadEdit)
  })
})

describe('distributeGroups', () => {
  it('puts starts at equal distances and leaves the outer ones', () => {
    const uneven = edited(three, (draft) =>
      slideLayers(draft, { scene: 'scene', layers: ['b'] }, { byTicks: second(0.7), part: 'keys' }),
    )
    const spread = edited(uneven, (draft) => distributeGroups(draft, allOf(uneven), 'layer'))
    expect(['a', 'b', 'c'].map((id) => timesOf(spread, id)[0])).toEqual([0, 1, 2])
  })
})

describe('staggerKeys along a bend', () => {
  it('delays evenly by default, and as the bend has it, the last as late', () => {
    const together = edited(three, (draft) =>
      alignKeys(draft, allOf(three), { by: 'layer', moment: 'start' }),
    )
    const step = { ticks: second(1) }
    const even = edited(together, (draft) =>
      staggerKeys(draft, allOf(together), { order: { by: 'list' }, step }),
    )
    expect(['a', 'b', 'c'].map((id) => timesOf(even, id)[0])).toEqual([0, 1, 2])
    const along = { kind: 'family', family: 'power', mode: 'in', power: 2 } as const
    const bent = edited(together, (draft) =>
      staggerKeys(draft, allOf(together), { order: { by: 'list' }, step, along }),
    )
    // Half way through, a square has come a quarter of the way: half a step.
    expect(['a', 'b', 'c'].map((id) => timesOf(bent, id)[0])).toEqual([0, 0.5, 2])
  })

  it('goes lane by lane where that is asked', () => {
    const step = { ticks: second(0.25) }
    const lanes = edited(three, (draft) =>
      staggerKeys(draft, allOf(three), { order: { by: 'list' }, step, by: 'lane' }),
    )
    expect(timesOf(lanes, 'a', 'opacity')[0]).toBe(0.75)
    expect(timesOf(lanes, 'b')[0]).toBe(1.5)
  })
})

describe('several edits in one step', () => {
  it('go on with layers that many lanes of were edited before', () => {
    const after = edited(three, (draft) => {
      alignKeys(draft, allOf(three), { by: 'layer', moment: 'start' })
      stretchKeys(draft, refsOf(three, 'b', 'turn'), { about: 0, factor: 3 })
      slideLayers(draft, { scene: 'scene', layers: ['b'] }, { byTicks: second(1), part: 'both' })
    })
    expect(timesOf(after, 'b')).toEqual([1, 4])
    expect(timesOf(after, 'b', 'opacity')).toEqual([1.5, 3])
    expect(after.scenes[0]!.layers[1]!.span[0]).toBe(second(1))
    expect(timesOf(three, 'b')).toEqual([1, 2])
  })
})

describe('stretchOnto', () => {
  it('shows at every moment of the new stretch what the old one showed there', () => {
    fc.assert(
      fc.property(
        anyProperty('turn', 5),
        fc.integer({ min: -30, max: 60 }),
        fc.integer({ min: -50, max: 50 }),
        (made, start, length) => {
          fc.pre(length !== 0)
          const given = lawful(made)
          const project = projectOf([layerWith('a', { turn: given })])
          const [first, last] = [given.keys[0]!.t, given.keys[given.keys.length - 1]!.t]
          const onto = [second(start / 10), second((start + length) / 10)] as const
          const after = edited(project, (draft) =>
            stretchKeys(draft, refsOf(project, 'a', 'turn'), stretchOnto([first, last], onto)),
          )
          const [before, now] = [
            compileProperty(given, []),
            compileProperty(propertyOf(after, 'a', 'turn'), []),
          ]
          const share = (u: number) =>
            [first + u * (last - first), onto[0] + u * (onto[1] - onto[0])] as const
          const moments = [0.13, 0.37, 0.61, 0.89].map(share)
          // Times are rounded to whole ticks, which moves a value by what it changes in one.
          for (const [here, there] of moments) {
            const miss = Math.abs(valueOf(now, there) - valueOf(before, here))
            expect(miss).toBeLessThan(1e-3)
          }
        },
      ),
      { numRuns: 150, seed: 63 },
    )
  })
})

describe('snapKeysToFrames', () => {
  it('moves what stands between frames, says how far, and lets none drive out one that stands', () => {
    const off = [
      key(0, 0),
      key(1, 1),
      { ...key(1, 2), id: 'near', t: asTicks(second(1) + FRAME / 3) },
      { ...key(2, 3), id: 'far', t: asTicks(second(2) - FRAME / 4) },
    ]
    const project = projectOf([layerWith('a', { turn: property('turn', off) })])
    let report
    const after = edited(project, (draft) => (report = snapKeysToFrames(draft, refsOf(project, 'a', 'turn'))))
    expect(report).toEqual({ moved: 1, replaced: 1, farthest: FRAME / 3 })
    expect(propertyOf(after, 'a', 'turn').keys.map(({ id, t, value }) => [id, t, value])).toEqual([
      ['k0', 0, 0],
      ['k1', second(1), 1],
      ['far', second(2), 3],
    ])
  })

  it('brings any keys onto frames, at most half a frame away', () => {
    fc.assert(
      fc.property(keysOf(fc.integer()), fc.integer({ min: 3, max: 97 }), (keys, percent) => {
        const made = projectOf([layerWith('a', { turn: property('turn', keys) })])
        const odd = edited(made, (draft) =>
          stretchKeys(draft, refsOf(made, 'a', 'turn'), { about: 0, factor: percent / 100 }),
        )
        const after = edited(odd, (draft) => {
          expect(snapKeysToFrames(draft, refsOf(odd, 'a', 'turn')).farthest).toBeLessThanOrEqual(FRAME / 2)
        })
        const times = propertyOf(after, 'a', 'turn').keys.map(({ t }) => t)
        expect(times.every((time) => time % FRAME === 0)).toBe(true)
        expect(new Set(times).size).toBe(times.length)
      }),
      { numRuns: 100, seed: 64 },
    )
  })
})

describe('mergeNearKeys', () => {
  it('keeps of keys that look like one the one on a frame, else the later', () => {
    const near = [
      key(0, 0),
      { ...key(0, 1), id: 'slip', t: asTicks(FRAME / 2) },
      key(2, 2),
      { ...key(2, 3), id: 'later', t: asTicks(second(2) + FRAME) },
    ]
    const project = projectOf([layerWith('a', { turn: property('turn', near) })])
    const refs = refsOf(project, 'a', 'turn')
    const after = edited(project, (draft) => expect(mergeNearKeys(draft, refs, 1.5 * FRAME).merged).toBe(2))
    expect(propertyOf(after, 'a', 'turn').keys.map(({ id }) => id)).toEqual(['k0', 'later'])
    expect(edited(project, (draft) => mergeNearKeys(draft, refs, FRAME / 4))).toBe(project)
    expect(() => edited(project, (draft) => mergeNearKeys(draft, refs, 0))).toThrow(BadEdit)
  })
})

describe('slideLayers', () => {
  it('slides bar and keys, or one of them, and back', () => {
    const by = (byTicks: number, part: 'both' | 'keys' | 'bar') => (project: Project) =>
      edited(project, (draft) => slideLayers(draft, { scene: 'scene', layers: ['a'] }, { byTicks, part }))
    const both = by(second(1), 'both')(three)
    expect(both.scenes[0]!.layers[0]!.span).toEqual([second(1), second(11)])
    expect(timesOf(both, 'a')).toEqual([1, 2])
    expect(timesOf(by(second(1), 'keys')(three), 'a', 'opacity')).toEqual([1.5, 3])
    expect(timesOf(by(second(1), 'bar')(three), 'a')).toEqual([0, 1])
    expect(by(-second(1), 'both')(both)).toEqual(three)
  })
  it('refuses a locked layer', () => {
    const locked = projectOf([{ ...three.scenes[0]!.layers[0]!, locked: true }])
    expect(() =>
      edited(locked, (draft) =>
        slideLayers(draft, { scene: 'scene', layers: ['a'] }, { byTicks: 1, part: 'bar' }),
      ),
    ).toThrow(/is locked/)
  })
})

describe('setSceneDuration', () => {
  const change = (
    project: Project,
    seconds: number,
    at: 'start' | 'end',
    policy: 'stay' | 'firstFollows' | 'lastFollows' | 'stretch',
  ) => edited(project, (draft) => setSceneDuration(draft, 'scene', { duration: second(seconds), at, policy }))
  it('at the end: layers go on reaching to it, keys as chosen', () => {
    const longer = change(three, 12, 'end', 'stay')
    expect(longer.scenes[0]!.layers[0]!.span[1]).toBe(second(12))
    expect(timesOf(longer, 'b')).toEqual([1, 2])
    expect(timesOf(change(three, 12, 'end', 'lastFollows'), 'b')).toEqual([1, 4])
    expect(timesOf(change(three, 20, 'end', 'stretch'), 'b')).toEqual([2, 4])
  })
  it('at the start: everything is later by as much, or first keys come to the new start', () => {
    expect(timesOf(change(three, 12, 'start', 'stay'), 'b')).toEqual([3, 4])
    expect(change(three, 12, 'start', 'stay').scenes[0]!.layers[0]!.span).toEqual([0, second(12)])
    expect(timesOf(change(three, 12, 'start', 'firstFollows'), 'b')).toEqual([1, 4])
  })
  it('brings markers and play range along, and keeps them within', () => {
    const marked = edited(three, (draft) => {
      draft.scenes[0]!.markers.push({ id: 'm', t: second(8), name: 'M' })
      draft.scenes[0]!.playRange = [second(2), second(9)]
    })
    const stretched = change(marked, 5, 'end', 'stretch').scenes[0]!
    expect(stretched.markers[0]!.t).toBe(second(4))
    expect(stretched.playRange).toEqual([second(1), second(4.5)])
    const cut = change(marked, 5, 'end', 'stay').scenes[0]!
    expect(cut.markers[0]!.t).toBe(second(5))
    expect(cut.playRange).toEqual([second(2), second(5)])
  })
  it('refuses no length at all', () => {
    expect(() => change(three, 0, 'end', 'stay')).toThrow(BadEdit)
  })
})

describe('markers', () => {
  const makeId = ids()
  const marked = edited(three, (draft) => {
    for (const at of [3, 1]) addMarker(draft, 'scene', { t: second(at), makeId })
  })
  const list = (project: Project) =>
    project.scenes[0]!.markers.map(({ t, name }) => [t / TICKS_PER_SECOND, name])
  it('stand in order, one a moment, named apart', () => {
    expect(list(marked)).toEqual([
      [1, 'Marker 2'],
      [3, 'Marker 1'],
    ])
    expect(edited(marked, (draft) => addMarker(draft, 'scene', { t: second(1), makeId }))).toBe(marked)
  })
  it('are moved within the scene, renamed, given a hue, and removed', () => {
    const id = marked.scenes[0]!.markers[0]!.id
    const marker = { scene: 'scene', marker: id }
    const moved = edited(marked, (draft) =>
      changeMarker(draft, marker, { t: second(99), name: 'Berth', hue: 'tide' }),
    )
    expect(list(moved)).toEqual([
      [3, 'Marker 1'],
      [10, 'Berth'],
    ])
    expect(moved.scenes[0]!.markers[1]!.hue).toBe('tide')
    expect(
      edited(moved, (draft) => changeMarker(draft, marker, { hue: null })).scenes[0]!.markers[1],
    ).not.toHaveProperty('hue')
    expect(() => edited(marked, (draft) => changeMarker(draft, marker, { name: '  ' }))).toThrow(
      /cannot be empty/,
    )
    expect(() =>
      edited(marked, (draft) => changeMarker(draft, { ...marker, marker: 'gone' }, { t: 0 })),
    ).toThrow(/no longer there/)
    expect(list(edited(marked, (draft) => removeMarkers(draft, 'scene', [id])))).toEqual([[3, 'Marker 1']])
  })
})

describe('pasteTargets and reversedClip', () => {
  const clip = copyKeys(three, refsOf(three, 'a', 'turn'))!
  const scene = three.scenes[0]!
  const ref = (layer: string, name: string) => ({ scene: 'scene', layer, property: name })
  it('goes onto chosen properties, else those of chosen layers, else home', () => {
    expect(pasteTargets(scene, clip, { properties: [ref('b', 'opacity')], layers: ['b'] })).toEqual([
      ref('b', 'opacity'),
    ])
    expect(pasteTargets(scene, clip, { properties: [], layers: ['b', 'c'] })).toEqual([
      ref('b', 'turn'),
      ref('c', 'turn'),
    ])
    expect(pasteTargets(scene, clip, { properties: [], layers: [] })).toEqual([ref('a', 'turn')])
  })
  it('says so where there is none', () => {
    const other = projectOf([layerWith('z', {})]).scenes[0]!
    expect(() => pasteTargets(other, clip, { properties: [], layers: [] })).toThrow(/not in this scene/)
    const outlines = {
      ...clip,
      tracks: clip.tracks.map((track) => ({
        ...track,
        definition: { ...track.definition, name: 'outline', label: 'Outline' },
      })),
    }
    expect(() => pasteTargets(scene, outlines, { properties: [], layers: ['b'] })).toThrow(
      /no outline to paste onto/,
    )
  })
  it('reversed twice is what was copied', () => {
    fc.assert(
      fc.property(keysOf(fc.integer({ min: -99, max: 99 })), (keys) => {
        const project = projectOf([layerWith('a', { turn: property('turn', keys) })])
        const copied = copyKeys(project, refsOf(project, 'a', 'turn'))!
        const back = reversedClip(copied)
        expect(back.tracks[0]!.keys.map(({ value }) => value)).toEqual(
          keys.map(({ value }) => value).reverse(),
        )
        const twice = reversedClip(back).tracks[0]!.keys
        expect(twice.map(({ t, value }) => [t, value])).toEqual(keys.map(({ t, value }) => [t, value]))
      }),
      { numRuns: 60, seed: 65 },
    )
  })
})
