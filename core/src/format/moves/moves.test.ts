import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property, refsOf } from '../../../test/trials.ts'
import { keepMove } from '../../edit/index.ts'
import { readMoves, writeMoves } from './index.ts'

const made = projectOf([
  layerWith('a', {
    position: property('place', [
      key(0, [0, 0], ease, { route: { arrive: [0, 0], leave: [30, 0], through: 'corner' } }),
      key(1, [100, 50]),
    ]),
    scale: property('pair', [key(0.5, [50, 50], ease), key(1, [100, 100])]),
    fill: property('colour', [key(0, '#ff0000'), key(1, '#00ff00')]),
  }),
])
const own = keepMove(
  made,
  ['position', 'scale', 'fill'].flatMap((name) => refsOf(made, 'a', name)),
  { id: 'own', name: 'My arrival', role: 'entrance', varies: ['direction', 'strength'] },
)
const text = writeMoves([own])

describe('writeMoves and readMoves', () => {
  it('bring back just what was kept', () => {
    expect(readMoves(text)).toEqual([own])
  })

  const broken = (change: (data: { moves: Record<string, unknown>[] }) => void): string => {
    const data = JSON.parse(text) as { moves: Record<string, unknown>[] }
    change(data)
    return JSON.stringify(data)
  }
  it.each([
    ['{', 'not valid JSON'],
    [text.replace('"version": 1', '"version": 3'), 'version'],
    [broken((data) => (data.moves = [])), 'it holds none'],
    [broken(({ moves }) => (moves[0]!['seconds'] = 0)), 'moves[0].seconds: it has to take some time'],
    [broken(({ moves }) => (moves[0]!['tracks'] = [])), 'it moves nothing'],
    [broken(({ moves }) => (moves[0]!['role'] = 'dance')), 'moves[0].role'],
    [text.replace('"at": 0.5', '"at": 1.5'), 'moves[0].tracks[1].keys[0].at'],
    [text.replace('"at": 0.5', '"at": 1'), 'in order of time'],
    [text.replace('"#ff0000"', '"reddish"').replace('"set"', '"add"'), 'moves[0].tracks[2]'],
    [
      text.replace('"property": "scale"', '"property": "position"').replace('"multiply"', '"set"'),
      'by pairs that are added',
    ],
    [text.replace('"linear"', '"wobbly"'), 'bend'],
  ])('refuse what is broken with the place of it', (given, sentence) => {
    expect(() => readMoves(given)).toThrow(sentence)
    expect(() => readMoves(given)).toThrow(/^The ready moves cannot be read: .* Nothing was changed\.$/)
  })
})
