import { clamp } from '../../number/index.ts'
import type { CompiledProperty } from '../compileProperty.ts'

/** Halvings of the search where a mix is no straight line. */
const HALVINGS = 60
/** How far beyond the two keys progress is looked for. */
const FARTHEST = 16

/**
 * The progress at which a span shows a value: the reverse of its mixer, bumps left out.
 * @param component which number of the value; 0 for a place, px from the span's start along its route
 * @returns progress, within −16 … 17; null where the component does not change
 */
export function progressOfValue(
  { mixers }: CompiledProperty,
  span: number,
  component: number,
  value: number,
): number | null {
  const mixer = mixers[span]!
  const out = new Float64Array(mixer.width)
  const at = (p: number): number => {
    mixer.mixInto(out, p)
    return out[component]!
  }
  const [from, to] = [at(0), at(1)]
  if (from === to) return null
  const straight = (value - from) / (to - from)
  if (Math.abs(at(0.5) - (from + to) / 2) <= 1e-12 * (Math.abs(from) + Math.abs(to)))
    return clamp(straight, -FARTHEST, 1 + FARTHEST)
  let [low, high] = [-FARTHEST, 1 + FARTHEST]
  const rises = to > from
  for (let i = 0; i < HALVINGS; i += 1) {
    const p = (low + high) / 2
    if (at(p) < value === rises) low = p
    else high = p
  }
  return (low + high) / 2
}
