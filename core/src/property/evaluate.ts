import { TICKS_PER_SECOND } from '../time/index.ts'
import type { CompiledProperty } from './compileProperty.ts'
import { locate, type Located } from './loop/locate.ts'
import { PlaceSpan } from './spans/placeSpan.ts'
import type { Vec2 } from '../route/index.ts'
import type { Outside, Value } from './property.ts'
import { valueOfNumbers } from './valueNumbers.ts'

/**
 * Writes the value at a moment, one number a component (colours: OKLab and alpha).
 * Exact at every key. Allocates nothing while the moment is within the keys.
 * @param time ticks, any
 */
export function valueInto(out: Float64Array, compiled: CompiledProperty, time: number): void {
  const { times } = compiled
  const last = times.length - 1
  if (last < 0) copyKey(out, compiled, 0)
  else if (time < times[0]!) outsideValue(out, compiled, time, compiled.before)
  else if (time > times[last]!) outsideValue(out, compiled, time, compiled.after)
  else valueWithin(out, compiled, time)
}

/**
 * Writes the speed at a moment in units per second: one number a component, one in all for a place
 * (px/s along its route). At a key it is the speed with which the next span is left; on the last key, of arrival.
 */
export function speedInto(out: Float64Array, compiled: CompiledProperty, time: number): void {
  const { times } = compiled
  const last = times.length - 1
  if (last < 1) out.fill(0, 0, compiled.speedWidth)
  else if (time < times[0]!) outsideSpeed(out, compiled, time, compiled.before)
  else if (time > times[last]!) outsideSpeed(out, compiled, time, compiled.after)
  else speedWithin(out, compiled, time)
}

/** The value at a moment as a new list of numbers. */
export function valueAt(compiled: CompiledProperty, time: number): number[] {
  const out = new Float64Array(compiled.width)
  valueInto(out, compiled, time)
  return [...out]
}

/** The speed at a moment as a new list of numbers. */
export function speedAt(compiled: CompiledProperty, time: number): number[] {
  const out = new Float64Array(compiled.speedWidth)
  speedInto(out, compiled, time)
  return [...out]
}

/** The value of a property at a moment as it is stored. Choices and outlines too. */
export function storedValueAt(compiled: CompiledProperty, time: number): Value {
  return valueOfNumbers(compiled.property, valueAt(compiled, time))
}

/**
 * Writes the unit direction of a place's route at a moment to out[0], out[1]: where it points, not whether the place
 * backs up along it. Where the route stands on one spot the direction it came with stays; [0, 0] where it never goes.
 */
export function directionInto(out: Float64Array, compiled: CompiledProperty, time: number): void {
  const { times, spans } = compiled
  out.fill(0, 0, 2)
  if (spans.length === 0) return
  const last = times[times.length - 1]!
  const rule = time < times[0]! ? compiled.before : compiled.after
  const within = time >= times[0]! && time <= last ? time : locate(compiled, time, rule).time
  const at = Math.max(0, spanAt(compiled, within))
  const u = (within - times[at]!) / (times[at + 1]! - times[at]!)
  const heading = (span: number, share: number): Vec2 => (spans[span] as PlaceSpan).directionAt(share)
  let [x, y] = heading(at, u)
  for (let span = at - 1; span >= 0 && x === 0 && y === 0; span -= 1) [x, y] = heading(span, 1)
  for (let span = at + 1; span < spans.length && x === 0 && y === 0; span += 1) [x, y] = heading(span, 0)
  out[0] = x
  out[1] = y
}

/** The span a moment lies in: the last whose first key is not later; −1 before the first key or with fewer than two. */
export function spanAt(compiled: CompiledProperty, time: number): number {
  const { times } = compiled
  const last = times.length - 2
  if (last < 0 || time < times[0]!) return -1
  let low = 0
  let high = last
  const hint = compiled.hint
  if (hint <= last && times[hint]! <= time) {
    if (time < times[hint + 1]!) return hint
    low = hint
    if (hint < last && time < times[hint + 2]!) high = hint + 1
  }
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (times[middle]! <= time) low = middle
    else high = middle - 1
  }
  compiled.hint = low
  return low
}

function copyKey(out: Float64Array, { values, width }: CompiledProperty, key: number): void {
  for (let i = 0; i < width; i += 1) out[i] = values[key * width + i]!
}

function valueWithin(out: Float64Array, compiled: CompiledProperty, time: number): void {
  const { times, spans } = compiled
  const span = spanAt(compiled, time)
  if (span < 0 || time === times[span + 1]) {
    copyKey(out, compiled, span < 0 ? 0 : span + 1)
    return
  }
  const from = times[span]!
  spans[span]!.valueInto(out, (time - from) / (times[span + 1]! - from))
}

function speedWithin(out: Float64Array, compiled: CompiledProperty, time: number): void {
  const { times, spans } = compiled
  const span = spanAt(compiled, time)
  const from = times[span]!
  spans[span]!.speedInto(out, (time - from) / (times[span + 1]! - from))
}

function outsideValue(out: Float64Array, compiled: CompiledProperty, time: number, rule: Outside): void {
  if (rule === 'hold') {
    // Of the first span nothing has begun yet, steps that jump at once included.
    copyKey(out, compiled, time < compiled.times[0]! ? 0 : compiled.times.length - 1)
    return
  }
  const located = locate(compiled, time, rule)
  if (located.beyond !== 0) continueValue(out, compiled, located)
  else valueWithin(out, compiled, located.time)
  if (rule === 'carryOn') {
    const { values, width } = compiled
    const last = values.length - width
    for (let i = 0; i < width; i += 1) out[i] = out[i]! + located.rounds * (values[last + i]! - values[i]!)
  }
  compiled.mixers[0]?.finishInto?.(out)
}

/** On in a line at the end speed; a place along its end tangent. */
function continueValue(out: Float64Array, compiled: CompiledProperty, { beyond }: Located): void {
  const { spans } = compiled
  const seconds = beyond / TICKS_PER_SECOND
  const span = spans[beyond < 0 ? 0 : spans.length - 1]!
  const end = beyond < 0 ? 0 : 1
  if (span instanceof PlaceSpan) {
    span.speedInto(out, end)
    const travelled = finite(out[0]!) * seconds
    span.route.pointInto(out, end * span.route.length)
    const [x, y] = span.route.directionAt(end * span.route.length)
    out[0] = out[0]! + x * travelled
    out[1] = out[1]! + y * travelled
    return
  }
  const speed = new Float64Array(compiled.width)
  span.speedInto(speed, end)
  // What has not begun yet, or is over, stands at its key, steps that jump at once included.
  copyKey(out, compiled, beyond < 0 ? 0 : compiled.times.length - 1)
  for (let i = 0; i < compiled.width; i += 1) out[i] = out[i]! + finite(speed[i]!) * seconds
}

/** An upright end has no speed to go on with. */
function finite(speed: number): number {
  return Number.isFinite(speed) ? speed : 0
}

function outsideSpeed(out: Float64Array, compiled: CompiledProperty, time: number, rule: Outside): void {
  const located = locate(compiled, time, rule)
  if (rule === 'hold') {
    out.fill(0, 0, compiled.speedWidth)
    return
  }
  speedWithin(out, compiled, located.time)
  if (rule === 'continue') for (let i = 0; i < compiled.speedWidth; i += 1) out[i] = finite(out[i]!)
  if (located.direction < 0) for (let i = 0; i < compiled.speedWidth; i += 1) out[i] = -out[i]!
}
