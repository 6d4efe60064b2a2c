import { describe, expect, it } from 'vitest'
import { shallowRef, watch } from 'vue'
import { alike, steady } from './steady.ts'

describe('alike', () => {
  it.each([
    [1, 1],
    [NaN, NaN],
    [null, null],
    [
      [1, ['a', { b: null }]],
      [1, ['a', { b: null }]],
    ],
    [{ a: undefined }, { a: undefined }],
  ])('holds for %j and %j', (a, b) => expect(alike(a, b)).toBe(true))

  it.each([
    [0, -0],
    [null, {}],
    [[], {}],
    [[1], [1, 2]],
    [{ a: 1 }, { a: 1, b: 2 }],
    [{ a: undefined }, { b: undefined }],
    // What is more than a plain object is told apart by identity alone.
    [new Map(), new Map()],
    [Float64Array.of(1), Float64Array.of(1)],
  ])('does not hold for %j and %j', (a, b) => {
    expect(alike(a, b)).toBe(false)
    expect(alike(b, a)).toBe(false)
  })
})

describe('steady', () => {
  it('tells of a change only where something in it is another', () => {
    const source = shallowRef({ name: 'Quay', length: 3, seen: 1 })
    const shown = steady(() => ({ name: source.value.name, parts: [source.value.length] }))
    const told: unknown[] = []
    watch(shown, (now) => told.push(now), { flush: 'sync' })
    const before = shown.value
    source.value = { name: 'Quay', length: 3, seen: 2 }
    expect(shown.value).toBe(before)
    source.value = { name: 'Quay', length: 4, seen: 2 }
    expect(shown.value).toEqual({ name: 'Quay', parts: [4] })
    expect(told).toEqual([{ name: 'Quay', parts: [4] }])
  })
})
