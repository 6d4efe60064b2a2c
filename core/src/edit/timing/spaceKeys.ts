import type { Draft } from 'immer'
import { compileBend, plainBend, type Bend } from '../../bend/index.ts'
import { compiledOf, PlaceSpan, type CompiledProperty } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, libraryIn } from '../editProperty.ts'
import { withTimes, type MoveReport } from './moveKeys.ts'
import { byProperty, type KeyRef } from '../refs.ts'
import { rangeOf } from './stretchKeys.ts'

/** Looks at a bend that is to rise all the way. */
const LOOKS = 1000

/**
 * Bends the times of keys: a key an elapsed share u into them all comes to the share bend(u). Their order is kept;
 * keys that would come to one tick stand a tick apart.
 * @throws BadEdit for a bend that stands still for its whole way, runs backwards or leaves 0 … 1: keys would change places
 */
export function warpKeys(draft: Draft<Project>, refs: readonly KeyRef[], bend: Bend): MoveReport {
  const range = rangeOf(draft, refs)
  if (!range) return { replaced: 0 }
  const [start, end] = range
  const curve = compileBend(plainBend(bend, libraryIn(draft)))
  for (let i = 1; i <= LOOKS; i += 1) {
    if (curve.progress(i / LOOKS) < curve.progress((i - 1) / LOOKS) - 1e-9) {
      throw new BadEdit(
        'That bend runs backwards on its way, so keys would change places. Choose one that only rises. Nothing was changed.',
      )
    }
  }
  return retime(draft, refs, (times) =>
    times.map((time) => start + curve.progress((time - start) / (end - start)) * (end - start)),
  )
}

/**
 * Spaces each property's keys out between its first and last chosen ones: evenly in time, or so that the way between
 * two keys takes a time in proportion to how far it is.
 */
export function distributeKeys(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  by: 'time' | 'distance',
): MoveReport {
  return retime(draft, refs, (times, places, compiled) => {
    const [start, end] = [times[0]!, times[times.length - 1]!]
    let sum = 0
    const reached = places.map((place, i) => (sum += i === 0 ? 0 : way(compiled, places[i - 1]!, place)))
    const even = by === 'time' || sum === 0
    return times.map((_, i) => start + (even ? i / (times.length - 1) : reached[i]! / sum) * (end - start))
  })
}

/** How far it is from one key to another, span by span: along the route, or as values differ. */
function way({ spans, values, width }: CompiledProperty, from: number, to: number): number {
  let sum = 0
  for (let i = from; i < to; i += 1) {
    const span = spans[i]!
    if (span instanceof PlaceSpan) sum += span.route.length
    else {
      let square = 0
      for (let c = 0; c < width; c += 1)
        square += (values[(i + 1) * width + c]! - values[i * width + c]!) ** 2
      sum += Math.sqrt(square)
    }
  }
  return sum
}

type NewTimes = (times: readonly Ticks[], places: readonly number[], compiled: CompiledProperty) => number[]

/** Gives the chosen keys of each property new times in the same order, each at least a tick after the one before. */
function retime(draft: Draft<Project>, refs: readonly KeyRef[], newTimes: NewTimes): MoveReport {
  let replaced = 0
  for (const { ref, keys: chosen } of byProperty(refs).values()) {
    editProperty(draft, ref, (property, library) => {
      const compiled = compiledOf(property, library)
      const places = compiled.keys.flatMap(({ id }, i) => (chosen.has(id) ? [i] : []))
      if (places.length < 2) return property
      const wanted = newTimes(
        places.map((place) => compiled.keys[place]!.t),
        places,
        compiled,
      )
      const times = apart(wanted.map(Math.round))
      const timeOf = new Map(places.map((place, i) => [compiled.keys[place]!.id, times[i]!]))
      const moved = withTimes(property, ({ id }) => timeOf.get(id))
      replaced += moved.replaced
      return moved.property
    })
  }
  return { replaced }
}

/** Rising times, at least a tick apart, the last where it is. */
function apart(times: readonly number[]): Ticks[] {
  const last = times.length - 1
  const made = [...times]
  for (let i = 1; i <= last; i += 1) made[i] = Math.max(made[i]!, made[i - 1]! + 1)
  made[last] = times[last]!
  for (let i = last - 1; i >= 0; i -= 1) made[i] = Math.min(made[i]!, made[i + 1]! - 1)
  return made.map(asTicks)
}
