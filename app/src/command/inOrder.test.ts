import { describe, expect, it } from 'vitest'
import { inOrder } from './inOrder.ts'

describe('what is run in order', () => {
  it('is done at once while nothing waits, and after what waits otherwise', async () => {
    const run = inOrder()
    const done: string[] = []
    let letGo: () => void = () => undefined
    run(() => done.push('first'))
    run(async () => {
      await new Promise<void>((resolve) => (letGo = resolve))
      done.push('slow')
    })
    run(() => done.push('quick'))
    expect(done).toEqual(['first'])
    letGo()
    await new Promise((resolve) => setTimeout(resolve, 0))
    expect(done).toEqual(['first', 'slow', 'quick'])
    run(() => done.push('again'))
    expect(done.at(-1)).toBe('again')
  })

  it('goes on after something that fails', async () => {
    const run = inOrder()
    const done: string[] = []
    run(() => Promise.reject(new Error('no')))
    run(() => done.push('next'))
    await new Promise((resolve) => setTimeout(resolve, 0))
    expect(done).toEqual(['next'])
  })
})
