import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../test/trials.ts'
import { asTicks, TICKS_PER_SECOND } from '../time/index.ts'
import {
  applyMatrix,
  compileScene,
  definitionOf,
  describeIssues,
  identityMatrix,
  invertMatrix,
  LAYER_KINDS,
  makeLayer,
  multiplyInto,
  outlinePathData,
  projectSchema,
  propertiesOf,
  sampleSceneInto,
  sceneAt,
  transformInto,
} from './index.ts'

const second = (count: number) => asTicks(count * TICKS_PER_SECOND)

describe('sceneAt', () => {
  it('draws bottom first and leaves out what does not show', () => {
    const hidden = { ...layerWith('hidden', {}), visible: false }
    const late = { ...layerWith('late', {}), span: [second(5), second(6)] as const }
    const scene = projectOf([layerWith('top', {}), hidden, late, layerWith('bottom', {})]).scenes[0]!
    expect(sceneAt(scene, 0, []).map(({ layer }) => layer.id)).toEqual(['bottom', 'top'])
    expect(sceneAt(scene, second(5), []).map(({ layer }) => layer.id)).toEqual(['bottom', 'late', 'top'])
    expect(sceneAt(scene, second(6), []).map(({ layer }) => layer.id)).toEqual(['bottom', 'top'])
  })

  it('multiplies opacity down groups, and moves followers without dimming them', () => {
    const half = { opacity: property('number', [], { value: 50 }) }
    const at = { position: property('place', [], { value: [100, 0] }) }
    const scene = projectOf([
      layerWith('child', half, 'rectangle', 'group'),
      layerWith('follower', {}, 'rectangle', 'leader'),
      layerWith('leader', { ...half, ...at }),
      layerWith('group', { ...half, ...at }, 'group'),
    ]).scenes[0]!
    const byId = new Map(sceneAt(scene, 0, []).map((item) => [item.layer.id, item]))
    expect(byId.get('child')!.opacity).toBe(0.25)
    expect(byId.get('follower')!.opacity).toBe(1)
    expect(applyMatrix(byId.get('child')!.matrix, 0, 0)).toEqual([100, 0])
    expect(applyMatrix(byId.get('follower')!.matrix, 0, 0)).toEqual([100, 0])
  })

  it('hides what is in a hidden group', () => {
    const group = { ...layerWith('group', {}, 'group'), visible: false }
    expect(
      sceneAt(projectOf([layerWith('child', {}, 'rectangle', 'group'), group]).scenes[0]!, 0, []),
    ).toEqual([])
  })

  it('gives the same whether sampled in order, backwards or afresh', () => {
    const moves = {
      position: property('place', [key(0, [0, 0], ease), key(3, [90, 40], ease), key(8, [5, 5])]),
      turn: property('turn', [key(1, 0, ease), key(7, 270)]),
    }
    const scene = projectOf([layerWith('a', moves)]).scenes[0]!
    const sampler = compileScene(scene, [])
    for (const time of [0, 1, 2.5, 7.5, 3, 0.5].map((seconds) => second(seconds * 2) / 2)) {
      expect([...sampleSceneInto(sampler, time)[0]!.matrix]).toEqual([...sceneAt(scene, time, [])[0]!.matrix])
    }
  })
})

