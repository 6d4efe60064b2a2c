import { describe, expect, it } from 'vitest'
import { edited, ids, key, layerWith, projectOf, property, propertyOf } from '../../../test/trials.ts'
import { ruleStates } from '../../match/index.ts'
import { projectSchema, type Project, type SceneRule } from '../../scene/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import {
  addRule,
  applyRecipe,
  changeRule,
  duplicateScene,
  nestLayers,
  removeLayers,
  removeRule,
  shiftLandings,
} from '../index.ts'

const goes = (seconds: number) => ({ opacity: property('number', [key(0, 0), key(seconds, 100)]) })
const plain = projectOf([layerWith('a', goes(1)), layerWith('b', goes(2)), layerWith('c', goes(3))])
const together = {
  kind: 'together',
  of: [{ layer: 'a' }, { layer: 'b', property: 'opacity' }],
  frames: 1,
} as const
const rulesOf = (project: Project, scene = 0): readonly SceneRule[] => project.scenes[scene]!.rules ?? []
const ruled = edited(plain, (draft) => addRule(draft, 'scene', together, ids()))

describe('rules', () => {
  it('are set, changed and taken away, and a project with them is read', () => {
    expect(rulesOf(ruled)).toEqual([{ id: 'n1', ...together }])
    expect(projectSchema.parse(ruled)).toEqual(ruled)
    const changed = edited(ruled, (draft) =>
      changeRule(draft, { scene: 'scene', rule: 'n1' }, { kind: 'before', frames: 3.5 }),
    )
    expect(rulesOf(changed)).toEqual([{ id: 'n1', ...together, kind: 'before', frames: 3.5 }])
    expect(edited(ruled, (draft) => removeRule(draft, 'scene', 'n1'))).toEqual(plain)
  })

  it.each([
    [{ ...together, of: [{ layer: 'a' }] }, 'two things'],
    [{ ...together, frames: -1 }, '0 or more'],
    [{ ...together, frames: NaN }, '0 or more'],
    [{ ...together, of: [{ layer: 'a' }, { layer: 'x' }] }, 'no longer there'],
  ])('are refused with a sentence where they say nothing', (rule, sentence) => {
    expect(() => edited(plain, (draft) => addRule(draft, 'scene', rule, ids()))).toThrow(sentence)
  })

  it.each([
    [{ of: [{ layer: 'a' }, { layer: 'x' }] }, 'names a layer that is not there'],
    [{ frames: -2 }, 'frames are 0 or more'],
    [{ kind: 'after' }, 'this kind of rule is not known'],
    [{ of: [{ layer: 'a' }] }, 'two things at least'],
  ])('are refused in files', (change, sentence) => {
    const [scene] = ruled.scenes
    const broken = { ...ruled, scenes: [{ ...scene, rules: [{ ...rulesOf(ruled)[0], ...change }] }] }
    const read = projectSchema.safeParse(broken)
    expect(JSON.stringify(read.error?.issues)).toContain(sentence)
  })

  it('go with their layers, and come back with them', () => {
    const three = edited(plain, (draft) =>
      addRule(draft, 'scene', { ...together, of: [...together.of, { layer: 'c' }] }, ids()),
    )
    const { project, patches, inverse } = applyRecipe(three, (draft) => removeLayers(draft, 'scene', ['a']))
    expect(rulesOf(project)[0]!.of).toEqual([{ layer: 'b', property: 'opacity' }, { layer: 'c' }])
    const again = applyRecipe(project, (draft) => removeLayers(draft, 'scene', ['b'])).project
    expect(again.scenes[0]).not.toHaveProperty('rules')
    const replayed = edited(three, (draft) => patches.forEach((patch) => play(draft, patch)))
    expect(rulesOf(replayed)).toEqual(rulesOf(project))
    const undone = edited(project, (draft) => inverse.forEach((patch) => play(draft, patch)))
    expect(undone).toEqual(three)
  })

  it('go along into a scene of their own, and into a copy of theirs', () => {
    const { project } = applyRecipe(ruled, (draft) =>
      nestLayers(draft, 'scene', ['a', 'b'], { name: 'Inside', makeId: ids() }),
    )
    expect(rulesOf(project)).toEqual([])
    expect(rulesOf(project, 1)).toEqual(rulesOf(ruled))
    const twice = edited(ruled, (draft) => duplicateScene(draft, 'scene', ids()))
    const copied = rulesOf(twice, 1)[0]!
    expect(copied.of.map(({ layer }) => layer)).toEqual(
      twice.scenes[1]!.layers.slice(0, 2).map(({ id }) => id),
    )
    expect(projectSchema.safeParse(twice).success).toBe(true)
  })

  it('are mended by the shift that is offered', () => {
    const [scene] = ruled.scenes
    const [state] = ruleStates(scene!, [])
    const shifts = [...state!.shifts].map(([i, frames]) => ({
      ...together.of[i]!,
      byTicks: (frames * TICKS_PER_SECOND) / 24,
    }))
    const mended = edited(ruled, (draft) => shiftLandings(draft, 'scene', shifts))
    expect(ruleStates(mended.scenes[0]!, [])[0]!.isKept).toBe(true)
    expect(propertyOf(mended, 'a', 'opacity')).toEqual(propertyOf(ruled, 'a', 'opacity'))
  })
})

/** Plays a patch by hand: the path, and what comes there. */
function play(
  draft: object,
  {
    op,
    path,
    value,
  }: { readonly op: string; readonly path: readonly (string | number)[]; readonly value?: unknown },
): void {
  const last = path.at(-1)!
  const holder = path.slice(0, -1).reduce((at, step) => at[step as never] as object, draft)
  if (Array.isArray(holder) && last === 'length') holder.length = value as number
  else if (Array.isArray(holder) && op === 'remove') holder.splice(last as number, 1)
  else if (Array.isArray(holder) && op === 'add') holder.splice(last as number, 0, value)
  else if (op === 'remove') delete (holder as Record<string, unknown>)[last]
  else (holder as Record<string, unknown>)[last] = value
}
