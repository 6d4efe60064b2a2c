import type { Key, Value } from '@arrow-bend/core/property'
import { makeLayer, type Layer, type Project } from '@arrow-bend/core/scene'
import { ticksOfFrame } from '@arrow-bend/core/time'
import { crowdedProject, RATE } from './crowdedProject.ts'

/** The lanes each layer moves in, with a value for a level from 0 to 1. */
const LANES: readonly (readonly [name: string, value: (level: number) => Value])[] = [
  ['position', (level) => [Math.round(level * 1200), Math.round(((level * 7) % 1) * 700)]],
  ['scale', (level) => [Math.round(60 + level * 80), Math.round(60 + level * 80)]],
  ['turn', (level) => Math.round(level * 360)],
  ['opacity', (level) => Math.round(20 + level * 80)],
  ['stroke width', (level) => Math.round(level * 12)],
]

/**
 * A project for measuring the deck: layers that each move in five lanes, their keys spread evenly over the scene.
 * @param layers how many
 * @param keys of each lane, one every `every` frames, each lane a frame later than the one before
 */
export function crowdedDeck({
  layers: count,
  keys,
  every,
}: {
  readonly layers: number
  readonly keys: number
  readonly every: number
}): Project {
  const duration = ticksOfFrame(keys * every, RATE)
  const layers = Array.from({ length: count }, (_, i): Layer => {
    const made = makeLayer({
      id: `float-${i}`,
      name: `Float ${i + 1}`,
      kind: 'ellipse',
      span: [ticksOfFrame(0, RATE), duration],
      values: { size: [24, 24], fill: ['#c8401a', '#0e6b75', '#6e4587'][i % 3]! },
    })
    const moves = LANES.map(([name, value], lane) => {
      const list = Array.from({ length: keys }, (_key, k): Key => ({
        id: `k${k}`,
        t: ticksOfFrame(k * every + lane, RATE),
        // Levels without chance. Source: own.
        value: value(((k + i * 3 + lane) * 0.618033988749895) % 1),
        bend: { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.4, rise: 0 } },
        through: 'corner',
      }))
      return [name, { ...made.properties[name]!, keys: list }] as const
    })
    return { ...made, properties: { ...made.properties, ...Object.fromEntries(moves) } }
  })
  return crowdedProject('Crowded deck', keys * every, layers)
}
