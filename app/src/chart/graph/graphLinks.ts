import type { CompiledProperty } from '@arrow-bend/core/property'
import { linkMark } from '../linkMark.ts'

const LEAST_WIDE = 24
const [CLEAR, FOOT] = [12, 8]

/** Marks of the spans that follow a bend of the library, along the foot of a graph, as one path; empty where none does. */
export function graphLinks(
  { times, keys, spans }: CompiledProperty,
  {
    xOf,
    width,
    bottom,
  }: { readonly xOf: (time: number) => number; readonly width: number; readonly bottom: number },
): string {
  let marks = ''
  for (let i = 0; i < spans.length; i += 1) {
    if (keys[i]!.bend.kind !== 'linked') continue
    const [x0, x1] = [xOf(times[i]!), xOf(times[i + 1]!)]
    if (x1 - x0 < LEAST_WIDE || x1 < 0 || x0 > width) continue
    marks += linkMark(Math.max(x0, 0) + CLEAR, bottom - FOOT)
  }
  return marks
}
