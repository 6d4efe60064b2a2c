import type { BendLibrary } from '../bend/index.ts'
import {
  compiledOf,
  speedInto,
  spanAt,
  valueInto,
  type CompiledProperty,
  type Property,
} from '../property/index.ts'
import { greatest } from './greatest.ts'

/** When a motion starts, is fastest, is first there and lands, ticks of its own time. */
export interface Landing {
  /** The key from which on it is more than 1 % of its change from its first value. */
  readonly start: number
  readonly peak: number
  /** The first moment it is within 1 % of its change of its end value. */
  readonly there: number
  /** The last moment it is more than 1 % of its change from its end value. */
  readonly land: number
}

/** Share of the change within which a motion has arrived. Source: the motion model, section 16. */
const ARRIVED = 0.01
/** Looks at each span, fewer where there are very many. */
const LOOKS = 128
const LEAST_LOOKS = 8
const MOST_LOOKS = 40_000
const HALVINGS = 50

const KNOWN = new WeakMap<CompiledProperty, { readonly landing: Landing | null }>()

/**
 * When a property starts, is fastest, is first there and lands. Its change is from its first value to its last; where these are
 * the same, as far as it goes away from there. null for one that does not move, and for kinds that go by no numbers.
 */
export function landingOf(property: Property, library: BendLibrary): Landing | null {
  if (property.kind === 'choice' || property.keys.length < 2) return null
  const compiled = compiledOf(property, library)
  const known = KNOWN.get(compiled)
  if (known) return known.landing
  const landing = landingIn(compiled)
  KNOWN.set(compiled, { landing })
  return landing
}

function landingIn(compiled: CompiledProperty): Landing | null {
  const { times, width } = compiled
  const count = times.length - 1
  if (count < 1) return null
  const [first, last] = [times[0]!, times[count]!]
  const now = new Float64Array(width)
  const valueAt = (time: number): Float64Array => {
    const out = new Float64Array(width)
    valueInto(out, compiled, time)
    return out
  }
  const awayFrom =
    (value: Float64Array) =>
    (time: number): number => {
      valueInto(now, compiled, time)
      let square = 0
      for (let i = 0; i < width; i += 1) square += (now[i]! - value[i]!) ** 2
      return Math.sqrt(square)
    }
  const looks = looksAt(times)
  const [startValue, endValue] = [valueAt(first), valueAt(last)]
  const [toEnd, toStart] = [awayFrom(endValue), awayFrom(startValue)]
  const change = toStart(last) || looks.reduce((most, time) => Math.max(most, toEnd(time)), 0)
  if (!(change > 0)) return null
  const within = ARRIVED * change
  const isAway = (time: number): boolean => toEnd(time) > within
  // What goes past is there in between, however fast it goes.
  const way = endValue.map((part, i) => part - startValue[i]!)
  const isPast = (): boolean => way.reduce((sum, part, i) => sum + part * (now[i]! - endValue[i]!), 0) > 0
  const isThere = (time: number): boolean => !isAway(time) || isPast()
  const hasLeft = (time: number): boolean => toStart(time) > within
  const leaves = looks.findIndex(hasLeft)
  const there = looks.findIndex((time, i) => i > leaves && isThere(time))
  const away = looks.findLastIndex(isAway)
  const speed = new Float64Array(compiled.speedWidth)
  const speedAt = (time: number): number => {
    speedInto(speed, compiled, time)
    const all = Math.hypot(...speed)
    return Number.isFinite(all) ? all : 0
  }
  return {
    start: looks[leaves]! >= last ? last : times[spanAt(compiled, looks[leaves]!)]!,
    peak: greatest(speedAt, first, last, looks.length).at,
    there: there < 0 ? last : border(looks[there]!, looks[there - 1]!, isThere),
    land: away < 0 ? first : border(looks[away]!, looks[away + 1] ?? last, isAway),
  }
}

/** Moments at which a motion is looked at: its keys, and between them at equal distances; the very end of each span, too. */
function looksAt(times: Float64Array): number[] {
  const looks = [times[0]!]
  const each = Math.max(LEAST_LOOKS, Math.min(LOOKS, Math.floor(MOST_LOOKS / times.length)))
  for (let i = 0; i + 1 < times.length; i += 1) {
    const [from, to] = [times[i]!, times[i + 1]!]
    for (let k = 1; k < each; k += 1) looks.push(from + (k / each) * (to - from))
    looks.push(to - (to - from) * 1e-9, to)
  }
  return looks
}

/** The moment nearest to `no` at which something is so still, between one where it is and one where it is not. */
function border(yes: number, no: number, is: (time: number) => boolean): number {
  let [inside, outside] = [yes, no]
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (inside + outside) / 2
    if (is(middle)) inside = middle
    else outside = middle
  }
  return inside
}
