import type { BendLibrary } from '../bend/index.ts'
import {
  compileLayerClock,
  layerById,
  playedProperty,
  type Layer,
  type RuleMember,
  type Scene,
  type SceneRule,
} from '../scene/index.ts'
import { frameTicks } from '../time/index.ts'
import { landingOf, type Landing } from './landing.ts'

/** Something that moves, with its moments in scene time, ticks. */
export interface ArrivalOf extends Landing {
  readonly member: RuleMember
}

/**
 * When a thing starts, is fastest, is first there and lands, in scene time: of a layer without a property the earliest start and
 * the latest of all else among what moves. null where nothing moves.
 */
export function arrivalIn(scene: Scene, member: RuleMember, library: BendLibrary): ArrivalOf | null {
  const layer = layerById(scene, member.layer)
  if (!layer) return null
  const found = movedNames(layer, member).flatMap((name) => {
    const landing = landingOf(playedProperty(layer, name, library), library)
    return landing ? [landing] : []
  })
  if (found.length === 0) return null
  const last = found.reduce((one, other) => (other.land > one.land ? other : one))
  const own: Landing = {
    start: Math.min(...found.map(({ start }) => start)),
    peak: last.peak,
    there: Math.max(...found.map(({ there }) => there)),
    land: last.land,
  }
  return { member, ...inSceneTime(scene, layer.id, own, library) }
}

function movedNames({ properties, rolls }: Layer, { property }: RuleMember): string[] {
  if (property !== undefined) return Object.hasOwn(properties, property) ? [property] : []
  return Object.keys(properties).filter(
    (name) => properties[name]!.keys.length > 1 || (rolls !== undefined && name === 'turn'),
  )
}

const HALVINGS = 60

/** Moments of a layer's own time as the scene's: where a group's time stands still or runs back, the first such moment. */
function inSceneTime(scene: Scene, layer: string, own: Landing, library: BendLibrary): Landing {
  const clock = compileLayerClock(scene, layer, library)
  if (clock.isSceneTime) return own
  const frame = frameTicks(scene.rate)
  const count = Math.ceil(scene.duration / frame)
  const times = Array.from({ length: count + 1 }, (_, i) => clock.timeAt(i * frame))
  const found = (moment: number): number => {
    const at = times.findIndex((time) => time >= moment)
    if (at < 0) return scene.duration
    if (at === 0) return 0
    let [low, high] = [(at - 1) * frame, at * frame]
    for (let i = 0; i < HALVINGS; i += 1) {
      const middle = (low + high) / 2
      if (clock.timeAt(middle) < moment) low = middle
      else high = middle
    }
    return high
  }
  return { start: found(own.start), peak: found(own.peak), there: found(own.there), land: found(own.land) }
}

/** How a rule is kept. */
export interface RuleState {
  readonly rule: SceneRule
  /** In the rule's order; null for what does not move. */
  readonly arrivals: readonly (ArrivalOf | null)[]
  readonly isKept: boolean
  /** By how many whole frames, later above 0, each of those that break it would have to be shifted, by place in the rule. */
  readonly shifts: ReadonlyMap<number, number>
}

/** A landing is as late as a rule wants it within this much of a frame: it is worked out by halving. */
const NEARLY = 1e-3

/** Looks whether a rule is kept, and what would mend it. */
export function ruleState(scene: Scene, rule: SceneRule, library: BendLibrary): RuleState {
  const frame = frameTicks(scene.rate)
  const arrivals = rule.of.map((member) => arrivalIn(scene, member, library))
  const lands = arrivals.map((one) => (one ? one.land / frame : null))
  const shifts = rule.kind === 'together' ? intoOne(lands, rule.frames) : apart(lands, rule.frames)
  return { rule, arrivals, isKept: shifts.size === 0, shifts }
}

/** How all of a scene's rules are kept. */
export function ruleStates(scene: Scene, library: BendLibrary): readonly RuleState[] {
  return (scene.rules ?? []).map((rule) => ruleState(scene, rule, library))
}

type Lands = readonly (number | null)[]

/** Shifts that bring all landings within so many frames: as many as can be stay where they are, the earliest such. */
function intoOne(lands: Lands, frames: number): ReadonlyMap<number, number> {
  const known = lands.flatMap((land) => (land === null ? [] : [land]))
  const within = (from: number, land: number): boolean =>
    land >= from - NEARLY && land <= from + frames + NEARLY
  let [from, most] = [NaN, 0]
  for (const land of [...known].sort((a, b) => a - b)) {
    const count = known.filter((other) => within(land, other)).length
    if (count > most) [from, most] = [land, count]
  }
  const shifts = new Map<number, number>()
  lands.forEach((land, i) => {
    if (land === null || within(from, land)) return
    // Whole frames that bring it in; into a gap narrower than a frame the nearest there are.
    const wanted = land < from ? Math.ceil(from - land - NEARLY) : -Math.ceil(land - from - frames - NEARLY)
    shifts.set(i, wanted)
  })
  return shifts
}

/** Shifts that let each land at least so many frames before the next: what lands too early lands later. */
function apart(lands: Lands, frames: number): ReadonlyMap<number, number> {
  const shifts = new Map<number, number>()
  let before: number | null = null
  lands.forEach((land, i) => {
    if (land === null) return
    const late = before === null ? 0 : Math.max(0, Math.ceil(before + frames - land - NEARLY))
    if (late > 0) shifts.set(i, late)
    before = land + late
  })
  return shifts
}
