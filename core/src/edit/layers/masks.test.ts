import { describe, expect, it } from 'vitest'
import { edited, layerWith, projectOf } from '../../../test/trials.ts'
import {
  compileScene,
  projectSchema,
  sampleSceneInto,
  type DrawItem,
  type Layer,
  type LayerMask,
  type MaskVeil,
  type Project,
} from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  duplicateLayers,
  removeLayers,
  setMask,
  setMaskEdge,
  setMaskFollows,
  setParent,
  ungroupLayers,
} from '../index.ts'

const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const placed = (x: number, y: number, turn = 0) => ({
  position: { kind: 'place', value: [x, y], keys: [] } as const,
  turn: { kind: 'turn', value: turn, keys: [] } as const,
})
const still = (id: string, mask?: LayerMask, given: Partial<Layer> = {}): Layer => ({
  ...layerWith(id, placed(300, 200, 30)),
  ...(mask ? { mask } : {}),
  ...given,
})
const hole: Layer = { ...layerWith('hole', placed(340, 220)), kind: 'rectangle' }
const masked = projectOf([hole, still('a', { layer: 'hole' })])
const itemsOf = (project: Project): readonly DrawItem[] => {
  const sampler = compileScene(project.scenes[0]!, [], { scenes: project.scenes })
  return [...sampleSceneInto(sampler, 0)]
}
const itemOf = (project: Project, id: string): DrawItem =>
  itemsOf(project).find(({ layer }) => layer.id === id)!
const masksOf = ({ veils }: DrawItem): MaskVeil[] => veils.filter((veil) => veil.kind === 'mask')
const layerOf = (project: Project, id: string): Layer =>
  project.scenes[0]!.layers.find((layer) => layer.id === id)!
const problem = (project: Project): string => {
  const read = projectSchema.safeParse(project)
  return read.success ? '' : read.error.issues[0]!.message
}

