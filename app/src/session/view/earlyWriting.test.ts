import { describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { earlyWriting } from './earlyWriting.ts'

describe('what is typed before the field of a text is there', () => {
  const typed = (keys: readonly string[]) => {
    const writing = ref<string | null>(null)
    const early = earlyWriting(writing)
    writing.value = 'a'
    return { writing, early, taken: keys.map(early.typeEarly) }
  }

  it('is kept for it and for those after it, in their order', () => {
    const { early, taken } = typed(['H', 'o', 'Tab', 'ArrowLeft', 'x', 'Enter', 'y'])
    expect(taken).toEqual([true, true, true, false, true, true, true])
    expect(early.takeEarly()).toEqual({ text: 'Ho', end: '\t' })
    expect(early.typeEarly('z')).toBe(true)
    expect(early.takeEarly()).toEqual({ text: 'x', end: '\n' })
    expect(early.takeEarly()).toEqual({ text: 'yz', end: '' })
    expect(early.typeEarly('q')).toBe(false)
  })

  it('is left to commands where no text is written in, and where its field never comes', () => {
    const { writing, early } = typed(['a'])
    writing.value = null
    expect(early.typeEarly('b')).toBe(false)
    vi.useFakeTimers()
    writing.value = 'b'
    expect(early.typeEarly('c')).toBe(true)
    vi.advanceTimersByTime(6000)
    expect(early.typeEarly('d')).toBe(false)
    vi.useRealTimers()
    writing.value = null
    writing.value = 'c'
    expect(early.takeEarly()).toEqual({ text: '', end: '' })
  })
})
