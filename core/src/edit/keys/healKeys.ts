import type { Draft } from 'immer'
import type { BendLibrary } from '../../bend/index.ts'
import { mergeRoutes } from '../../fit/index.ts'
import {
  compileProperty,
  mergeSpans,
  pinRoutes,
  pinSmooth,
  propertyGap,
  resolveRoutes,
  STRAIGHT,
  withMerges,
  type Key,
  type Property,
} from '../../property/index.ts'
import { compileRoute, routeCubic, type Vec2 } from '../../route/index.ts'
import type { Project } from '../../scene/index.ts'
import { frameTicks, type Ticks } from '../../time/index.ts'
import { currentValue } from '../currentValue.ts'
import { editProperty, makeLawful } from '../editProperty.ts'
import { layerTicks } from '../layerTicks.ts'
import { byProperty, sceneIn, type KeyRef } from '../refs.ts'
import { endsTimed, withoutKeys } from './removeKeys.ts'

/** Looks a frame by which a healed span is compared with the old motion. Source: the motion model, section 7. */
const LOOKS_A_FRAME = 4

export interface HealReport {
  /** Largest distance from the old motion where it was healed, in the value's own units; largest over all properties. */
  readonly error: number
}

/**
 * Takes keys away and bends the spans that close the gaps as near to the old motion as one bend comes. Beyond the
 * first and the last key left there is nothing to heal. Waypoints between timed keys that go fall away with them.
 * @returns how far the motion is off at most, looked at four times a frame
 */
export function healKeys(draft: Draft<Project>, refs: readonly KeyRef[], time: Ticks): HealReport {
  let error = 0
  for (const { ref, keys: gone } of byProperty(refs).values()) {
    const step = frameTicks(sceneIn(draft, ref.scene).rate) / LOOKS_A_FRAME
    editProperty(draft, ref, (property, library) => {
      if (!property.keys.some(({ id }) => gone.has(id))) return property
      const left = property.keys.filter(({ id }) => !gone.has(id))
      if (left.length < 2)
        return withoutKeys(
          property,
          gone,
          currentValue(property, layerTicks(draft, ref, time), library),
          library,
        )
      const healed = makeLawful(heal(property, gone, step, library), { library })
      const stretch = { start: healed.keys[0]!.t, end: healed.keys[healed.keys.length - 1]!.t, step }
      const [before, after] = [property, healed].map((given) => compileProperty(given, library))
      error = Math.max(error, propertyGap(before!, after!, stretch))
      return healed
    })
  }
  return { error }
}

function heal(given: Property, gone: ReadonlySet<string>, step: number, library: BendLibrary): Property {
  const all = (): boolean => true
  const property = pinRoutes(pinSmooth(endsTimed(given, gone, library), all, library), all)
  const compiled = compileProperty(property, library)
  const kept = compiled.keys.flatMap((key, i) => (gone.has(key.id) ? [] : [i]))
  const merges = kept.slice(1).flatMap((last, i) => {
    const first = kept[i]!
    return last - first < 2 ? [] : [mergeSpans(compiled, first, last, { step })]
  })
  const merged = withMerges(property, merges)
  const keys = merged.keys.filter(({ id, timeless }) => timeless || !gone.has(id))
  return { ...property, keys: healRoute(keys, gone) }
}

/** Without the waypoints that go, the pieces of the route beside each of them made one. */
function healRoute(keys: readonly Key[], gone: ReadonlySet<string>): Key[] {
  const list = [...keys]
  const handles = resolveRoutes(keys)
  const stays = (i: number): boolean => !gone.has(list[i]!.id)
  for (let i = 1; i < list.length - 1; i += 1) {
    const next = list.findIndex((_, k) => k > i && stays(k))
    if (stays(i) || !stays(i - 1) || next < 0) continue
    const pieces = Array.from({ length: next - i + 1 }, (_, k) => i - 1 + k).map((at) =>
      compileRoute(
        routeCubic(
          list[at]!.value as Vec2,
          list[at + 1]!.value as Vec2,
          handles[at]!.leave,
          handles[at + 1]!.arrive,
        ),
      ),
    )
    const { cubic } = mergeRoutes(pieces)
    const offset = (from: Vec2, to: Vec2): Vec2 => [to[0] - from[0], to[1] - from[1]]
    const [before, after] = [list[i - 1]!, list[next]!]
    list[i - 1] = {
      ...before,
      route: { ...(before.route ?? STRAIGHT), leave: offset(cubic.from, cubic.leave) },
    }
    list[next] = {
      ...after,
      route: { ...(after.route ?? STRAIGHT), arrive: offset(cubic.to, cubic.arrive) },
    }
  }
  return list.filter(({ id }) => !gone.has(id))
}
