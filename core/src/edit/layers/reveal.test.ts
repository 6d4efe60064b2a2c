import { describe, expect, it } from 'vitest'
import { EASE_BOTH } from '../../bend/index.ts'
import { edited, ids, layerWith, projectOf } from '../../../test/trials.ts'
import {
  applyMatrix,
  compileScene,
  projectSchema,
  sampleSceneInto,
  sceneAt,
  type DrawItem,
  type DrawItems,
  type Layer,
  type MaskVeil,
  type PictureAsset,
  type Project,
} from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { drawLineOn, revealLayers, splitIntoPanels, type RevealFrom } from '../index.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const STILL: PictureAsset = {
  id: 'still',
  name: 'Still',
  kind: 'picture',
  type: 'image/png',
  size: [2400, 1500],
  sha256: 'a'.repeat(64),
}
const shows = (id: string): Layer => {
  const layer = layerWith(id, { position: { kind: 'place', value: [960, 540], keys: [] } })
  const plain = {
    ...layer,
    kind: 'image' as const,
    properties: { ...layer.properties, picture: { kind: 'choice' as const, value: 'still', keys: [] } },
  }
  const read = projectSchema.parse({ ...projectOf([plain]), assets: [STILL] })
  return read.scenes[0]!.layers[0]!
}
const project: Project = { ...projectOf([shows('a'), shows('b'), shows('c')]), assets: [STILL] }
const cropAt = (given: Project, id: string, seconds: number): number[] => {
  const item = sceneAt(given.scenes[0]!, at(seconds), given.bends).find(({ layer }) => layer.id === id)!
  return item.kind === 'image' ? [...item.crop] : []
}

describe('a reveal', () => {
  const revealed = (from: RevealFrom): Project =>
    edited(project, (draft) =>
      revealLayers(draft, 'scene', ['a', 'b'], {
        from,
        begin: at(1),
        end: at(2),
        bend: EASE_BOTH,
        makeId: ids(),
      }),
    )
  it('opens from any side, and stays open; what is shown stays where it is', () => {
    const closed: Readonly<Record<RevealFrom, number[]>> = {
      left: [0, 100, 0, 0],
      right: [100, 0, 0, 0],
      top: [0, 0, 0, 100],
      bottom: [0, 0, 100, 0],
      middle: [50, 50, 0, 0],
    }
    for (const from of Object.keys(closed) as RevealFrom[]) {
      const made = revealed(from)
      expect(projectSchema.safeParse(made).error?.issues).toBeUndefined()
      expect(cropAt(made, 'a', 0)).toEqual(closed[from])
      expect(cropAt(made, 'b', 1)).toEqual(closed[from])
      expect(cropAt(made, 'a', 1.5).map((part) => Math.round(part * 1e6) / 1e6)).toEqual(
        closed[from].map((part) => part / 2),
      )
      expect(cropAt(made, 'a', 3)).toEqual([0, 0, 0, 0])
      expect(made.scenes[0]!.layers[0]!.properties['position']!.keys).toEqual([])
    }
  })
  it('takes the place of the one before, whichever side that opened from, and keeps a crop that is there', () => {
    const cut = edited(
      project,
      (draft) => void (draft.scenes[0]!.layers[0]!.properties['crop right']!.value = 20),
    )
    const reveal = (given: Project, from: RevealFrom, begin: number): Project =>
      edited(given, (draft) =>
        revealLayers(draft, 'scene', ['a'], {
          from,
          begin: at(begin),
          end: at(begin + 1),
          bend: EASE_BOTH,
          makeId: ids(),
        }),
      )
    const twice = reveal(reveal(cut, 'right', 3), 'left', 0)
    expect(cropAt(twice, 'a', 0)).toEqual([0, 100, 0, 0])
    expect(cropAt(twice, 'a', 3)).toEqual([0, 20, 0, 0])
    expect(twice.scenes[0]!.layers[0]!.properties['crop left']!.keys).toEqual([])
  })
  it('has one bend for all its edges', () => {
    const made = revealed('middle')
    const bends = made.scenes[0]!.layers.flatMap(({ properties }) =>
      ['crop left', 'crop right'].flatMap((name) =>
        properties[name]!.keys.map(({ bend }) => JSON.stringify(bend)),
      ),
    )
    expect(bends).toHaveLength(8)
    expect(new Set(bends).size).toBe(1)
    expect(made.bends).toHaveLength(1)
  })
  it('is refused for what cannot be cropped, and for no time', () => {
    const shape = projectOf([layerWith('r', {}, 'sound')])
    const how = { from: 'left', begin: at(0), end: at(1), bend: EASE_BOTH, makeId: ids() } as const
    expect(() => edited(shape, (draft) => revealLayers(draft, 'scene', ['r'], how))).toThrow(
      'cannot be cropped',
    )
    expect(() =>
      edited(project, (draft) => revealLayers(draft, 'scene', ['a'], { ...how, end: at(0) })),
    ).toThrow('a frame at least')
  })
})

