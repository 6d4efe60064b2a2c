import type { Property, Value } from '../property/index.ts'
import type { Ticks } from '../time/index.ts'
import type { Layer, LayerKind, Scene } from './document.ts'
import { defaultProperty, propertiesOf } from './layers/layerProperties.ts'

export interface MakeLayerOptions {
  readonly id: string
  readonly name: string
  readonly kind: LayerKind
  readonly span: readonly [Ticks, Ticks]
  readonly parent?: string | null
  /** Constant values by property name; the rest take their defaults. */
  readonly values?: Readonly<Record<string, Value>>
}

/** A layer with every property its kind has, none animated. */
export function makeLayer({ id, name, kind, span, parent = null, values = {} }: MakeLayerOptions): Layer {
  const properties = Object.fromEntries(
    propertiesOf(kind).map((definition): [string, Property] => [
      definition.name,
      { ...defaultProperty(definition), value: values[definition.name] ?? definition.value },
    ]),
  )
  return { id, name, kind, parent, span, visible: true, locked: false, properties }
}

/** Finds a layer by id; null when it is not there. */
export function layerById(scene: Scene, id: string): Layer | null {
  return scene.layers.find((layer) => layer.id === id) ?? null
}
