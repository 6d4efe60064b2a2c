import type { Key } from '@arrow-bend/core/property'
import { makeLayer, type Layer, type Project } from '@arrow-bend/core/scene'
import { ticksOfFrame } from '@arrow-bend/core/time'
import { crowdedProject, RATE } from './crowdedProject.ts'

/**
 * A project for measuring lanes: each layer moves in opacity alone, its keys spread evenly over the scene.
 * @param layers how many
 * @param keys of each, one every `every` frames
 */
export function crowdedLanes({
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
      id: `lamp-${i}`,
      name: `Lamp ${i + 1}`,
      kind: 'ellipse',
      span: [ticksOfFrame(0, RATE), duration],
    })
    const list = Array.from({ length: keys }, (_key, k): Key => ({
      id: `k${k}`,
      t: ticksOfFrame(k * every, RATE),
      // Levels without chance. Source: own.
      value: Math.round((((k + i * 3) * 0.618033988749895) % 1) * 100),
      bend: { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.4, rise: 0 } },
      through: 'corner',
    }))
    return {
      ...made,
      properties: { ...made.properties, opacity: { ...made.properties['opacity']!, keys: list } },
    }
  })
  return crowdedProject('Crowded lanes', keys * every, layers)
}
