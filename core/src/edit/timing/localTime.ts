import type { Draft } from 'immer'
import { compileBend, HOLD, type Bend, type PlainBend } from '../../bend/index.ts'
import { bendOfSpeed, type SpeedLook } from '../../fit/index.ts'
import {
  compileProperty,
  insertKey,
  speedInto,
  valueInto,
  type CompiledProperty,
  type Key,
  type Property,
} from '../../property/index.ts'
import {
  hasLocalTime,
  layerById,
  LOCAL_TIME,
  playedProperty,
  sourceSeconds,
  type Layer,
  type Project,
  type Scene,
} from '../../scene/index.ts'
import {
  asTicks,
  frameTicks,
  MOST_TICKS,
  secondsOfTicks,
  TICKS_PER_SECOND,
  type Ticks,
} from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty, libraryIn, undrafted } from '../editProperty.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn, sceneIn, type MakeId, type PropertyRef } from '../refs.ts'
import { makePause } from './makePause.ts'
import { reverseKeys } from './stretchKeys.ts'

/** What becomes of the time inside layers. Times are moments of the scene, ticks. */
export type TimeChange =
  /** Runs at one speed, %, all the way; below 0 backwards. */
  | { readonly kind: 'speed'; readonly percent: number }
  /** Comes to another speed, %, from one moment to another, and goes on at it; the speed changes as the bend says. */
  | {
      readonly kind: 'ramp'
      readonly percent: number
      readonly from: Ticks
      readonly to: Ticks
      readonly bend: PlainBend
    }
  /** Stands still at a moment for so many frames, and goes on later. */
  | { readonly kind: 'freeze'; readonly at: Ticks; readonly frames: number }
  /** Backwards: the last frame of the span comes first. */
  | { readonly kind: 'reverse' }
  /** All of the source so many times; the span becomes as long. */
  | { readonly kind: 'loop'; readonly times: number }
  /** All of the source once, in the span. */
  | { readonly kind: 'fit' }

interface Source {
  /** Of the layer, its own layer time. */
  readonly span: readonly [Ticks, Ticks]
  /** How long what it shows lasts, s. */
  readonly seconds: number
  /** Of the scene it stands in. */
  readonly frame: Ticks
}

/**
 * Changes the time inside layers that have one: groups, clips, and layers that show a scene.
 * @returns how many were changed
 * @throws BadEdit where none of them has, one is locked, or the change makes no sense
 */
export function changeLocalTime(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  change: TimeChange,
  makeId: MakeId,
): number {
  checkTimeChange(change)
  const project = undrafted<Project>(draft)
  const scene = undrafted<Scene>(sceneIn(draft, sceneId))
  const layers = ids.flatMap((id) => layerById(scene, id) ?? []).filter(hasLocalTime)
  if (layers.length === 0)
    throw new BadEdit(
      'Select a group, a clip or a layer that shows a scene: other layers have no time of their own. Nothing was changed.',
    )
  for (const layer of layers) {
    const source: Source = {
      span: layer.span as readonly [Ticks, Ticks],
      seconds: sourceSeconds(layer, scene, project),
      frame: frameTicks(scene.rate),
    }
    if ((change.kind === 'loop' || change.kind === 'fit') && !(source.seconds > 0))
      throw new BadEdit(`“${layer.name}” holds nothing that lasts. Nothing was changed.`)
    changeOne(
      draft,
      { scene: sceneId, layer: layer.id, property: LOCAL_TIME.name },
      { layer, source, change, makeId },
    )
  }
  return layers.length
}

/** Speeds beyond this are no watching any more, %. */
const MOST_PERCENT = 100_000
const MOST_TIMES = 1_000

function checkTimeChange(change: TimeChange): void {
  const isOff =
    ('percent' in change && !(Math.abs(change.percent) <= MOST_PERCENT)) ||
    (change.kind === 'loop' &&
      !(Number.isInteger(change.times) && change.times >= 1 && change.times <= MOST_TIMES))
  if (isOff && change.kind === 'loop')
    throw new BadEdit(`It can be played 1 to ${MOST_TIMES.toLocaleString('en')} times. Nothing was changed.`)
  if (isOff)
    throw new BadEdit(
      `A speed is a number up to ${MOST_PERCENT.toLocaleString('en')} %, or down to as much below 0. Nothing was changed.`,
    )
  if (change.kind === 'ramp' && !(change.to > change.from))
    throw new BadEdit('A ramp has to start before it ends. Nothing was changed.')
}

