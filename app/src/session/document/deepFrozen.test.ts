import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../../core/test/trials.ts'
import { projectSchema } from '@arrow-bend/core/scene'
import { deepFrozen } from './deepFrozen.ts'

/** Everything in a document that could be changed. */
function loose(node: unknown): unknown[] {
  if (typeof node !== 'object' || node === null) return []
  return [...(Object.isFrozen(node) ? [] : [node]), ...Object.values(node).flatMap(loose)]
}

describe('a document that is opened', () => {
  const given = projectOf([layerWith('a', { turn: property('turn', [key(0, 0), key(1, 90)]) })])

  it('cannot be changed anywhere, though its reader freezes some of it on the way', () => {
    const read = projectSchema.parse(JSON.parse(JSON.stringify(given)))
    expect(loose(read).length).toBeGreaterThan(0)
    expect(Object.isFrozen(read.scenes)).toBe(true)
    expect(loose(deepFrozen(read))).toEqual([])
    expect(deepFrozen(read)).toEqual(given)
  })

  it('is the same object', () => {
    expect(deepFrozen(given)).toBe(given)
    expect([deepFrozen(null), deepFrozen(3), deepFrozen('a')]).toEqual([null, 3, 'a'])
  })
})
