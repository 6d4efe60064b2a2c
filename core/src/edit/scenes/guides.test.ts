import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { projectOf } from '../../../test/trials.ts'
import { LIMITS, projectSchema } from '../../scene/index.ts'
import { addGuide, moveGuide, removeGuides } from '../index.ts'

const before = projectOf([])
const scene = before.scenes[0]!.id

describe('guides', () => {
  it('are added, moved and taken away, and the document stays one that can be read', () => {
    const two = produce(before, (draft) => {
      expect(addGuide(draft, { scene, axis: 'x' }, 320)).toBe(0)
      expect(addGuide(draft, { scene, axis: 'y' }, -40.5)).toBe(0)
      moveGuide(draft, { scene, axis: 'x', index: 0 }, 330)
    })
    expect(two.scenes[0]!.guides).toEqual({ x: [330], y: [-40.5] })
    expect(projectSchema.safeParse(two).success).toBe(true)
    const one = produce(two, (draft) => removeGuides(draft, scene, { scene, axis: 'x', index: 0 }))
    expect(one.scenes[0]!.guides).toEqual({ x: [], y: [-40.5] })
    expect(produce(one, (draft) => removeGuides(draft, scene))).toEqual(before)
  })

  it('leave no trace when the last goes', () => {
    const none = produce(before, (draft) => {
      addGuide(draft, { scene, axis: 'y' }, 3)
      removeGuides(draft, scene, { scene, axis: 'y', index: 0 })
    })
    expect(none).toEqual(before)
  })

  it('are refused without a number, past the most there may be, or when gone', () => {
    expect(() => produce(before, (draft) => void addGuide(draft, { scene, axis: 'x' }, NaN))).toThrow(
      /number/,
    )
    expect(() =>
      produce(before, (draft) => {
        for (let i = 0; i <= LIMITS.guides; i += 1) addGuide(draft, { scene, axis: 'x' }, i)
      }),
    ).toThrow(/at most/)
    expect(() => produce(before, (draft) => moveGuide(draft, { scene, axis: 'x', index: 4 }, 1))).toThrow(
      /no longer/,
    )
  })
})
