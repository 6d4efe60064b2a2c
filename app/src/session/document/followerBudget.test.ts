import { describe, expect, it } from 'vitest'
import { FollowerBudget } from './followerBudget.ts'

const quick = { workMs: 6, frameMs: 16.7 }
const slow = { workMs: 22, frameMs: 33 }
const noteAll = (budget: FollowerBudget, ...costs: { workMs: number; frameMs: number }[]): void =>
  costs.forEach((cost) => budget.note(cost))

describe('FollowerBudget', () => {
  it('follows every frame as long as frames fit', () => {
    const budget = new FollowerBudget()
    budget.begin()
    noteAll(budget, ...Array.from({ length: 50 }, () => quick))
    expect(budget.allows).toBe(true)
    expect(budget.report).toEqual({ frames: 50, followed: 50 })
  })

  it('waits after two frames over the budget, but not for the first of a gesture or one now and then', () => {
    const budget = new FollowerBudget()
    budget.begin()
    noteAll(budget, slow, slow, quick, quick, quick, quick, slow)
    expect(budget.allows).toBe(true)
    noteAll(budget, quick, slow, quick, slow)
    expect(budget.allows).toBe(false)
    noteAll(budget, quick, quick)
    expect(budget.report).toEqual({ frames: 13, followed: 11 })
  })

  it.each([
    ['work', { workMs: 10.1, frameMs: 16.7 }],
    ['a frame that was missed', { workMs: 5, frameMs: 33.4 }],
  ])('counts %s alone as over', (_what, cost) => {
    const budget = new FollowerBudget()
    budget.begin()
    noteAll(budget, quick, cost, cost)
    expect(budget.allows).toBe(false)
  })

  it('waits through the next gestures and tries again in the fourth: things may have become fewer', () => {
    const budget = new FollowerBudget()
    budget.begin()
    noteAll(budget, quick, slow, slow)
    const tried = Array.from({ length: 4 }, () => {
      budget.begin()
      noteAll(budget, quick, quick)
      return budget.allows
    })
    expect(tried).toEqual([false, false, false, true])
  })
})
