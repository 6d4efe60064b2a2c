import { TICKS_PER_SECOND } from '../../time/index.ts'
import type { CompiledProperty } from '../compileProperty.ts'
import { directionInto, speedInto, valueInto } from '../evaluate.ts'
import type { Property } from '../property.ts'
import type { CompiledPattern } from './compilePattern.ts'

/** Whether a property ever changes: it has keys, or a live pattern. */
export const isMoving = ({ keys, patterns }: Property): boolean =>
  keys.length > 0 || (patterns?.some(({ off }) => !off) ?? false)

const level = new Float64Array(4)
const heading = new Float64Array(2)
const colour = new Float64Array(4)
const slope = new Float64Array(4)

/**
 * Writes what is seen of a property at a moment: what its keys say, and its live patterns on top of that, in their order.
 * @param time ticks, any
 */
export function playedValueInto(out: Float64Array, compiled: CompiledProperty, time: number): void {
  valueInto(out, compiled, time)
  for (const pattern of compiled.patterns)
    if (time >= pattern.from && time < pattern.to) addPattern(out, null, { pattern, compiled, time })
}

/**
 * Writes the speed of what is seen at a moment, units per second: one number a component, one in all for a place, which is never
 * below 0 while a pattern moves it. At a corner it is that of what follows.
 */
export function playedSpeedInto(out: Float64Array, compiled: CompiledProperty, time: number): void {
  speedInto(out, compiled, time)
  if (!compiled.patterns.some(({ from, to }) => time >= from && time < to)) return
  const isPlace = compiled.property.kind === 'place'
  const value = new Float64Array(compiled.width)
  const speed = new Float64Array(compiled.width)
  valueInto(value, compiled, time)
  if (isPlace) {
    directionInto(heading, compiled, time)
    speed.set([heading[0]! * out[0]!, heading[1]! * out[0]!])
  } else speed.set(out.subarray(0, compiled.width))
  for (const pattern of compiled.patterns)
    if (time >= pattern.from && time < pattern.to) addPattern(value, speed, { pattern, compiled, time })
  if (isPlace) out[0] = Math.hypot(speed[0]!, speed[1]!)
  else out.set(speed)
}

/** What is seen of a property at a moment as a new list of numbers. */
export function playedValueAt(compiled: CompiledProperty, time: number): number[] {
  const out = new Float64Array(compiled.width)
  playedValueInto(out, compiled, time)
  return [...out]
}

interface Applied {
  readonly pattern: CompiledPattern
  readonly compiled: CompiledProperty
  readonly time: number
}

/** Lays a pattern on a value, and on its speed by component, where that is asked for. */
function addPattern(value: Float64Array, speed: Float64Array | null, applied: Applied): void {
  const { pattern, compiled, time } = applied
  pattern.levelInto(level, time)
  if (pattern.mixer) replaceColour(value, speed, pattern)
  else if (pattern.direction) addAlongRoute(value, speed, applied)
  else
    for (let c = 0; c < compiled.width; c += 1)
      if (pattern.component === null || pattern.component === c) addLevel(value, speed, { at: c, pattern })
}

function addLevel(
  value: Float64Array,
  speed: Float64Array | null,
  { at, pattern }: { readonly at: number; readonly pattern: CompiledPattern },
): void {
  const [w, climb, share, change] = level as unknown as [number, number, number, number]
  const was = value[at]!
  if (pattern.mode === 'add') {
    value[at] = was + share * w
    if (speed) speed[at] = speed[at]! + change * w + share * climb
  } else if (pattern.mode === 'multiply') {
    const factor = share === 1 ? w : 1 + share * (w - 1)
    value[at] = was * factor
    if (speed) speed[at] = times(speed[at]!, factor) + was * (change * (w - 1) + share * climb)
  } else {
    value[at] = share === 1 ? w : was + share * (w - was)
    if (speed) speed[at] = times(speed[at]!, 1 - share) + change * (w - was) + share * climb
  }
}

/** A product; of what stands upright and nothing, nothing. */
const times = (speed: number, factor: number): number => (factor === 0 ? 0 : speed * factor)

function replaceColour(value: Float64Array, speed: Float64Array | null, { mixer }: CompiledPattern): void {
  const [w, climb, share, change] = level as unknown as [number, number, number, number]
  const p = Math.min(1, Math.max(0, w))
  mixer!.mixInto(colour, p)
  mixer!.finishInto(colour)
  if (speed) mixer!.slopeInto(slope, p)
  for (let c = 0; c < 4; c += 1) {
    const was = value[c]!
    value[c] = share === 1 ? colour[c]! : was + share * (colour[c]! - was)
    if (!speed) continue
    const own = p === w ? slope[c]! * climb : 0
    speed[c] = times(speed[c]!, 1 - share) + change * (colour[c]! - was) + share * own
  }
}

/** How far apart two looks at a route's direction are, to tell how it turns; ticks. */
const TURN_LOOK = 1000

/** Adds a level along a place's route, or across it to the right; along X or Y where it goes nowhere. */
function addAlongRoute(
  value: Float64Array,
  speed: Float64Array | null,
  { pattern, compiled, time }: Applied,
): void {
  const [w, climb, share, change] = level as unknown as [number, number, number, number]
  const by = share * w
  const [x, y] = directionAt(compiled, time, pattern)
  value[0] = value[0]! + by * x
  value[1] = value[1]! + by * y
  if (!speed) return
  const growth = change * w + share * climb
  const seconds = (2 * TURN_LOOK) / TICKS_PER_SECOND
  const before = directionAt(compiled, time - TURN_LOOK, pattern)
  const after = directionAt(compiled, time + TURN_LOOK, pattern)
  speed[0] = speed[0]! + growth * x + (by * (after[0] - before[0])) / seconds
  speed[1] = speed[1]! + growth * y + (by * (after[1] - before[1])) / seconds
}

function directionAt(
  compiled: CompiledProperty,
  time: number,
  { direction }: CompiledPattern,
): readonly [number, number] {
  directionInto(heading, compiled, time)
  const [x, y] = heading[0] === 0 && heading[1] === 0 ? [1, 0] : [heading[0]!, heading[1]!]
  return direction === 'along' ? [x, y] : [-y, x]
}
