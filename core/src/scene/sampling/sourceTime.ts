import type { BendLibrary } from '../../bend/index.ts'
import {
  asTicks,
  frameTicks,
  secondsOfTicks,
  TICKS_PER_SECOND,
  type FrameRate,
  type Ticks,
} from '../../time/index.ts'
import type { Layer, Project, Scene } from '../document.ts'
import { beginsWithSpan, LOCAL_TIME } from '../layers/localTime.ts'
import { withRiders } from '../riders.ts'
import { shownScene } from './compileCast.ts'
import { compileInnerTime, innerTimeAt } from './layerTime.ts'

/** Whether a layer has a time of its own inside. */
export const hasLocalTime = ({ properties }: Pick<Layer, 'properties'>): boolean =>
  Object.hasOwn(properties, LOCAL_TIME.name)

/** What layers can show, of a project. */
export type Sources = Pick<Project, 'scenes' | 'assets'>

/**
 * How long what a layer plays lasts, s: the clip, the sound, the scene shown, or until the last of a group's layers goes.
 */
export function sourceSeconds(layer: Layer, scene: Scene, sources: Sources): number {
  const shown = lastingSource(layer, sources)
  if (shown) return secondsOfTicks(shown.duration)
  const inside = withRiders(scene, [layer.id])
  const ends = scene.layers.flatMap(({ id, span }) => (id !== layer.id && inside.has(id) ? [span[1]] : []))
  return secondsOfTicks(asTicks(Math.max(0, ...ends)))
}

/** The scene, clip or sound a layer plays; null for one that plays none. */
function lastingSource(layer: Layer, { scenes, assets }: Sources): { readonly duration: Ticks } | null {
  const { source } = layer
  if (!source || !('asset' in source)) return shownScene(layer, scenes)
  const asset = assets.find(({ id }) => id === source.asset)
  return asset && asset.kind !== 'picture' ? asset : null
}

/** A stretch is looked at in so many steps at most: a day of frames is no picture. */
const MOST_LOOKS = 2000

/**
 * Stretches of a layer's span, in its own layer time, ticks, where what it shows has run out: its first or last frame is
 * held. To the frame of the scene. None for layers that show neither scene nor clip.
 * @param seconds how long the source lasts
 */
export function runOutOf(
  layer: Layer,
  seconds: number,
  { rate, library }: { readonly rate: FrameRate; readonly library: BendLibrary },
): readonly (readonly [from: number, to: number])[] {
  if (!beginsWithSpan(layer.kind)) return []
  const inner = compileInnerTime(layer, library)
  const [from, to] = layer.span
  const step = Math.max(frameTicks(rate), (to - from) / MOST_LOOKS)
  const end = seconds * TICKS_PER_SECOND
  const found: [number, number][] = []
  for (let t: number = from; t < to; t += step) {
    const at = innerTimeAt(inner, t)
    // A frame that begins a breath before the source does, by rounding, is its first.
    if (at > -1e-6 * TICKS_PER_SECOND && at < end) continue
    const until = Math.min(to, t + step)
    const last = found.at(-1)
    if (last && last[1] >= t) last[1] = until
    else found.push([t, until])
  }
  return found
}
