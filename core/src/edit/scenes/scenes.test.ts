import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { LIMITS, projectSchema, type Project } from '../../scene/index.ts'
import { addScene, applyRecipe, duplicateScene, moveScene, removeScene, renameScene } from '../index.ts'

const turn = property('turn', [key(0, 0), key(1, 90)])
const project: Project = {
  ...projectOf([layerWith('a', { turn }, 'rectangle', 'g'), layerWith('g', {}, 'group')]),
}
const counter = () => {
  let ids = 0
  return () => `new${(ids += 1)}`
}
const names = ({ scenes }: Project): string[] => scenes.map(({ name }) => name)
const after = (given: Project, recipe: Parameters<typeof applyRecipe>[1]): Project =>
  applyRecipe(given, recipe).project

describe('scenes', () => {
  it('are added after another, as large and long as that, with a name of their own', () => {
    const makeId = counter()
    const two = after(project, (draft) => addScene(draft, 'scene', makeId))
    const three = after(two, (draft) => addScene(draft, 'scene', makeId))
    expect(names(three)).toEqual(['Scene', 'Scene 3', 'Scene 2'])
    const [like] = project.scenes
    expect(three.scenes[1]).toEqual({ ...like, id: 'new2', name: 'Scene 3', layers: [] })
  })

  it('are copied whole under ids of their own, with what rides on what', () => {
    const copied = after(project, (draft) => duplicateScene(draft, 'scene', counter()))
    expect(projectSchema.safeParse(copied).success).toBe(true)
    const [one, copy] = copied.scenes
    expect(copy!.name).toBe('Scene copy')
    const idsOf = (scene: typeof one): string[] =>
      scene!.layers.flatMap(({ id, properties }) => [id, ...properties['turn']!.keys.map((k) => k.id)])
    expect(idsOf(copy).filter((id) => idsOf(one).includes(id))).toEqual([])
    expect(copy!.layers[0]!.parent).toBe(copy!.layers[1]!.id)
    const values = (scene: typeof one) =>
      scene!.layers[0]!.properties['turn']!.keys.map(({ t, value }) => [t, value])
    expect(values(copy)).toEqual(values(one))
  })

  it('keep names apart, however long they are', () => {
    const long = after(project, (draft) => renameScene(draft, 'scene', 'x'.repeat(LIMITS.nameLength)))
    const makeId = counter()
    const three = after(long, (draft) => {
      duplicateScene(draft, 'scene', makeId)
      duplicateScene(draft, 'scene', makeId)
    })
    expect(new Set(names(three)).size).toBe(3)
    expect(projectSchema.safeParse(three).success).toBe(true)
    expect(() => after(project, (draft) => renameScene(draft, 'scene', ' '))).toThrow('cannot be empty')
  })

  it('move among the others and stop at the ends', () => {
    const makeId = counter()
    const three = after(project, (draft) => {
      addScene(draft, 'scene', makeId)
      addScene(draft, 'scene', makeId)
    })
    const orders = [1, 2, 9, -9].map((by) => names(after(three, (draft) => moveScene(draft, 'scene', by))))
    expect(orders.map((order) => order.indexOf('Scene'))).toEqual([1, 2, 2, 0])
  })

  it('are removed down to the last, which stays', () => {
    const two = after(project, (draft) => addScene(draft, 'scene', counter()))
    const { project: one, made } = applyRecipe(two, (draft) => removeScene(draft, 'new1'))
    expect([names(one), made]).toEqual([['Scene'], 'scene'])
    expect(applyRecipe(two, (draft) => removeScene(draft, 'scene')).made).toBe('new1')
    expect(() => after(one, (draft) => removeScene(draft, 'scene'))).toThrow('at least one scene')
  })

  it('are no more than a project holds', () => {
    const full = {
      ...project,
      scenes: Array.from({ length: LIMITS.scenes }, (_, i) => ({ ...project.scenes[0]!, id: `s${i}` })),
    }
    expect(() => after(full, (draft) => addScene(draft, 's0', counter()))).toThrow('100 scenes at most')
    expect(() => after(full, (draft) => duplicateScene(draft, 's0', counter()))).toThrow('100 scenes at most')
  })
})
