import { compiledOf, timedKeys, type CompiledProperty, type Key, type Property } from '../property/index.ts'
import { byProperty, findProperty, type KeyRef, type PropertyRef } from '../edit/index.ts'
import type { Layer, Project, Scene } from '../scene/index.ts'
import type { Chosen } from './effectiveKeys.ts'

/** A span with all that is known about it. */
export interface SpanTarget {
  readonly ref: KeyRef
  readonly layer: Layer
  readonly property: Property
  readonly compiled: CompiledProperty
  /** Index of the span; its timed keys are `index` and `index + 1`. */
  readonly index: number
  readonly from: Key
  readonly to: Key
}

/** The span a ref names; null when it is gone or begins none. */
export function spanTarget(project: Project, ref: KeyRef): SpanTarget | null {
  return spanTargets(project, [ref])[0] ?? null
}

/** The spans refs name, lane by lane; those that are gone or begin none are left out. */
function spanTargets(project: Project, refs: readonly KeyRef[]): SpanTarget[] {
  const scenes = new Map(
    project.scenes.map(({ id, layers }) => [id, new Map(layers.map((layer) => [layer.id, layer]))]),
  )
  return [...byProperty(refs).values()].flatMap(({ ref: lane, keys: chosen }) => {
    const layer = scenes.get(lane.scene)?.get(lane.layer)
    const property = layer?.properties[lane.property]
    if (!layer || !property) return []
    const compiled = compiledOf(property, project.bends)
    const { keys, spans } = compiled
    return spans.flatMap((_span, index): SpanTarget[] => {
      const from = keys[index]!
      if (!chosen.has(from.id)) return []
      return [
        { ref: { ...lane, key: from.id }, layer, property, compiled, index, from, to: keys[index + 1]! },
      ]
    })
  })
}

/**
 * The spans an edit of bends is meant for: the selected ones, or those the selected keys begin, or else all of the
 * selected lanes.
 */
export function targetSpans(project: Project, { spans, keys, properties }: Chosen): SpanTarget[] {
  if (spans.length > 0) return spanTargets(project, spans)
  return spanTargets(project, keys.length > 0 ? keys : keysOfLanes(project, properties))
}

function keysOfLanes(project: Project, lanes: readonly PropertyRef[]): KeyRef[] {
  return lanes.flatMap((lane) =>
    (findProperty(project, lane)?.keys ?? []).map(({ id }) => ({ ...lane, key: id })),
  )
}

/** A side of a span that lies at a key. */
export interface SpanSide {
  readonly ref: KeyRef
  readonly side: 'arrive' | 'leave'
}

/**
 * What a bend that is chosen goes to: the chosen spans, whole. With keys only, both sides of each key, and spans whole
 * that lie between two of them. With lanes only, all of their spans.
 */
export function bentBy(
  project: Project,
  { keys, spans, properties }: Chosen,
): { readonly whole: readonly KeyRef[]; readonly sides: readonly SpanSide[] } {
  if (spans.length > 0) return { whole: spanTargets(project, spans).map(({ ref }) => ref), sides: [] }
  if (keys.length === 0) {
    const lanes = spanTargets(project, keysOfLanes(project, properties))
    return { whole: lanes.map(({ ref }) => ref), sides: [] }
  }
  const whole: KeyRef[] = []
  const sides: SpanSide[] = []
  for (const { ref: lane, keys: chosen } of byProperty(keys).values()) {
    const property = findProperty(project, lane)
    const list = property ? timedKeys(property) : []
    for (const [i, from] of list.slice(0, -1).entries()) {
      const ref = { ...lane, key: from.id }
      const [leaves, arrives] = [chosen.has(from.id), chosen.has(list[i + 1]!.id)]
      if (leaves && arrives) whole.push(ref)
      else if (leaves) sides.push({ ref, side: 'leave' })
      else if (arrives) sides.push({ ref, side: 'arrive' })
    }
  }
  return { whole, sides }
}

/** Every span of the animated properties of layers. */
export function spansOf(scene: Scene, layers: readonly Layer[]): KeyRef[] {
  return layers.flatMap((layer) =>
    Object.entries(layer.properties).flatMap(([property, given]) =>
      timedKeys(given)
        .slice(0, -1)
        .map((key) => ({ scene: scene.id, layer: layer.id, property, key: key.id })),
    ),
  )
}