interface OneChange {
  readonly layer: Layer
  readonly source: Source
  readonly change: TimeChange
  readonly makeId: MakeId
}

function changeOne(
  draft: Draft<Project>,
  ref: PropertyRef,
  { layer, source, change, makeId }: OneChange,
): void {
  const [start, end] = source.span
  const straight = (values: readonly [number, number]): void =>
    editProperty(draft, ref, (given) => ({
      ...given,
      keys: [timeKey(makeId(), start, values[0]), timeKey(makeId(), end, values[1])],
      before: 'continue',
      after: 'continue',
    }))
  const first = numberAt(
    compileProperty(playedProperty(layer, ref.property, libraryIn(draft)), libraryIn(draft)),
    start,
  )
  const lasts = secondsOfTicks(end) - secondsOfTicks(start)
  switch (change.kind) {
    case 'speed':
      return straight([first, first + (lasts * change.percent) / 100])
    case 'fit':
      return straight([0, source.seconds])
    case 'loop': {
      const round = Math.round(source.seconds * TICKS_PER_SECOND)
      if (start + round * change.times > MOST_TICKS)
        throw new BadEdit('That would be longer than the 24 hours a project holds. Nothing was changed.')
      const keys = Array.from({ length: change.times }, (_, turn) => {
        const begins = start + turn * round
        // Its last frame is held, and the next one is the first again: none is seen twice.
        const last = Math.max(1, round - source.frame)
        return [
          timeKey(makeId(), asTicks(begins), 0),
          timeKey(makeId(), asTicks(begins + last), secondsOfTicks(asTicks(last)), HOLD),
        ]
      }).flat()
      editProperty(draft, ref, (given) => ({ ...given, keys, before: 'hold', after: 'hold' }))
      layerIn(draft, ref).span = [start, asTicks(start + round * change.times)]
      return
    }
    case 'reverse':
      return reverse(draft, ref, { layer, source, makeId })
    case 'freeze':
      return freeze(draft, ref, { layer, change, source, makeId })
    case 'ramp':
      return ramp(draft, ref, { layer, change, source, makeId })
  }
}

const timeKey = (id: string, t: Ticks, value: number, bend: Bend = { kind: 'linear' }): Key => ({
  id,
  t,
  value,
  bend,
  through: 'corner',
})

const one = new Float64Array(1)
function numberAt(compiled: CompiledProperty, time: number): number {
  valueInto(one, compiled, time)
  return one[0]!
}

/** The local time with keys, playing as it does: where it has none, at the ends of the span. */
function keyed(given: Property, { layer, source: { span }, makeId }: Omit<OneChange, 'change'>): Property {
  if (given.keys.length > 0) return given
  const compiled = compileProperty(playedProperty(layer, LOCAL_TIME.name, []), [])
  return {
    ...given,
    keys: span.map((t) => timeKey(makeId(), t, numberAt(compiled, t))),
    before: 'continue',
    after: 'continue',
  }
}

function reverse(draft: Draft<Project>, ref: PropertyRef, one: Omit<OneChange, 'change'>): void {
  const { span, frame } = one.source
  // The last frame of the span is the first then, so that as many are seen as before.
  const last = asTicks(Math.max(span[0] + 1, span[1] - frame))
  editProperty(draft, ref, (given, library) => {
    const whole = [span[0], last].reduce<Property>(
      (property, t) =>
        property.keys.some((key) => key.t === t)
          ? property
          : insertKey(property, t, one.makeId(), library).property,
      keyed(given, one),
    )
    return { ...whole, keys: whole.keys.filter(({ t }) => t >= span[0] && t <= last) }
  })
  const { keys } = undrafted<Layer>(layerIn(draft, ref)).properties[ref.property]!
  reverseKeys(
    draft,
    keys.map(({ id }) => ({ ...ref, key: id })),
  )
}

