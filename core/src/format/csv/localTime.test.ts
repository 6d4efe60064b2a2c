import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { compileLayerClock, playedProperty } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { sampleCsv } from './index.ts'

const local = (keys: ReturnType<typeof key>[], value = 0) => ({
  'local time': property('number', keys, { value }),
})
const moving = { turn: property('turn', [key(0, 0), key(8, 80)]) }

describe('local time as a property', () => {
  const rate = { num: 24, den: 1 }
  const duration = asTicks(TICKS_PER_SECOND)

  it('runs with its value added while it has no keys, at 1 s a second', () => {
    const rows = sampleCsv(playedProperty(layerWith('g', local([], 2), 'group'), 'local time', []), {
      rate,
      duration,
      speed: true,
      library: [],
    })
      .trimEnd()
      .split('\n')
      .map((row) => row.split(','))
    expect(rows[0]).toEqual(['frame', 'seconds', 'value', 'speed'])
    for (const [, at, value, speed] of rows.slice(1)) {
      expect(Number(value)).toBeCloseTo(2 + Number(at), 12)
      expect(Number(speed)).toBeCloseTo(1, 12)
    }
  })

  it('plays its keys as they are, and other properties are left alone', () => {
    const keyed = layerWith('g', local([key(0, 5), key(1, 3)]), 'group')
    for (const name of ['local time', 'opacity'])
      expect(playedProperty(keyed, name, [])).toBe(keyed.properties[name])
  })

  it('gives speeds per second of the scene', () => {
    const scene = projectOf([
      layerWith('a', moving, 'rectangle', 'g'),
      layerWith('g', local([key(0, 0), key(4, 8)]), 'group'),
    ]).scenes[0]!
    const csv = sampleCsv(moving.turn, {
      rate,
      duration,
      speed: true,
      library: [],
      clock: compileLayerClock(scene, 'a', []),
    })
    const row = csv.split('\n')[13]!.split(',')
    expect(row.slice(0, 2)).toEqual(['12', '0.5'])
    expect(Number(row[2])).toBeCloseTo(10, 9)
    expect(Number(row[3])).toBeCloseTo(20, 9)
  })
})
