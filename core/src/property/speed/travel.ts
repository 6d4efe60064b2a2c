import type { CompiledProperty } from '../compileProperty.ts'
import { speedInto, spanAt, valueInto } from '../evaluate.ts'
import type { PlaceSpan } from '../spans/placeSpan.ts'

/** What a property's bends move, over time in ticks: its components, or the distance a place has gone along its route. */
export interface Travel {
  readonly width: number
  valueInto(out: Float64Array, time: number): void
  /** Units per second. */
  speedInto(out: Float64Array, time: number): void
}

/** The numbers bends are fitted to; logarithms where the mix is geometric, so that they add up. */
export function travelOf(compiled: CompiledProperty): Travel {
  if (compiled.property.kind === 'place') return routeTravel(compiled)
  const geometric = compiled.property.mix === 'geometric' && compiled.values.every((value) => value > 0)
  if (!geometric)
    return {
      width: compiled.width,
      valueInto: (out, time) => valueInto(out, compiled, time),
      speedInto: (out, time) => speedInto(out, compiled, time),
    }
  const value = new Float64Array(compiled.width)
  return {
    width: compiled.width,
    valueInto: (out, time) => {
      valueInto(value, compiled, time)
      out.set(value.map((part) => Math.log(Math.max(part, Number.MIN_VALUE))))
    },
    speedInto: (out, time) => {
      valueInto(value, compiled, time)
      speedInto(out, compiled, time)
      out.set(out.map((part, i) => part / Math.max(value[i]!, Number.MIN_VALUE)))
    },
  }
}

function routeTravel(compiled: CompiledProperty): Travel {
  let travelled = 0
  const starts = compiled.spans.map((span) => (travelled += (span as PlaceSpan).route.length))
  return {
    width: 1,
    valueInto: (out, time) => {
      const span = Math.max(0, spanAt(compiled, time))
      const [from, to] = [compiled.times[span]!, compiled.times[span + 1]!]
      const place = compiled.spans[span] as PlaceSpan
      const distance = place.distanceAt((time - from) / (to - from))
      out.set([starts[span]! - place.route.length + distance])
    },
    speedInto: (out, time) => speedInto(out, compiled, time),
  }
}
