import { compiledOf, timedKeys, type CompiledProperty, type Key, type Property } from '../property/index.ts'
import { byProperty, type KeyRef } from '../edit/index.ts'
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

/** The spans an edit of bends is meant for: the selected ones, or those the selected keys begin. */
export function targetSpans(project: Project, selection: Chosen): SpanTarget[] {
  return spanTargets(project, selection.spans.length > 0 ? selection.spans : selection.keys)
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
