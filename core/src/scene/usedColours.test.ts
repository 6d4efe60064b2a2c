import { expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../test/trials.ts'
import { usedColours } from './index.ts'

it('finds the colours of a scene once each, those of keys and the background, too, and no more than asked for', () => {
  const fill = property('colour', [key(0, '#112233'), key(1, '#c8401a')])
  const scene = projectOf([layerWith('a', { fill }), layerWith('b', {})]).scenes[0]!
  const found = usedColours(scene, 9)
  expect(found.slice(0, 2)).toEqual(['#112233', '#c8401a'])
  expect(new Set(found).size).toBe(found.length)
  expect(found).toContain(scene.background)
  expect(usedColours(scene, 2)).toEqual(['#112233', '#c8401a'])
})
