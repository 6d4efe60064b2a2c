import { LINEAR, NO_LINKS } from '../bend/index.ts'
import {
  compiledOf,
  compileProperty,
  outlineOfNumbers,
  unrollProperty,
  playedValueInto,
  type CompiledProperty,
  type Outline,
  type Property,
} from '../property/index.ts'
import { outlineAsCubics, type OutlineReader } from '../scene/index.ts'
import type { Ticks } from '../time/index.ts'
import { playLooks } from './playLooks.ts'
import type { PlayedKey, PlayedTrack, PlayOptions } from './playedTrack.ts'
import { straightPieces } from './straightPieces.ts'

/** An outline over a scene: the numbers are the points of its cubics, the start first, then two handles and an end each. */
export interface PlayedOutline {
  readonly track: PlayedTrack
  readonly closed: boolean
}

/**
 * What an animated outline does over a scene. Players mix paths point by point, which is not how angles, lengths and
 * rounded corners go, so all of it is straight pieces but for holds.
 * @param property an outline with keys
 */
export function playOutline(property: Property, options: PlayOptions): PlayedOutline {
  const { duration, library, clock } = options
  const compiled = clock.isSceneTime
    ? compileProperty(unrollProperty(property, 0 as Ticks, duration, library).property, NO_LINKS)
    : compiledOf(property, library)
  const { closed } = compiled.keys[0]!.value as Outline
  const pointsOf = pointsReader(closed, cornersOf(compiled))
  const width = pointsOf(compiled.values.subarray(0, compiled.width)).length
  if (clock.isSceneTime)
    return { closed, track: { keys: outlineKeys(compiled, pointsOf, width, options), path: null } }
  const reader: OutlineReader = {
    closed,
    width: compiled.width,
    moves: true,
    numbersInto: (out, time) => playedValueInto(out, compiled, time),
  }
  return playOutlineLooks(reader, cornersOf(compiled), options)
}

/**
 * What an outline does over a scene whose numbers have no keys in common there, as where its vertices move by themselves.
 * @param cornersEver which vertices are rounded at any time
 */
export function playOutlineLooks(
  reader: OutlineReader,
  cornersEver: (vertex: number) => boolean,
  options: PlayOptions,
): PlayedOutline {
  const { closed } = reader
  const mixed = new Float64Array(reader.width)
  const pointsOf = pointsReader(closed, cornersEver)
  const width = pointsOf(mixed).length
  const pointsInto = (out: Float64Array, time: number): void => {
    reader.numbersInto(mixed, options.clock.timeAt(time))
    out.set(pointsOf(mixed))
  }
  return { closed, track: playLooks(pointsInto, width, options) }
}

type PointsOf = (numbers: ArrayLike<number>) => number[]

/** Which vertices are rounded at any key. */
function cornersOf({ keys }: CompiledProperty): (vertex: number) => boolean {
  const ever = new Set(
    keys.flatMap(({ value }) =>
      (value as Outline).vertices.flatMap(({ corner }, i) => (corner > 0 ? [i] : [])),
    ),
  )
  return (vertex) => ever.has(vertex)
}

function pointsReader(closed: boolean, cornersEver: (vertex: number) => boolean): PointsOf {
  return (numbers) =>
    outlineAsCubics(outlineOfNumbers(numbers, closed), cornersEver).flatMap(
      ({ from, leave, arrive, to }, i) => [...(i === 0 ? from : []), ...leave, ...arrive, ...to],
    )
}

function outlineKeys(
  compiled: CompiledProperty,
  pointsOf: PointsOf,
  width: number,
  { duration, within, checkCount }: PlayOptions,
): PlayedKey[] {
  const mixed = new Float64Array(compiled.width)
  let made = 0
  return compiled.keys.flatMap((key, i): PlayedKey[] => {
    const share = key.t / duration
    const span = compiled.spans[i]
    const numbers = pointsOf(compiled.values.subarray(i * compiled.width, (i + 1) * compiled.width))
    if (!span) return [{ share, numbers, bend: LINEAR }]
    const bend = compiled.bends[i]!
    if (bend.kind === 'hold') return [{ share, numbers, bend }]
    const length = compiled.keys[i + 1]!.t / duration - share
    const pointsInto = (out: Float64Array, u: number): void => {
      span.valueInto(mixed, u)
      out.set(pointsOf(mixed))
    }
    const pieces = straightPieces(pointsInto, width, within)
    // Each point of the outline is a number of the key.
    checkCount((made += (pieces.length * width) / 8))
    return pieces.map((piece) => ({
      share: share + piece.u * length,
      numbers: piece.numbers,
      bend: LINEAR,
    }))
  })
}