describe('compileScene with a former sampler', () => {
  const library: [] = []
  const group = layerWith('group', { opacity: property('number', [key(0, 100), key(2, 20)]) }, 'group')
  const moved = { position: property('place', [key(0, [0, 0], ease), key(2, [300, 40])]) }
  const layers = [
    layerWith('inside', moved, 'rectangle', 'group'),
    group,
    layerWith('follower', {}, 'rectangle', 'leader'),
    layerWith('leader', moved, 'rectangle'),
    layerWith('apart', { turn: property('turn', [key(0, 0), key(2, 90)]) }),
  ]
  const looks = (items: ReturnType<typeof sceneAt>) =>
    items.map(({ layer, matrix, opacity, shown }) => [layer.id, [...matrix], opacity, shown])

  it('draws an edited scene as one made from scratch does, whichever layer was edited', () => {
    const scene = projectOf(layers).scenes[0]!
    const edits = {
      group: { ...group, visible: false },
      leader: {
        ...layers[3]!,
        properties: { ...layers[3]!.properties, ...{ turn: property('turn', [], { value: 30 }) } },
      },
      apart: { ...layers[4]!, span: [second(1), second(5)] as const },
    }
    for (const [id, edited] of Object.entries(edits)) {
      const next = { ...scene, layers: scene.layers.map((layer) => (layer.id === id ? edited : layer)) }
      for (const time of [0, 0.4, 1, 1.7].map(second)) {
        const former = compileScene(scene, library)
        sampleSceneInto(former, time)
        const taken = compileScene(next, library, { former })
        expect(looks([...sampleSceneInto(taken, time)])).toEqual(
          looks([...sampleSceneInto(compileScene(next, library), time)]),
        )
      }
    }
  })

  it('takes over what is the same, and makes what rides on an edited layer anew', () => {
    const scene = projectOf(layers).scenes[0]!
    const former = compileScene(scene, library)
    const next = {
      ...scene,
      layers: scene.layers.map((layer) => (layer.id === 'group' ? { ...group } : layer)),
    }
    const taken = compileScene(next, library, { former })
    const same = taken.items.filter((item) => former.items.includes(item)).map(({ layer }) => layer.id)
    expect(same).toEqual(['apart', 'leader', 'follower'])
    expect(compileScene(next, [], { former }).items.some((item) => former.items.includes(item))).toBe(false)
  })
})

describe('transformInto', () => {
  it('puts the pivot on the position, whatever the turn and scale', () => {
    const matrix = identityMatrix()
    transformInto(matrix, { position: [300, 200], turnDegrees: 33, scale: [150, -40], pivot: [12, 7] })
    const [x, y] = applyMatrix(matrix, 12, 7)
    expect(x).toBeCloseTo(300, 12)
    expect(y).toBeCloseTo(200, 12)
  })

  it('is exact at quarter turns', () => {
    const matrix = identityMatrix()
    transformInto(matrix, { position: [0, 0], turnDegrees: -270, scale: [100, 100], pivot: [0, 0] })
    expect(applyMatrix(matrix, 10, 0)).toEqual([0, 10])
  })

  it('is undone by its inverse, and a flat one has none', () => {
    const matrix = identityMatrix()
    transformInto(matrix, { position: [30, -20], turnDegrees: 71, scale: [80, 130], pivot: [5, 5] })
    const both = identityMatrix()
    multiplyInto(both, matrix, invertMatrix(matrix)!)
    both.forEach((part, i) => expect(part).toBeCloseTo([1, 0, 0, 1, 0, 0][i]!, 12))
    transformInto(matrix, { position: [0, 0], turnDegrees: 0, scale: [0, 100], pivot: [0, 0] })
    expect(invertMatrix(matrix)).toBeNull()
  })
})

