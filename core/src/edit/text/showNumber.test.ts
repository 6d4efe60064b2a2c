import { describe, expect, it } from 'vitest'
import { edited, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { countedText, type Layer, type Project, type Separator } from '../../scene/index.ts'
import { showNumber } from '../index.ts'

const REF = { scene: 'scene', layer: 'a' }
const textOf = (content: string, more: Partial<Layer> = {}): Project =>
  projectOf([
    {
      ...layerWith('a', { content: { kind: 'choice', value: content, keys: [] } }, 'text'),
      ...more,
    },
  ])
const shown = (content: string): { content: unknown; number: unknown; reads: string } => {
  const project = edited(textOf(content), (draft) => showNumber(draft, REF))
  const { properties } = project.scenes[0]!.layers[0]!
  const value = (name: string): unknown => properties[name]!.value
  return {
    content: value('content'),
    number: value('number'),
    reads: countedText({
      content: String(value('content')),
      number: Number(value('number')),
      decimals: Number(value('number decimals')),
      separator: String(value('number separator')) as Separator,
    }),
  }
}

describe('a text that is to show a number', () => {
  it.each([
    ['1,250 lanterns', '{number} lanterns', 1250],
    ['1.250.000', '{number}', 1_250_000],
    ['1’250.50 m', '{number} m', 1250.5],
    ['12.5 %', '{number} %', 12.5],
    ['−3 °', '{number} °', -3],
    ['Day 7', 'Day {number}', 7],
    ['2026', '{number}', 2026],
    ['1,5 km', '{number} km', 1.5],
  ])('takes the one it says, and reads as before: %s', (content, mark, number) => {
    expect(shown(content)).toEqual({ content: mark, number, reads: content })
  })

  it('that says none shows it after what it says', () => {
    expect(shown('Lanterns lit:')).toEqual({
      content: 'Lanterns lit: {number}',
      number: 0,
      reads: 'Lanterns lit: 0',
    })
    expect(shown('Text').content).toBe('{number}')
  })

  it('is refused for what shows it already, changes, is locked or no text', () => {
    const tried = (project: Project) => () => edited(project, (draft) => showNumber(draft, REF))
    expect(tried(textOf('{number} m'))).toThrow(/shows its number already/)
    expect(tried(textOf('5', { locked: true }))).toThrow(/locked/)
    expect(tried(projectOf([layerWith('a', {})]))).toThrow(/no text/)
    const changing = layerWith('a', { content: property('choice', [key(0, '1'), key(1, '2')]) }, 'text')
    expect(tried(projectOf([changing]))).toThrow(/write \{number\} where/)
  })
})
