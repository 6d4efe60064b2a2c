import type { Draft } from 'immer'
import type { BendLibrary } from '../../bend/index.ts'
import { joinSeam, seamOf, timedKeys, type Key, type Property, type Value } from '../../property/index.ts'
import { definitionOf, layerById, type Layer, type Project } from '../../scene/index.ts'
import { asTicks, MOST_TICKS, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { giveBends } from '../bends/bends.ts'
import { editProperty, propertyToEdit, undrafted } from '../editProperty.ts'
import { addKeys } from '../keys/setKeys.ts'
import { setRules } from '../keys/through.ts'
import { layerIn, sceneIn, type MakeId, type PropertyRef } from '../refs.ts'
import { closeLink, goesByLinks } from './linkLoop.ts'

/**
 * How a loop closes: as it began; whole turns on, for what turns; at a ratio, for what grows without end; one link of a
 * chain of copies on; or not at all by value, because its keys repeat one after another where they left off.
 */
export type LoopEnd =
  | { readonly kind: 'same' }
  | { readonly kind: 'turns'; readonly turns: number }
  | { readonly kind: 'ratio'; readonly ratio: number }
  | { readonly kind: 'link'; readonly way: 1 | -1 }
  | { readonly kind: 'carryOn' }

export interface MakeLoop {
  readonly end: LoopEnd
  /** Where a property without keys begins to move. */
  readonly from: Ticks
  /** Where the loop begins anew: the frame after its last. A closing key comes to stand there, which is never shown. */
  readonly to: Ticks
  /** Whether speed is to pass the seam without a jump. */
  readonly joined: boolean
  readonly makeId: MakeId
}

export interface LoopReport {
  readonly looped: number
  /** Labels of what was left alone because a loop of the kind means nothing there. */
  readonly left: readonly string[]
  /** Labels of those whose speed jumps at the seam still: beside holds, families and linked bends, or where a place turns. */
  readonly jumping: readonly string[]
}

/**
 * Makes properties go round for ever: a closing key on the frame after the last, so that no frame is shown twice, and
 * rules that begin anew there. Other keys stay where they are.
 * @throws BadEdit where keys stand after the loop's end, for a length of nothing, a ratio not above 0 or turns that are none
 * Source: own; common practice for the closing key.
 */
export function makeLoop(draft: Draft<Project>, refs: readonly PropertyRef[], options: MakeLoop): LoopReport {
  const { end, from, to } = options
  if (!(to > from && to <= MOST_TICKS))
    throw new BadEdit('A loop has to end after it began. Nothing was changed.')
  if (end.kind === 'ratio' && !(end.ratio > 0 && end.ratio < 1e6 && end.ratio !== 1))
    throw new BadEdit(
      'A zoom without end grows or shrinks by a ratio above 0 that is not 1. Nothing was changed.',
    )
  if (end.kind === 'turns' && !(Number.isInteger(end.turns) && end.turns !== 0 && Math.abs(end.turns) <= 1e4))
    throw new BadEdit('A loop takes whole turns, at least one either way. Nothing was changed.')
  const left: string[] = []
  const jumping: string[] = []
  let looped = 0
  for (const ref of refs) {
    const before = propertyToEdit(draft, ref)
    if (end.kind === 'link') {
      if (ref.property !== 'copies' || !goesByLinks(undrafted<Layer>(layerIn(draft, ref)))) {
        left.push(labelOf(draft, ref))
        continue
      }
      closeLink(draft, ref, { way: end.way, from, to, makeId: options.makeId })
      looped += 1
    } else if (!fits(before, end)) left.push(labelOf(draft, ref))
    else {
      close(draft, ref, { ...options, end })
      looped += 1
      if (options.joined && !joinIt(draft, ref)) jumping.push(labelOf(draft, ref))
    }
  }
  return { looped, left, jumping }
}

/** What closes property by property. */
type ByValue = Exclude<LoopEnd, { readonly kind: 'link' }>

/** Less of a jump cannot be seen, units per second. */
const STILL = 1e-3

/** Whether a loop of a kind means anything for a property. */
function fits({ kind, keys, split }: Property, end: ByValue): boolean {
  if (split) return false
  const isNumeric = kind === 'number' || kind === 'pair' || kind === 'place' || kind === 'turn'
  switch (end.kind) {
    case 'same':
      return keys.length > 0
    case 'carryOn':
      return keys.length > 1 && isNumeric
    case 'turns':
      return kind === 'turn'
    case 'ratio':
      return kind === 'number' || kind === 'pair'
  }
}

function close(
  draft: Draft<Project>,
  ref: PropertyRef,
  { end, from, to, makeId }: MakeLoop & { readonly end: ByValue },
): void {
  const before = propertyToEdit(draft, ref)
  const timed = timedKeys(before)
  if (end.kind === 'carryOn') {
    setRules(draft, [ref], { before: 'carryOn', after: 'carryOn' })
    return
  }
  const late = timed.find(({ t }) => t > to)
  if (late)
    throw new BadEdit(
      `${labelOf(draft, ref)} has keys after the loop's end. Let it end later, or take them away. Nothing was changed.`,
    )
  if (timed.length === 1 && timed[0]!.t === to)
    throw new BadEdit(`${labelOf(draft, ref)} has its only key at the loop's end. Nothing was changed.`)
  const first = timed[0]
  const start = first?.value ?? before.value
  const isAbove0 = (Array.isArray(start) ? (start as readonly number[]) : [start as number]).every(
    (n) => n > 0,
  )
  if (end.kind === 'ratio' && !isAbove0)
    throw new BadEdit(
      `${labelOf(draft, ref)} does not start above 0, and no ratio makes more of nothing. Start above 0. Nothing was changed.`,
    )
  if (!first) addKeys(draft, ref, [{ t: from, value: start }], makeId)
  addKeys(draft, ref, [{ t: asTicks(to), value: closing(start, end) }], makeId)
  goBackAlike(draft, ref, timed, to)
  const rule = end.kind === 'turns' ? 'carryOn' : 'loop'
  setRules(draft, [ref], {
    before: rule,
    after: rule,
    ...(end.kind === 'ratio' ? { mix: 'geometric' as const } : {}),
  })
}

/** The way back eases as the way there did, where no key stood at the loop's end yet. */
function goBackAlike(draft: Draft<Project>, ref: PropertyRef, timed: readonly Key[], to: Ticks): void {
  const [before, last] = timed.slice(-2)
  if (before && last && last.t < to) giveBends(draft, [{ ...ref, key: last.id }], () => before.bend)
}

function closing(start: Value, end: ByValue): Value {
  if (end.kind === 'turns') return (start as number) + 360 * end.turns
  if (end.kind !== 'ratio') return start
  if (typeof start === 'number') return start * end.ratio
  const [x, y] = start as readonly [number, number]
  return [x * end.ratio, y * end.ratio]
}

/** Lets speed pass the seam. A zoom by ratios does by itself: its slopes differ as its sizes do. */
function joinIt(draft: Draft<Project>, ref: PropertyRef): boolean {
  let done = true
  editProperty(draft, ref, (property, library) => {
    if (property.mix === 'geometric') return property
    const joined = joinSeam(property, library)
    done = joined !== null || !jumps(property, library)
    return joined ?? property
  })
  return done
}

/** Whether speed jumps at a seam by more than can be seen. */
function jumps(property: Property, library: BendLibrary): boolean {
  const seam = seamOf(property, library)
  return seam !== null && seam.arrive.some((part, i) => Math.abs(part - seam.leave[i]!) > STILL)
}

/** Lets speed pass the seams of properties that loop. @returns how many could not */
export function joinSeams(draft: Draft<Project>, refs: readonly PropertyRef[]): number {
  return refs.filter((ref) => !joinIt(draft, ref)).length
}

function labelOf(draft: Draft<Project>, ref: PropertyRef): string {
  const scene = undrafted<Project['scenes'][number]>(sceneIn(draft, ref.scene))
  const layer: Layer | null = layerById(scene, ref.layer)
  const label = layer && definitionOf(layer.kind, ref.property)?.label
  return `${layer?.name ?? ''} ${(label ?? ref.property).toLowerCase()}`
}