function freeze(
  draft: Draft<Project>,
  ref: PropertyRef,
  { change, ...rest }: Omit<OneChange, 'change'> & { readonly change: TimeChange & { kind: 'freeze' } },
): void {
  const at = layerTicks(draft, ref, change.at)
  editProperty(draft, ref, (given, library) => {
    // A key after it keeps the speed it goes on with.
    const start = keyed(given, rest)
    const wanted = [at, ...(start.keys.some(({ t }) => t > at) ? [] : [asTicks(at + rest.source.frame)])]
    return wanted.reduce<Property>(
      (property, t) =>
        property.keys.some((key) => key.t === t)
          ? property
          : insertKey(property, t, rest.makeId(), library).property,
      start,
    )
  })
  const key = undrafted<Layer>(layerIn(draft, ref)).properties[ref.property]!.keys.find(({ t }) => t === at)!
  makePause(draft, [{ ...ref, key: key.id }], { frames: change.frames, makeId: rest.makeId })
}

/** So many speeds are read off a ramp's bend. */
const LOOKS = 64

function ramp(
  draft: Draft<Project>,
  ref: PropertyRef,
  { change, ...rest }: Omit<OneChange, 'change'> & { readonly change: TimeChange & { kind: 'ramp' } },
): void {
  const [from, to] = [layerTicks(draft, ref, change.from), layerTicks(draft, ref, change.to)]
  if (!(to > from)) throw new BadEdit('A ramp has to start before it ends. Nothing was changed.')
  editProperty(draft, ref, (given, library) => {
    const { source, makeId } = rest
    const start = keyed(given, rest)
    const compiled = compileProperty(start, library)
    speedInto(one, compiled, from - 1)
    const course = speedCourse(one[0]!, change, secondsOfTicks(asTicks(to - from)))
    const kept = start.keys.some(({ t }) => t === from)
      ? start
      : insertKey(start, from, makeId(), library).property
    const before = kept.keys.filter(({ t }) => t <= from)
    const value = numberAt(compiled, from)
    const keys = [...before.slice(0, -1)]
    let head: Key = { ...before.at(-1)!, value, through: 'corner' }
    for (const { u, gained, bend } of course) {
      keys.push({ ...head, bend })
      head = timeKey(makeId(), asTicks(Math.round(from + u * (to - from))), value + gained)
    }
    const end = asTicks(Math.max(source.span[1], to + source.frame))
    const onward = Number(head.value) + (secondsOfTicks(asTicks(end - to)) * change.percent) / 100
    return { ...start, keys: [...keys, head, timeKey(makeId(), end, onward)], after: 'continue' }
  })
}

interface RampPiece {
  /** Where it ends, 0 … 1 of the ramp. */
  readonly u: number
  /** How far the local time has come there, s. */
  readonly gained: number
  readonly bend: Bend
}

/** A ramp in pieces: a new one begins where the speed turns round. */
function speedCourse(
  speed: number,
  { percent, bend }: TimeChange & { kind: 'ramp' },
  seconds: number,
): RampPiece[] {
  const shape = compileBend(bend)
  const looks = Array.from({ length: LOOKS + 1 }, (_, i): SpeedLook => {
    const u = i / LOOKS
    return { u, speed: speed + (percent / 100 - speed) * shape.progress(u) }
  })
  const pieces: RampPiece[] = []
  let [piece, gained] = [[looks[0]!], 0]
  const finish = (): void => {
    const [first, last] = [piece[0]!.u, piece.at(-1)!.u]
    const stretched = piece.map((look) => ({ u: (look.u - first) / (last - first), speed: look.speed }))
    const isStill = piece.every((look) => look.speed === 0)
    pieces.push({ u: last, gained, bend: isStill ? HOLD : bendOfSpeed(stretched).bend })
  }
  for (const [i, look] of looks.slice(1).entries()) {
    const before = looks[i]!
    if (before.speed * look.speed < 0) {
      const u = before.u + ((look.u - before.u) * before.speed) / (before.speed - look.speed)
      gained += (before.speed / 2) * (u - before.u) * seconds
      piece.push({ u, speed: 0 })
      finish()
      piece = [{ u, speed: 0 }, look]
      gained += (look.speed / 2) * (look.u - u) * seconds
    } else {
      piece.push(look)
      gained += ((before.speed + look.speed) / 2) * (look.u - before.u) * seconds
      if (look.speed !== 0 || look.u === 1) continue
      finish()
      piece = [look]
    }
  }
  finish()
  return pieces
}
