import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { hostileValue, pathsInto, withAt } from '../../../test/hostile.ts'
import { anyProperty, ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { BadDocument } from './badDocument.ts'
import { checkChange } from './checkChange.ts'
import type { Project } from '../document.ts'
import { LIMITS } from './limits.ts'
import { projectSchema } from './projectSchema.ts'

const anyProject: fc.Arbitrary<Project> = fc
  .tuple(anyProperty('number', 3), anyProperty('pair', 3), anyProperty('place', 3), anyProperty('colour', 3))
  .map(([opacity, scale, position, fill]) => ({
    ...projectOf([
      layerWith('a', { opacity, scale, position, fill }),
      layerWith('b', {
        turn: property('turn', [key(0, 0, ease), key(1, 1, { kind: 'linked', bendId: 'n' })]),
      }),
      layerWith('c', {}, 'group', 'b'),
    ]),
    bends: [{ id: 'n', name: 'Settle', bend: ease }],
  }))

const passes = (before: Project, after: Project): boolean => {
  try {
    checkChange(before, after)
    return true
  } catch (caught) {
    expect(caught).toBeInstanceOf(BadDocument)
    return false
  }
}
/** What the reader makes of it; a text it would trim opens as another. */
const opensTheSame = (project: Project): boolean => {
  const read = projectSchema.safeParse(project)
  return read.success && JSON.stringify(read.data) === JSON.stringify(project)
}

describe('checkChange', () => {
  it('takes what the reader opens the same, and refuses all else, wherever one thing was changed', () => {
    fc.assert(
      fc.property(anyProject, fc.nat(), hostileValue, (project, pick, value) => {
        const paths = pathsInto(project)
        const after = withAt(project, paths[pick % paths.length]!, value)
        expect(passes(project, after)).toBe(opensTheSame(after))
      }),
      { numRuns: 2_000, seed: 16 },
    )
  })

  it('does the same where a field was added, and where all is new', () => {
    fc.assert(
      fc.property(anyProject, anyProject, fc.nat(), hostileValue, (before, project, pick, value) => {
        const paths = pathsInto(project)
        const path = paths[pick % paths.length]!
        const more = withAt(project, [...path.slice(0, -1), 'more'], value)
        expect(passes(before, more)).toBe(opensTheSame(more))
        const after = withAt(project, path, value)
        expect(passes(before, after)).toBe(opensTheSame(after))
      }),
      { numRuns: 500, seed: 17 },
    )
  })

  it('holds counts: keys, layers, scenes, points of a bend', () => {
    const project = projectOf([layerWith('a', {})])
    const many = Array.from({ length: LIMITS.layers + 1 }, (_, i) => layerWith(`l${i}`, {}))
    expect(() => checkChange(project, projectOf(many))).toThrow('2,000 layers at most')
    expect(() => checkChange(project, { ...project, scenes: [] })).toThrow(BadDocument)
    const keys = Array.from({ length: LIMITS.keysOfProperty + 1 }, (_, i) => key(i / 100, i))
    const long = projectOf([layerWith('a', { turn: property('turn', keys) })])
    expect(() => checkChange(project, long)).toThrow('“a”: turn: there can be 20,000 keys at most')
  })

  it('says where it is in words', () => {
    const project = projectOf([layerWith('Boat', { turn: property('turn', [key(0, 0), key(1, 2)]) })])
    const path = ['scenes', 0, 'layers', 0, 'properties', 'turn', 'keys', 1, 'value']
    expect(() => checkChange(project, withAt(project, path, 2e9))).toThrow(
      'This would be more than a project can hold (“Boat”: turn: key 2: value: numbers lie from −1,000,000,000 to 1,000,000,000). Nothing was changed.',
    )
  })

  it('looks at links of what changed, and of everything once a named bend is gone', () => {
    const linked = property('turn', [key(0, 0, { kind: 'linked', bendId: 'n' }), key(1, 2)])
    const plain = projectOf([layerWith('a', {})])
    const withBend: Project = { ...plain, bends: [{ id: 'n', name: 'N', bend: ease }] }
    const using = { ...withBend, scenes: projectOf([layerWith('a', { turn: linked })]).scenes }
    expect(passes(withBend, using)).toBe(true)
    expect(passes(plain, { ...using, bends: [] })).toBe(false)
    expect(passes(using, { ...using, bends: [] })).toBe(false)
  })
})
