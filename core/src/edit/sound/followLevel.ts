import type { Draft } from 'immer'
import { clamp } from '../../number/index.ts'
import { compileBend, type PlainBend } from '../../bend/index.ts'
import type { Curve } from '../../fit/index.ts'
import { numbersOfValue, type Value } from '../../property/index.ts'
import { compileLayerClock, innerSecondsOf, type Project, type Scene } from '../../scene/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { libraryIn, propertyToEdit, undrafted } from '../editProperty.ts'
import { bakeCurve, type BakeReport } from '../keys/bake.ts'
import { sceneIn, type MakeId, type PropertyRef } from '../refs.ts'

export interface FollowLevel {
  /** The layer that is listened to. */
  readonly sound: string
  /** How loud it is, from its start, so many times a second. */
  readonly level: ArrayLike<number>
  readonly rate: number
  /** The stretch, scene time. */
  readonly from: Ticks
  readonly to: Ticks
  /** What counts as silent, and as fully loud. */
  readonly floor: number
  readonly ceiling: number
  /** What is fainter than this share between the two counts as silent, 0 … 1. */
  readonly threshold: number
  /** How long it takes, s, to go most of the way up, and down. */
  readonly attack: number
  readonly decay: number
  /** How much earlier than the sound, s. */
  readonly ahead: number
  readonly low: Value
  readonly high: Value
  /** From silent to loud. */
  readonly bend: PlainBend
  /** Largest distance from what the sound says, in the value's own unit, > 0. */
  readonly within: number
  readonly makeId: MakeId
}

/** Looks a frame. */
const LOOKS = 2

/**
 * Sets the fewest keys the fit finds by which a property goes along with how loud a sound is. Keys in the stretch are replaced.
 * @throws BadEdit for kinds that do not go by numbers, for an empty stretch or band of loudness, and on a layer whose time is not
 *   its scene's
 */
export function followLevel(draft: Draft<Project>, ref: PropertyRef, follow: FollowLevel): BakeReport {
  const { from, to, floor, ceiling, low, high, within, makeId, attack, decay, threshold } = follow
  const scene = undrafted<Scene>(sceneIn(draft, ref.scene))
  const library = libraryIn(draft)
  if (!(ceiling > floor))
    throw new BadEdit('What counts as loud has to be above what counts as silent. Nothing was changed.')
  if (![attack, decay].every((one) => one >= 0 && Number.isFinite(one)) || !(threshold >= 0))
    throw new BadEdit('How fast it rises and falls takes some time, or none. Nothing was changed.')
  if (!compileLayerClock(scene, ref.layer, library).isSceneTime)
    throw new BadEdit(
      'This layer has a time of its own, in which a sound of the scene is not heard. Nothing was changed.',
    )
  const { kind } = propertyToEdit(draft, ref)
  const [a, b] = [numbersOfValue(kind, low), numbersOfValue(kind, high)]
  if (!Array.isArray(a) || a.length !== b.length)
    throw new BadEdit('Silent and loud have to be values as the property has them. Nothing was changed.')
  const step = frameTicks(scene.rate) / LOOKS
  const shares = sharesOver(scene, follow, { step, library })
  const curve: Curve = {
    width: a.length,
    valueInto: (out, t) => {
      const at = clamp((t - from) / step, 0, shares.length - 1)
      const [i, part] = [Math.floor(at), at - Math.floor(at)]
      const share = shares[i]! + part * ((shares[i + 1] ?? shares[i]!) - shares[i]!)
      for (let c = 0; c < a.length; c += 1) out[c] = a[c]! + share * (b[c]! - a[c]!)
    },
  }
  return bakeCurve(draft, ref, { curve, start: from, end: asTicks(to), within, makeId })
}

/** How far a property goes at each look, 0 … 1. */
function sharesOver(
  scene: Scene,
  { sound, level, rate, from, to, floor, ceiling, threshold, attack, decay, ahead, bend }: FollowLevel,
  { step, library }: { readonly step: number; readonly library: Parameters<typeof innerSecondsOf>[2] },
): Float64Array {
  const secondsAt = innerSecondsOf(scene, sound, library)
  const curve = compileBend(bend)
  const shares = new Float64Array(Math.max(2, Math.ceil((to - from) / step) + 1))
  const seconds = step / TICKS_PER_SECOND
  // A first-order follower goes 63 % of the way in its time.
  const [rises, falls] = [attack, decay].map((time) => (time > 0 ? 1 - Math.exp(-seconds / time) : 1)) as [
    number,
    number,
  ]
  let now = 0
  for (let i = 0; i < shares.length; i += 1) {
    const at = secondsAt(from + i * step + ahead * TICKS_PER_SECOND)
    const loud = at === null ? 0 : (level[Math.floor(at * rate)] ?? 0)
    const share = clamp((loud - floor) / (ceiling - floor), 0, 1)
    const wanted = share < threshold ? 0 : share
    now = i === 0 ? wanted : now + (wanted - now) * (wanted > now ? rises : falls)
    shares[i] = curve.progress(now)
  }
  return shares
}
