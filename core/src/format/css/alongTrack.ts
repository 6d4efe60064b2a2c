import type { BendLibrary } from '../../bend/index.ts'
import { compiledOf, valueInto } from '../../property/index.ts'
import { alongDegrees, makePlacing, type Layer, type Scene } from '../../scene/index.ts'
import { frameTicks } from '../../time/index.ts'
import { checkKeyframes } from './pageLimits.ts'
import { withEnds, type Keyframe, type Track } from './keyframes.ts'

/** Looks a frame; a frame's own moment is one of them. */
const LOOKS_A_FRAME = 8
/** Looks that lie this near to a line between others are left out, degrees: half of what the export is held to for a turn. */
const WITHIN_DEGREES = 0.0005
/** A turn by more than this from one look to the next is a corner of the route, not a bend of it, degrees. */
const CORNER = 20

interface Look {
  readonly time: number
  readonly degrees: number
  /** Whether a corner lies between the look before and this one. */
  readonly jumps: boolean
}

/** The turn of a layer that turns along its route: its own and the route's together, looked at closely. */
export function alongTrack(layer: Layer, library: BendLibrary, scene: Scene): Track {
  const placing = makePlacing(layer, library)
  const turn = compiledOf(layer.properties['turn']!, library)
  const own = new Float64Array(1)
  const step = frameTicks(scene.rate) / LOOKS_A_FRAME
  // Of what is looked at a twentieth or more is kept where a route is curved all along.
  checkKeyframes(scene.duration / step / 20)
  const looks: Look[] = []
  let along = 0
  for (let i = 0; i * step < scene.duration; i += 1) {
    const time = i * step
    const found = alongDegrees(placing, time)
    const shortest = i === 0 ? found : along + shortestTurn(found - along)
    const jumps = i > 0 && Math.abs(shortest - along) > CORNER
    along = shortest
    valueInto(own, turn, time)
    looks.push({ time, degrees: own[0]! + along, jumps })
  }
  const keyframes = withoutLines(looks).flatMap(({ time, degrees, jumps }, i, kept): Keyframe[] => {
    const offset = time / scene.duration
    const frame: Keyframe = { offset, numbers: [degrees], easing: 'linear' }
    if (!jumps) return [frame]
    const before = kept[i - 1]!
    return [{ offset: offset - 1e-9, numbers: [before.degrees], easing: 'linear' }, frame]
  })
  return { keyframes: withEnds(keyframes), path: null }
}

/** An angle's difference taken the shorter way round, degrees. */
function shortestTurn(degrees: number): number {
  return degrees - 360 * Math.round(degrees / 360)
}

/** Looks without those that lie on a line between two that stay. The looks beside a jump stay. */
function withoutLines(looks: readonly Look[]): Look[] {
  const kept: Look[] = []
  let from = 0
  while (from < looks.length) {
    kept.push(looks[from]!)
    let to = from + 1
    while (to + 1 < looks.length && !looks[to]!.jumps && !looks[to + 1]!.jumps && isLine(looks, from, to + 1))
      to += 1
    from = to
  }
  return kept
}

/** A line takes at most this many looks in, so that checking it stays cheap. */
const LONGEST_LINE = 512

function isLine(looks: readonly Look[], from: number, to: number): boolean {
  if (to - from > LONGEST_LINE) return false
  const [a, b] = [looks[from]!, looks[to]!]
  const slope = (b.degrees - a.degrees) / (b.time - a.time)
  for (let i = from + 1; i < to; i += 1) {
    const look = looks[i]!
    if (Math.abs(a.degrees + slope * (look.time - a.time) - look.degrees) > WITHIN_DEGREES) return false
  }
  return true
}
