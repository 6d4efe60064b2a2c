import { NO_LINKS } from '../../bend/index.ts'
import {
  compileProperty,
  outlineOfNumbers,
  unrollProperty,
  type Outline,
  type Property,
} from '../../property/index.ts'
import { outlineAsCubics } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { round } from './cssContext.ts'
import { checkKeyframes } from './pageLimits.ts'
import { straightPieces, withEnds, type Keyframe, type Track, type TrackOptions } from './keyframes.ts'

/**
 * The keyframes of an outline, as points of cubics: a browser mixes those point by point, and straight pieces follow
 * how angles, lengths and rounded corners really go.
 * Source: W3C, SVG 2, 9.3 (the d property; paths with the same commands are mixed number by number).
 */
export function outlineTrack(
  property: Property,
  { duration, within, library }: TrackOptions,
): { track: Track; write: (numbers: readonly number[]) => string } {
  const compiled = compileProperty(unrollProperty(property, 0 as Ticks, duration, library).property, NO_LINKS)
  const { closed } = compiled.keys[0]!.value as Outline
  const ever = new Set(
    compiled.keys.flatMap(({ value }) =>
      (value as Outline).vertices.flatMap(({ corner }, i) => (corner > 0 ? [i] : [])),
    ),
  )
  const mixed = new Float64Array(compiled.width)
  const pointsOf = (numbers: ArrayLike<number>): number[] =>
    outlineAsCubics(outlineOfNumbers(numbers, closed), (vertex) => ever.has(vertex)).flatMap(
      ({ from, leave, arrive, to }, i) => [...(i === 0 ? from : []), ...leave, ...arrive, ...to],
    )
  const width = pointsOf(compiled.values.subarray(0, compiled.width)).length
  let made = 0
  const keyframes = compiled.keys.flatMap((key, i): Keyframe[] => {
    const offset = key.t / duration
    const span = compiled.spans[i]
    const numbers = pointsOf(compiled.values.subarray(i * compiled.width, (i + 1) * compiled.width))
    if (!span) return [{ offset, numbers, easing: 'linear' }]
    if (compiled.bends[i]!.kind === 'hold') return [{ offset, numbers, easing: 'steps(1, end)' }]
    const length = compiled.keys[i + 1]!.t / duration - offset
    const pointsInto = (out: Float64Array, u: number): void => {
      span.valueInto(mixed, u)
      out.set(pointsOf(mixed))
    }
    const pieces = straightPieces(pointsInto, width, within)
    // Each point of the outline is a number of the keyframe.
    checkKeyframes((made += (pieces.length * width) / 8))
    return pieces.map((piece) => ({
      offset: offset + piece.u * length,
      numbers: piece.numbers,
      easing: 'linear',
    }))
  })
  return {
    track: { keyframes: withEnds(keyframes), path: null },
    write: (numbers) => pathOf(numbers, closed),
  }
}

function pathOf(numbers: readonly number[], closed: boolean): string {
  const list = numbers.map(round)
  const pieces = Array.from(
    { length: (list.length - 2) / 6 },
    (_, i) => `C${list.slice(2 + 6 * i, 8 + 6 * i).join(' ')}`,
  )
  return `path('M${list[0]} ${list[1]}${pieces.join('')}${closed ? 'Z' : ''}')`
}