describe('panels', () => {
  const split = (stand: 'upright' | 'level', gap = 30): Project =>
    edited(project, (draft) =>
      splitIntoPanels(draft, 'scene', ['a', 'b', 'c'], {
        stand,
        gap,
        begin: at(0),
        length: at(1),
        stagger: 6,
        bend: EASE_BOTH,
        makeId: ids(),
      }),
    )
  it('share the frame with gaps between, and slide in one after another by turns from either end', () => {
    const made = split('upright')
    expect(projectSchema.safeParse(made).error?.issues).toBeUndefined()
    const wide = (1920 - 60) / 3
    ;['a', 'b', 'c'].forEach((id, i) => {
      const [left, right] = cropAt(made, id, 5) as [number, number]
      // The stills lie about the middle of the frame, 240 px beyond it on both sides.
      const low = 960 - 1200 + 24 * left
      expect(low).toBeCloseTo(i * (wide + 30), 6)
      expect(960 + 1200 - 24 * right).toBeCloseTo(low + wide, 6)
      const { keys } = made.scenes[0]!.layers.find((layer) => layer.id === id)!.properties['position']!
      expect(keys.map(({ value }) => value)).toEqual([
        [960, i % 2 === 0 ? -540 : 1620],
        [960, 540],
      ])
      expect(keys[0]!.t).toBe(at((i * 6) / 24))
    })
    expect(cropAt(split('level'), 'b', 5).slice(2)).not.toEqual([0, 0])
  })
  it('lean: a mask that travels along keeps each to its part, and each slides along its edges', () => {
    const how = { begin: at(0), length: at(1), stagger: 0, bend: EASE_BOTH, makeId: ids() } as const
    const made = edited(project, (draft) =>
      splitIntoPanels(draft, 'scene', ['a', 'b', 'c'], {
        ...how,
        stand: 'upright',
        slant: 30,
        from: 'first',
        gap: 30,
      }),
    )
    expect(projectSchema.safeParse(made).error?.issues).toBeUndefined()
    const sampler = compileScene(made.scenes[0]!, made.bends)
    const edgesAt = (seconds: number): number[][] => {
      const items = sampleSceneInto(sampler, at(seconds))
      return ['a', 'b', 'c'].map((id) => {
        const { veils } = items.find(({ layer }) => layer.id === id)!
        const [mask] = (veils[0] as MaskVeil).items as readonly DrawItem[]
        const { outline, matrix } = mask as DrawItems['path']
        return outline.vertices.flatMap(({ at: [x, y] }) => [...applyMatrix(matrix, x, y)])
      })
    }
    const [first, second, third] = edgesAt(2)
    const wide = (1920 - 60) / 3
    const lean = Math.tan(Math.PI / 6)
    // At half the height of the frame each is as wide as a third; the outermost reach past its corners.
    const alongMiddle = (corners: readonly number[], k: number): number =>
      corners[k]! + lean * (corners[k + 1]! - 540)
    expect(alongMiddle(second!, 0)).toBeCloseTo(wide + 30, 6)
    expect(alongMiddle(second!, 2)).toBeCloseTo(2 * wide + 30, 6)
    expect(alongMiddle(first!, 2)).toBeCloseTo(wide, 6)
    expect(first![0]).toBeLessThan(-2000)
    expect(third![2]).toBeGreaterThan(3000)
    // On the way the second is shifted along its own edge.
    const [, moved] = edgesAt(0.3)
    const [dx, dy] = [moved![0]! - second![0]!, moved![1]! - second![1]!]
    expect(dy).toBeLessThan(-10)
    expect(dx / dy).toBeCloseTo(-lean, 9)
    expect(cropAt(made, 'b', 5)).toEqual([0, 0, 0, 0])
  })
  it('that lean are refused for what is masked, and past 60°', () => {
    const how = {
      stand: 'upright',
      gap: 0,
      begin: at(0),
      length: at(1),
      stagger: 0,
      bend: EASE_BOTH,
      makeId: ids(),
    } as const
    const lean = (given: Project, slant: number) => () =>
      edited(given, (draft) => splitIntoPanels(draft, 'scene', ['a', 'b'], { ...how, slant }))
    expect(lean(project, 70)).toThrow('60° at most')
    expect(lean(lean(project, 20)(), 20)).toThrow('seen through another layer already')
  })
  it('are refused for one picture, for gaps that leave nothing, and for what is turned', () => {
    expect(() => split('upright', 2000)).toThrow('leave nothing')
    const how = {
      stand: 'level',
      gap: 0,
      begin: at(0),
      length: at(1),
      stagger: 0,
      bend: EASE_BOTH,
      makeId: ids(),
    } as const
    expect(() => edited(project, (draft) => splitIntoPanels(draft, 'scene', ['a'], how))).toThrow(
      'two pictures',
    )
    const turned = edited(
      project,
      (draft) => void (draft.scenes[0]!.layers[0]!.properties['turn']!.value = 10),
    )
    expect(() => edited(turned, (draft) => splitIntoPanels(draft, 'scene', ['a', 'b'], how))).toThrow(
      'is turned',
    )
  })
})

it('a line is drawn on from nothing to all of it', () => {
  const shape = projectOf([layerWith('r', { 'stroke width': { kind: 'number', value: 4, keys: [] } })])
  const when = { from: at(1), to: at(2), bend: EASE_BOTH, makeId: ids() }
  const made = edited(shape, (draft) => drawLineOn(draft, 'scene', ['r'], when))
  const { keys } = made.scenes[0]!.layers[0]!.properties['trim end']!
  expect(keys.map(({ t, value }) => [t, value])).toEqual([
    [at(1), 0],
    [at(2), 100],
  ])
  const none = projectOf([layerWith('r', { 'stroke width': { kind: 'number', value: 0, keys: [] } })])
  expect(() => edited(none, (draft) => drawLineOn(draft, 'scene', ['r'], when))).toThrow('no line')
})
