import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyBend,
  anyProperty,
  ease,
  edited,
  ids,
  key,
  lawful,
  layerWith,
  momentsOf,
  pointsBend,
  projectOf,
  property,
  propertyOf,
  refsOf,
} from '../../../test/trials.ts'
import { compileProperty, valueAt, type Property } from '../../property/index.ts'
import { projectSchema, type Project } from '../../scene/index.ts'
import {
  addNamedBend,
  linkBends,
  removeNamedBend,
  replaceNamedBend,
  setBendTags,
  spansLike,
  spansLinkedTo,
  takeNamedBends,
  type TakenBends,
  renameNamedBend,
  setNamedBend,
  unlinkBends,
  usesOfBends,
} from '../index.ts'

const shown = (project: Project, given: Property, times: readonly number[]): number[] => {
  const compiled = compileProperty(given, project.bends)
  return times.map((time) => valueAt(compiled, time)[0]!)
}

describe('library bends', () => {
  const start = (given: Property): Project => ({
    ...projectOf([layerWith('a', { turn: given })]),
    bends: [{ id: 'x', name: 'Soft', bend: ease }],
  })

  it('are followed by every span linked to them, and unlinking changes nothing that is seen', () => {
    fc.assert(
      fc.property(anyProperty('turn'), fc.oneof(anyBend, pointsBend), fc.nat(5), (made, bend, which) => {
        const project = start(lawful(made))
        const refs = refsOf(project, 'a', 'turn')
        const linked = edited(project, (draft) => linkBends(draft, [refs[which % refs.length]!], 'x'))
        const changed = edited(linked, (draft) => setNamedBend(draft, 'x', bend))
        expect(projectSchema.safeParse(changed).error?.issues).toBeUndefined()
        const property = propertyOf(changed, 'a', 'turn')
        const compiled = compileProperty(property, changed.bends)
        compiled.keys.forEach((one, i) => {
          if (one.bend.kind === 'linked' && i < compiled.bends.length) expect(compiled.bends[i]).toEqual(bend)
        })
        const times = momentsOf(lawful(made))
        const before = shown(changed, property, times)
        for (const after of [
          edited(changed, (draft) => unlinkBends(draft, refs)),
          edited(changed, (draft) => removeNamedBend(draft, 'x')),
        ]) {
          const now = propertyOf(after, 'a', 'turn')
          expect(now.keys.some((one) => one.bend.kind === 'linked')).toBe(false)
          shown(after, now, times).forEach((value, i) => expect(value).toBeCloseTo(before[i]!, 8))
        }
      }),
      { numRuns: 500, seed: 81 },
    )
  })

  it('are added, renamed and counted, and refused where they are gone', () => {
    const project = start(property('turn', [key(0, 0), key(1, 2), key(2, 9)]))
    const added = edited(project, (draft) => addNamedBend(draft, { name: ' Snap ', bend: ease }, ids()))
    expect(added.bends.map(({ id, name }) => [id, name])).toEqual([
      ['x', 'Soft'],
      ['n1', 'Snap'],
    ])
    expect(edited(added, (draft) => renameNamedBend(draft, 'n1', 'Click')).bends[1]!.name).toBe('Click')
    const linked = edited(added, (draft) => linkBends(draft, refsOf(added, 'a', 'turn'), 'n1'))
    expect([...usesOfBends(linked)]).toEqual([['n1', { spans: 2, layers: 1 }]])
    expect(() => edited(added, (draft) => linkBends(draft, refsOf(added, 'a', 'turn'), 'gone'))).toThrow(
      /no longer in the library/,
    )
    expect(() => edited(added, (draft) => addNamedBend(draft, { name: '', bend: ease }, ids()))).toThrow(
      /cannot be empty/,
    )
  })

  const three = start(property('turn', [key(0, 0, ease), key(1, 2, ease), key(2, 9)]))

  it('are taken over from others, with names of their own', () => {
    let taken: TakenBends | null = null
    const made = edited(three, (draft) => {
      taken = takeNamedBends(
        draft,
        [
          { name: 'Soft', bend: ease },
          { name: 'Quay', bend: { kind: 'linear' }, tags: ['slow', ' slow ', 'harbour'] },
        ],
        ids(),
      )
    })
    expect(taken).toEqual({ ids: ['n1', 'n2'], renamed: 1 })
    expect(made.bends.slice(1)).toEqual([
      { id: 'n1', name: 'Soft 2', bend: ease },
      { id: 'n2', name: 'Quay', bend: { kind: 'linear' }, tags: ['slow', 'harbour'] },
    ])
    const bare = edited(made, (draft) => setBendTags(draft, 'n2', []))
    expect(bare.bends[2]).not.toHaveProperty('tags')
    const many = Array.from({ length: 1000 }, () => ({ name: 'A', bend: ease }))
    expect(() => edited(three, (draft) => takeNamedBends(draft, many, ids()))).toThrow('1000 bends at most')
  })

  it('are found by their likes, and put in place of one another', () => {
    const added = edited(three, (draft) => addNamedBend(draft, { name: 'Snap', bend: ease }, ids()))
    const alike = spansLike(added, 'n1')
    expect(alike.map(({ key: id }) => id)).toEqual(['k0', 'k1'])
    const linked = edited(added, (draft) => linkBends(draft, alike, 'n1'))
    expect(spansLike(linked, 'n1')).toEqual([])
    expect(spansLinkedTo(linked, 'n1')).toEqual(alike)
    let count = 0
    const replaced = edited(linked, (draft) => {
      count = replaceNamedBend(draft, 'n1', 'x')
    })
    expect(count).toBe(2)
    expect(spansLinkedTo(replaced, 'x')).toEqual(alike)
    expect(replaced.bends).toEqual(linked.bends)
    expect(edited(linked, (draft) => replaceNamedBend(draft, 'n1', 'n1'))).toBe(linked)
    expect(() => edited(linked, (draft) => replaceNamedBend(draft, 'n1', 'gone'))).toThrow('no longer')
  })
})