describe('projectSchema', () => {
  it.each(LAYER_KINDS)('takes a new %s', (kind) => {
    const outline = {
      closed: true,
      vertices: [0, 1, 2].map((i) => ({
        at: [i, i * i] as const,
        arrive: { angle: 0, length: 0 },
        leave: { angle: 0, length: 0 },
        corner: 0,
      })),
    }
    const layer = makeLayer({
      id: 'a',
      name: 'A',
      kind,
      span: [second(0), second(1)],
      values: kind === 'path' ? { outline } : {},
    })
    const source = { scene: { scene: 'other' }, clip: { asset: 'film' }, sound: { asset: 'film' } }[
      kind as string
    ]
    const shown = source ? { ...layer, source } : layer
    const film = {
      id: 'film',
      name: 'Film',
      kind: 'clip',
      sha256: 'a'.repeat(64),
      type: 'video/webm',
      size: [320, 180],
      duration: second(1),
    } as const
    const [first] = projectOf([shown]).scenes
    const project = {
      ...projectOf([]),
      assets: [film],
      scenes: [first!, { ...first!, id: 'other', layers: [] }],
    }
    expect(projectSchema.safeParse(project).error?.issues).toBeUndefined()
    expect(Object.keys(layer.properties)).toEqual(propertiesOf(kind).map(({ name }) => name))
    expect(definitionOf(kind, 'position')?.unit).toBe('px')
    expect(definitionOf(kind, 'fancy')).toBeNull()
  })

  const broken: readonly [string, (project: ReturnType<typeof projectOf>) => unknown, RegExp][] = [
    [
      'a name of 10 000 characters',
      (project) => ({ ...project, name: 'x'.repeat(10_000) }),
      /^name: a name may have 120/,
    ],
    [
      'a NaN',
      () => projectOf([layerWith('a', { turn: property('turn', [key(0, NaN)], { value: 0 }) })]),
      /turn\.keys\[0\]\.value/,
    ],
    [
      'an infinity',
      () => projectOf([layerWith('a', { turn: property('turn', [], { value: Infinity }) })]),
      /turn\.value/,
    ],
    [
      'keys out of order',
      () => projectOf([layerWith('a', { turn: property('turn', [key(1, 0), key(0, 1)]) })]),
      /order of time/,
    ],
    [
      'two keys at one time',
      () => projectOf([layerWith('a', { turn: property('turn', [key(1, 0), { ...key(1, 1), id: 'b' }]) })]),
      /order of time/,
    ],
    [
      'a reach above one',
      () =>
        projectOf([
          layerWith('a', {
            turn: property('turn', [
              key(0, 0, { kind: 'handles', leave: { reach: 2, rise: 0 }, arrive: { reach: 0, rise: 0 } }),
            ]),
          }),
        ]),
      /leave\.reach/,
    ],
    [
      'a value of another kind',
      () => projectOf([layerWith('a', { turn: property('turn', [key(0, [1, 2])], { value: 0 }) })]),
      /keys\[0\]\.value/,
    ],
    [
      'a property of another kind',
      () => projectOf([layerWith('a', { turn: property('pair', [], { value: [0, 0] }) })]),
      /has to be a turn/,
    ],
    ['a parent that is not there', () => projectOf([layerWith('a', {}, 'rectangle', 'ghost')]), /not there/],
    [
      'layers that ride on each other',
      () => projectOf([layerWith('a', {}, 'group', 'b'), layerWith('b', {}, 'group', 'a')]),
      /ride on itself/,
    ],
    ['two layers of one id', () => projectOf([layerWith('a', {}), layerWith('a', {})]), /same id/],
    ['an unknown field', (project) => ({ ...project, extra: 1 }), /extra/],
    [
      'a rate not offered',
      (project) => ({ ...project, scenes: [{ ...project.scenes[0], rate: { num: 23, den: 1 } }] }),
      /rate/,
    ],
  ]
  it.each(broken)('refuses %s and says where', (_, make, where) => {
    const read = projectSchema.safeParse(make(projectOf([])))
    expect(read.success).toBe(false)
    expect(describeIssues(read.error!)).toMatch(where)
  })
})

describe('outlinePathData', () => {
  it('writes lines and curves, closed or open', () => {
    const still = { angle: 0, length: 0 }
    const vertex = (x: number, y: number, leave = still) => ({
      at: [x, y] as const,
      arrive: still,
      leave,
      corner: 0,
    })
    expect(outlinePathData({ closed: false, vertices: [vertex(0, 0), vertex(10, 0)] })).toBe('M0 0L10 0')
    expect(
      outlinePathData({ closed: true, vertices: [vertex(0, 0, { angle: 0, length: 5 }), vertex(10, 0)] }),
    ).toBe('M0 0C5 0 10 0 10 0L0 0Z')
    expect(outlinePathData({ closed: true, vertices: [] })).toBe('')
  })
})
