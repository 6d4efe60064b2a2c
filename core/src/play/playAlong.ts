import { HOLD, LINEAR } from '../bend/index.ts'
import { compiledOf, playedValueInto } from '../property/index.ts'
import { alongDegrees, makePlacing, type Layer } from '../scene/index.ts'
import type { PlayedKey, PlayedTrack, PlayOptions } from './playedTrack.ts'

/** Looks a frame; a frame's own moment is one of them. */
const LOOKS_A_FRAME = 8
/** Looks that lie this near to a line between others are left out, degrees: half of what exports are held to for a turn. */
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
export function playAlong(
  layer: Layer,
  { library, duration, frame, clock, checkCount }: Omit<PlayOptions, 'within'>,
): PlayedTrack {
  const placing = makePlacing(layer, library)
  const turn = compiledOf(layer.properties['turn']!, library)
  const turned = new Float64Array(1)
  const step = frame / LOOKS_A_FRAME
  // Of what is looked at a twentieth or more is kept where a route is curved all along.
  checkCount(duration / step / 20)
  const looks: Look[] = []
  let along = 0
  for (let i = 0; i * step < duration; i += 1) {
    const time = i * step
    const own = clock.timeAt(time)
    const found = alongDegrees(placing, own)
    const shortest = i === 0 ? found : along + shortestTurn(found - along)
    const jumps = i > 0 && Math.abs(shortest - along) > CORNER
    along = shortest
    playedValueInto(turned, turn, own)
    looks.push({ time, degrees: turned[0]! + along, jumps })
  }
  const kept = withoutLines(looks)
  const keys = kept.map(({ time, degrees }, i): PlayedKey => ({
    share: time / duration,
    numbers: [degrees],
    bend: kept[i + 1]?.jumps ? HOLD : LINEAR,
  }))
  return { keys, path: null }
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
