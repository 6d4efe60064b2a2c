import type { Draft } from 'immer'
import { bendOfSpeed, speedInOnePiece, type DrawnSpan, type SpeedLook } from '../../fit/index.ts'
import { compileProperty, type CompiledProperty } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import { changeBends } from './changeBends.ts'
import { libraryIn, propertyToEdit } from '../editProperty.ts'
import { setThrough } from '../keys/through.ts'
import type { PropertyRef } from '../refs.ts'

/** A span, by the key it begins at, and the speed drawn over it. */
export interface SpeedOverSpan {
  readonly key: string
  readonly looks: readonly SpeedLook[]
}

/** What goes from key to key with one number whose speed is as the bend's: a speed can pass a key without a jump. */
const ONE_SPEED = new Set(['number', 'turn', 'place'])

/**
 * Gives spans of a property the speed that was drawn over them in one stroke. Each keeps its change. The speed passes the
 * keys between neighbours without a jump, and these become joined, wherever what the spans change by allows it; where
 * it does not, the area of each is scaled to its own change.
 * @throws BadBend where the speeds drawn cancel out
 */
export function drawSpeed(draft: Draft<Project>, ref: PropertyRef, drawn: readonly SpeedOverSpan[]): void {
  const compiled = compileProperty(propertyToEdit(draft, ref), libraryIn(draft))
  for (const run of neighbours(compiled, drawn)) {
    const looks = run.length > 1 ? speedInOnePiece(run.map((one) => drawnSpan(compiled, one))) : null
    run.forEach(({ key, looks: own }, i) => {
      const { bend } = bendOfSpeed(looks?.[i] ?? own)
      changeBends(draft, [{ ...ref, key }], () => bend)
    })
    if (looks)
      setThrough(
        draft,
        run.slice(1).map(({ key }) => ({ ...ref, key })),
        'joined',
      )
  }
}

/** What was drawn, in runs of spans that have a key between them a speed can pass without a jump. */
function neighbours(compiled: CompiledProperty, drawn: readonly SpeedOverSpan[]): SpeedOverSpan[][] {
  const { property, keys } = compiled
  const placeOf = (key: string): number => keys.findIndex(({ id }) => id === key)
  const goesOn = ONE_SPEED.has(property.kind) && property.mix !== 'geometric'
  const isOwn = (key: string): boolean => keys[placeOf(key)]?.bend.kind !== 'linked'
  const runs: SpeedOverSpan[][] = []
  const spans = drawn.filter(({ key }) => placeOf(key) >= 0 && placeOf(key) < keys.length - 1)
  for (const span of spans.sort((a, b) => placeOf(a.key) - placeOf(b.key))) {
    const run = runs[runs.length - 1]
    const before = run?.[run.length - 1]
    const isNext = before !== undefined && placeOf(span.key) === placeOf(before.key) + 1
    if (run && isNext && goesOn && isOwn(before.key) && isOwn(span.key)) run.push(span)
    else runs.push([span])
  }
  return runs
}

function drawnSpan({ keys, times, mixers }: CompiledProperty, { key, looks }: SpeedOverSpan): DrawnSpan {
  const at = keys.findIndex(({ id }) => id === key)
  const change = new Float64Array(1)
  mixers[at]!.slopeInto(change, 0)
  return { looks, change: change[0]!, seconds: (times[at + 1]! - times[at]!) / TICKS_PER_SECOND }
}
