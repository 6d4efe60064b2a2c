import { describe, expect, it } from 'vitest'
import { edited, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { EASE_BOTH, LINEAR } from '../../bend/index.ts'
import type { Property } from '../../property/index.ts'
import { checkChange, projectSchema, type Layer, type Project } from '../../scene/index.ts'
import { playByParts, setPartBend, type PlayedByParts } from '../index.ts'

const REF = { scene: 'scene', layer: 'a' }
const still = (kind: Property['kind'], value: Property['value']): Property => ({ kind, value, keys: [] })
const textWith = (properties: Readonly<Record<string, Property>>, given: Partial<Layer> = {}): Project =>
  projectOf([{ ...layerWith('a', properties, 'text'), ...given }])
const layerOf = (project: Project): Layer => project.scenes[0]!.layers[0]!
const propertyOf = (project: Project, name: string): Property => layerOf(project).properties[name]!
const valuesOf = (project: Project, name: string): unknown[] =>
  propertyOf(project, name).keys.map(({ value }) => value)
const played = (project: Project, by: 'letters' | 'words' | 'whole'): [Project, PlayedByParts] => {
  let report: PlayedByParts | null = null
  const after = edited(project, (draft) => (report = playByParts(draft, REF, by)))
  expect(() => checkChange(project, after)).not.toThrow()
  return [after, report!]
}

describe('a text that plays by its parts', () => {
  const risesIn = textWith({
    position: property('place', [key(0, [300, 500], EASE_BOTH), key(1, [300, 400])]),
    opacity: property('number', [key(0, 0), key(0.5, 100)]),
    turn: property('turn', [key(0, -20), key(1, 0)]),
    scale: still('pair', [200, 200]),
  })

  it('gives its keys to them, and stands where it came to', () => {
    const [after, report] = played(risesIn, 'letters')
    expect(report).toEqual({ moved: ['opacity', 'turn', 'position'], kept: [] })
    expect(propertyOf(after, 'parts').value).toBe('letters')
    // At 200 %, 100 px of the stage are 50 of the layer.
    expect(valuesOf(after, 'part offset')).toEqual([
      [0, 50],
      [0, 0],
    ])
    expect(propertyOf(after, 'part offset').keys[0]!.bend).toEqual(EASE_BOTH)
    expect(valuesOf(after, 'part opacity')).toEqual([0, 100])
    expect(valuesOf(after, 'part turn')).toEqual([-20, 0])
    const values = ['position', 'opacity', 'turn', 'scale'].map((name) => propertyOf(after, name))
    expect(values.map(({ value }) => value)).toEqual([[300, 400], 100, 0, [200, 200]])
    expect(values.every(({ keys }) => keys.length === 0)).toBe(true)
  })

  it('and as a whole again has them back, by the same ids', () => {
    const [parted] = played(risesIn, 'letters')
    const [back, report] = played(parted, 'whole')
    expect(report.moved).toEqual(['part opacity', 'part turn', 'part offset'])
    for (const name of ['position', 'opacity', 'turn'])
      expect(propertyOf(back, name).keys).toEqual(propertyOf(risesIn, name).keys)
    for (const name of ['part opacity', 'part turn', 'part offset'])
      expect(propertyOf(back, name).keys).toEqual([])
  })

  it('keeps the size it comes to as a whole, so that letters stay as far apart', () => {
    const grows = textWith({ scale: property('pair', [key(0, [0, 0]), key(1, [150, 50])]) })
    const [after] = played(grows, 'words')
    expect(propertyOf(after, 'scale')).toMatchObject({ value: [150, 50], keys: [] })
    expect(valuesOf(after, 'part scale')).toEqual([
      [0, 0],
      [100, 100],
    ])
    const [back] = played(after, 'whole')
    expect(valuesOf(back, 'scale')).toEqual([
      [0, 0],
      [150, 50],
    ])
    const goes = textWith({ scale: property('pair', [key(0, [100, 100]), key(1, [0, 0])]) })
    const [gone] = played(goes, 'words')
    expect(propertyOf(gone, 'scale').value).toEqual([100, 100])
    expect(valuesOf(gone, 'part scale')).toEqual([
      [100, 100],
      [0, 0],
    ])
  })

  it('leaves with the whole what its parts could not play the same: curved ways, keys they have already', () => {
    const route = { arrive: [0, 0], leave: [80, -60], through: 'corner' } as const
    const curved = textWith({
      position: property('place', [{ ...key(0, [0, 0]), route }, key(1, [300, 0])]),
      opacity: property('number', [key(0, 0), key(1, 100)]),
      'part opacity': property('number', [key(0, 50), key(1, 100)]),
    })
    const [after, report] = played(curved, 'letters')
    expect(report).toEqual({ moved: [], kept: ['opacity', 'position'] })
    expect(propertyOf(after, 'position')).toEqual(propertyOf(curved, 'position'))
    expect(valuesOf(after, 'opacity')).toEqual([0, 100])
  })

  it('changes nothing else between letters and words', () => {
    const [letters] = played(risesIn, 'letters')
    const [words, report] = played(letters, 'words')
    expect(report).toEqual({ moved: [], kept: [] })
    expect(valuesOf(words, 'part offset')).toEqual(valuesOf(letters, 'part offset'))
  })

  it('is refused for what is no text or locked', () => {
    const box = projectOf([layerWith('a', {})])
    expect(() => edited(box, (draft) => playByParts(draft, REF, 'letters'))).toThrow(/“a” is no text/)
    expect(() => edited(box, (draft) => setPartBend(draft, REF, LINEAR))).toThrow(/is no text/)
    const locked = textWith({}, { locked: true })
    expect(() => edited(locked, (draft) => playByParts(draft, REF, 'letters'))).toThrow(/locked/)
    expect(() => edited(locked, (draft) => setPartBend(draft, REF, null))).toThrow(/locked/)
  })

  it('keeps how its delays grow, in the file too', () => {
    const bent = edited(textWith({}), (draft) => setPartBend(draft, REF, EASE_BOTH))
    expect(projectSchema.parse(JSON.parse(JSON.stringify(bent)))).toEqual(bent)
    expect(layerOf(bent).partBend).toEqual(EASE_BOTH)
    const even = edited(bent, (draft) => setPartBend(draft, REF, null))
    expect('partBend' in layerOf(even)).toBe(false)
    const strange = JSON.parse(JSON.stringify(bent)) as { scenes: { layers: { partBend: unknown }[] }[] }
    strange.scenes[0]!.layers[0]!.partBend = { kind: 'linked', bendId: 'x' }
    expect(projectSchema.safeParse(strange).success).toBe(false)
  })
})
