import type { Key } from '@arrow-bend/core/property'
import { makeLayer, type Layer, type Project } from '@arrow-bend/core/scene'
import { ticksOfFrame } from '@arrow-bend/core/time'
import { crowdedProject, RATE, SIZE } from './crowdedProject.ts'

const FRAMES = 52

/** Positions spread over the frame without chance: multiples of the golden angle. Source: own. */
function spread(i: number): readonly [number, number] {
  const share = ((i + 1) * 0.618033988749895) % 1
  const down = ((i + 1) * 0.754877666246693) % 1
  return [80 + share * (SIZE[0] - 160), 60 + down * (SIZE[1] - 120)]
}

/**
 * A project for measuring the stage: layers of simple shapes, the first of them on curved routes.
 * @param moving how many have a route; each has `keys` keys over a little over two seconds at 24 fps
 */
export function crowdedStage({
  layers: count,
  moving,
  keys,
}: {
  readonly layers: number
  readonly moving: number
  readonly keys: number
}): Project {
  const layers = Array.from({ length: count }, (_, i): Layer => {
    const kind = i % 2 ? 'ellipse' : 'rectangle'
    const made = makeLayer({
      id: `shape-${i}`,
      name: `Buoy ${i + 1}`,
      kind,
      span: [ticksOfFrame(0, RATE), ticksOfFrame(FRAMES, RATE)],
      values: {
        position: spread(i),
        size: [26, 20],
        fill: ['#c8401a', '#0e6b75', '#a8650c', '#6e4587'][i % 4]!,
      },
    })
    if (i >= moving) return made
    const list = Array.from({ length: keys }, (_key, k): Key => ({
      id: `k${k}`,
      t: ticksOfFrame(Math.round((k * (FRAMES - 1)) / (keys - 1)), RATE),
      value: spread(i + k * 7),
      bend: { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.4, rise: 0 } },
      through: 'corner',
      route: { arrive: [-60, 20], leave: [60, -20], through: 'joined' },
    }))
    const position = { ...made.properties['position']!, keys: list }
    return { ...made, properties: { ...made.properties, position } }
  })
  return crowdedProject('Crowded stage', FRAMES, layers)
}
