import {
  compiledOf,
  timedKeys,
  type CompiledProperty,
  type Key,
  type Property,
} from '@arrow-bend/core/property'
import { findProperty, type KeyRef } from '@arrow-bend/core/edit'
import type { Layer, Project, Scene } from '@arrow-bend/core/scene'
import type { SelectionState } from './selection.ts'

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
  const property = findProperty(project, ref)
  const layer = project.scenes.find(({ id }) => id === ref.scene)?.layers.find(({ id }) => id === ref.layer)
  if (!property || !layer) return null
  const compiled = compiledOf(property, project.bends)
  const index = compiled.keys.findIndex((key) => key.id === ref.key)
  if (index < 0 || index >= compiled.spans.length) return null
  return {
    ref,
    layer,
    property,
    compiled,
    index,
    from: compiled.keys[index]!,
    to: compiled.keys[index + 1]!,
  }
}

/** The spans an edit of bends is meant for: the selected ones, or those the selected keys begin. */
export function targetSpans(project: Project, selection: SelectionState): SpanTarget[] {
  const refs = selection.spans.length > 0 ? selection.spans : selection.keys
  return refs.flatMap((ref) => spanTarget(project, ref) ?? [])
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
