import { describe, expect, it } from 'vitest'
import { valueTypedFor } from './valueTypedFor.ts'

describe('the value typed after the name of a property', () => {
  it.each([
    ['Opacity', 'opacity 50', '50'],
    ['Opacity', 'op 50 %', '50 %'],
    ['Opacity', 'OPACITY', ''],
    ['Stroke width', 'stroke width 6', '6'],
    ['Stroke width', 'width += 6', '+= 6'],
    ['Position', 'position y += 300', 'y += 300'],
    ['Position X', 'position x 300', '300'],
    ['Content', 'content Content is king', 'Content is king'],
  ])('%s: %s', (label, query, typed) => {
    expect(valueTypedFor(label, query)).toBe(typed)
  })
  it.each([
    ['Opacity', ''],
    ['Opacity', '50'],
    ['Opacity', 'add opacity'],
    ['Turn', 'returns'],
  ])('%s is not meant by %j', (label, query) => {
    expect(valueTypedFor(label, query)).toBeNull()
  })
})
