import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { sceneAt } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { cutScene } from './cutScene.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const moving = (by: number) => ({
  position: property('place', [key(0.2, [0, 0], ease), key(2.5, [by, 40])]),
})
const scene = projectOf([
  layerWith('plain', moving(100)),
  layerWith('follows', moving(50), 'rectangle', 'plain'),
  layerWith('group', moving(70), 'group'),
  layerWith('in group', moving(30), 'rectangle', 'group'),
  layerWith('ramped', { 'local time': property('number', [key(0.5, 0, ease), key(3, 2)]) }, 'group'),
  layerWith('in ramped', moving(60), 'rectangle', 'ramped'),
  layerWith('follows in ramped', moving(20), 'rectangle', 'in ramped'),
  layerWith('shaken', {
    turn: {
      ...property('turn', [], { value: 0 }),
      patterns: [
        { id: 'p', kind: 'sine', from: at(0.5), to: at(3), low: -10, high: 10, frequency: 2, phase: 0.1 },
      ],
    },
  }),
]).scenes[0]!

describe('cutScene', () => {
  it('shows from its start what the scene shows from that moment, groups with times of their own, too', () => {
    const cut = cutScene(scene, at(0.75), at(2.25))
    expect(cut.duration).toBe(at(1.5))
    for (let i = 0; i <= 30; i += 1) {
      const time = (i / 30) * 1.5
      const [wanted, found] = [sceneAt(scene, at(0.75 + time), [], []), sceneAt(cut, at(time), [], [])]
      expect(found).toHaveLength(wanted.length)
      found.forEach((item, k) => {
        item.matrix.forEach((part, n) => expect(part).toBeCloseTo(wanted[k]!.matrix[n]!, 6))
        expect(item.shown).toBe(wanted[k]!.shown)
      })
    }
  })

  it('leaves a scene cut at its end as it is before, and refuses what is no stretch', () => {
    expect(cutScene(scene, at(0), at(1)).layers).toBe(scene.layers)
    for (const [from, to] of [
      [1, 1],
      [-1, 1],
      [2, 1],
      [0, 1e4],
    ] as const)
      expect(() => cutScene(scene, at(from), at(to))).toThrow(BadEdit)
  })
})