describe('a mask', () => {
  it('is not drawn itself, and what it masks is drawn through it', () => {
    const [a, mask] = [itemOf(masked, 'a'), itemOf(masked, 'hole')]
    expect(mask.isMask).toBe(true)
    expect(a.isMask).toBe(false)
    expect(masksOf(a).map(({ items, feather, inverted }) => [items[0], feather, inverted])).toEqual([
      [mask, 0, false],
    ])
  })

  it('of a group is one list for all that stands in it, and not for itself', () => {
    const group = { ...layerWith('g', {}, 'group'), mask: { layer: 'hole', follows: true } as const }
    const project = projectOf([
      group,
      { ...hole, parent: 'g' },
      still('a', undefined, { parent: 'g' }),
      still('b', undefined, { parent: 'g' }),
    ])
    expect(problem(project)).toBe('')
    expect(itemOf(project, 'a').veils).toHaveLength(1)
    expect(itemOf(project, 'hole').veils).toEqual([])
    const sampler = compileScene(project.scenes[0]!, [])
    const [a, b] = sampleSceneInto(sampler, 0).filter(({ layer }) => ['a', 'b'].includes(layer.id))
    expect(a!.veils).toBe(b!.veils)
  })

  it('that came, changed or went is known to what was sampled before', () => {
    const before = compileScene(projectOf([hole, still('a')]).scenes[0]!, [])
    sampleSceneInto(before, 0)
    const plain = before.scene.layers
    const through = { ...before.scene, layers: [plain[0]!, { ...plain[1]!, mask: { layer: 'hole' } }] }
    const second = compileScene(through, [], { former: before })
    expect(sampleSceneInto(second, 0).map(({ isMask }) => isMask)).toEqual([false, true])
    const moved = { ...through, layers: [{ ...plain[0]!, visible: false }, through.layers[1]!] }
    const third = compileScene(moved, [], { former: second })
    const a = sampleSceneInto(third, 0).find(({ layer }) => layer.id === 'a')!
    expect(masksOf(a)[0]!.layer.visible).toBe(false)
    const none = compileScene(before.scene, [], { former: third })
    expect(sampleSceneInto(none, 0).map(({ isMask, veils }) => [isMask, veils.length])).toEqual([
      [false, 0],
      [false, 0],
    ])
  })

  it('travels along or stays put from a moment on: nothing is seen to change then', () => {
    const ref = { scene: 'scene', layer: 'a' }
    const along = edited(masked, (draft) => setMaskFollows(draft, ref, { follows: true, time: at(0) }))
    expect(layerOf(along, 'a').mask).toEqual({ layer: 'hole', follows: true })
    expect(layerOf(along, 'hole').parent).toBe('a')
    const back = edited(along, (draft) => setMaskFollows(draft, ref, { follows: false, time: at(0) }))
    expect(layerOf(back, 'a').mask).toEqual({ layer: 'hole' })
    for (const project of [along, back])
      itemOf(project, 'hole').matrix.forEach((part, i) =>
        expect(part).toBeCloseTo(itemOf(masked, 'hole').matrix[i]!, 9),
      )
    // To ride on another ends it, too.
    const apart = edited(along, (draft) => setParent(draft, 'scene', ['hole'], null))
    expect(layerOf(apart, 'a').mask).toEqual({ layer: 'hole' })
  })

  it('keeps how its edge is while it changes for another, which stays put', () => {
    const ref = { scene: 'scene', layer: 'a' }
    const given = projectOf([hole, { ...hole, id: 'other' }, still('a', { layer: 'hole' })])
    const soft = edited(given, (draft) => {
      setMaskEdge(draft, ref, { inverted: true, feather: 12 })
      setMaskFollows(draft, ref, { follows: true, time: at(0) })
    })
    expect(layerOf(soft, 'a').mask).toEqual({ layer: 'hole', inverted: true, feather: 12, follows: true })
    const changed = edited(soft, (draft) => setMask(draft, 'scene', ['a'], 'other'))
    expect(layerOf(changed, 'a').mask).toEqual({ layer: 'other', inverted: true, feather: 12 })
    const sharp = edited(changed, (draft) => setMaskEdge(draft, ref, { inverted: false, feather: -3 }))
    expect(layerOf(sharp, 'a').mask).toEqual({ layer: 'other' })
  })

  it('of a group that is taken apart masks what was in it, but not itself', () => {
    const group = { ...layerWith('g', {}, 'group'), mask: { layer: 'hole', follows: true } as const }
    const other = { ...hole, id: 'other' }
    const own = still('b', { layer: 'other' }, { parent: 'g' })
    const project = projectOf([
      group,
      { ...hole, parent: 'g' },
      other,
      still('a', undefined, { parent: 'g' }),
      own,
    ])
    const apart = edited(project, (draft) => void ungroupLayers(draft, 'scene', ['g'], at(0)))
    expect(['a', 'b', 'hole'].map((id) => layerOf(apart, id).mask)).toEqual([
      { layer: 'hole' },
      { layer: 'other' },
      undefined,
    ])
    expect(problem(apart)).toBe('')
  })

  it('that a file says travels along rides on what it masks', () => {
    const read = projectSchema.parse(projectOf([hole, still('a', { layer: 'hole', follows: true })]))
    expect(layerOf(read, 'hole').parent).toBe('a')
  })

  it('that is removed shows whole what it masked, by name; copies go through what they went through', () => {
    let told: string[] = []
    const less = edited(masked, (draft) => void (told = removeLayers(draft, 'scene', ['hole'])))
    expect(told).toEqual(['a'])
    expect(layerOf(less, 'a').mask).toBeUndefined()
    let count = 0
    const makeId = (): string => `new${(count += 1)}`
    const twice = edited(masked, (draft) => void duplicateLayers(draft, 'scene', ['a', 'hole'], makeId))
    const [copies, others] = [
      twice.scenes[0]!.layers.filter(({ id }) => id.startsWith('new')),
      twice.scenes[0]!.layers,
    ]
    expect(copies.find(({ mask }) => mask)!.mask!.layer).toBe(copies.find(({ mask }) => !mask)!.id)
    expect(others).toHaveLength(4)
  })

  it('is refused where it is not there, cannot cover, or would mask itself', () => {
    expect(problem(projectOf([still('a', { layer: 'lost' })]))).toMatch('not there')
    expect(problem(projectOf([layerWith('g', {}, 'group'), still('a', { layer: 'g' })]))).toMatch(
      'cannot be a mask',
    )
    expect(problem(projectOf([still('a', { layer: 'a' })]))).toMatch('mask itself')
    expect(problem(projectOf([still('a', { layer: 'b' }), still('b', { layer: 'a' })]))).toMatch(
      'mask itself',
    )
    expect(problem(projectOf([hole, still('a', { layer: 'hole', feather: -1 })]))).not.toBe('')
    expect(() => edited(masked, (draft) => setMask(draft, 'scene', ['hole'], 'a'))).toThrow(
      /cannot be seen through that: the layer would mask itself/,
    )
    const locked = projectOf([hole, still('a', undefined, { locked: true })])
    expect(() => edited(locked, (draft) => setMask(draft, 'scene', ['a'], 'hole'))).toThrow('is locked')
  })
})
