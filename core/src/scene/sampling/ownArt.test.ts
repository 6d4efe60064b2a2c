import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import type { Property } from '../../property/index.ts'
import { ownArt } from './ownArt.ts'

const still = (kind: Property['kind'], value: Property['value']): Property => ({ kind, value, keys: [] })
const scene = projectOf([
  layerWith('g', { position: still('place', [500, 300]), opacity: still('number', 10) }, 'group'),
  layerWith('b', { position: property('place', [key(0, [0, 0]), key(10, [100, 0])]) }, 'rectangle', 'g'),
  layerWith('a', {
    position: still('place', [7, 8]),
    scale: still('pair', [50, 200]),
    copies: still('number', 5),
  }),
  layerWith('r', {}, 'rectangle', 'a'),
]).scenes[0]!
const look = (layer: string, seconds: number): unknown[] =>
  ownArt(scene, layer, { time: seconds * TICKS_PER_SECOND }).map(({ layer: { id }, matrix, opacity }) => [
    id,
    ...matrix,
    opacity,
  ])

describe('what a layer draws in its own coordinates', () => {
  it('is without its place, its fading and its copies, and without what rides on it', () => {
    expect(look('a', 3)).toEqual([['a', 1, 0, 0, 1, 0, 0, 1]])
  })
  it('is of a group what stands in it, as it moves', () => {
    expect(look('g', 5)).toEqual([['b', 1, 0, 0, 1, 50, 0, 1]])
    expect(look('g', 5000)).toEqual(look('g', 10))
  })
  it('is nothing where there is no such layer', () => expect(look('none', 0)).toEqual([]))
})
