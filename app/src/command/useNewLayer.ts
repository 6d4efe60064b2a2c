import { addLayer } from '@arrow-bend/core/edit'
import type { Value } from '@arrow-bend/core/property'
import {
  distinctName,
  LAYER_KIND_RECORDS,
  makeLayer,
  newColour,
  newTextColour,
  type LayerKind,
  type Scene,
} from '@arrow-bend/core/scene'
import { asTicks } from '@arrow-bend/core/time'
import { useDocument } from '../session/document/document.ts'
import { useSelection } from '../session/selection/selection.ts'
import { useView } from '../session/view/view.ts'

/** A kind of layer a person can add, with what it is like at first. */
export interface NewLayer {
  readonly kind: LayerKind
  readonly values: Readonly<Record<string, Value>>
}

export const NEW_LAYERS = {
  rectangle: {
    kind: 'rectangle',
    values: { size: [240, 160], corner: 12 },
  },
  ellipse: { kind: 'ellipse', values: { size: [180, 180] } },
  path: {
    kind: 'path',
    values: { 'stroke width': 6 },
  },
  text: { kind: 'text', values: {} },
  group: { kind: 'group', values: {} },
} as const satisfies Record<string, NewLayer>

/** What a new layer is filled and drawn with, so that it is seen in its scene and does not look selected. */
function coloursOf(kind: LayerKind, scene: Scene): Readonly<Record<string, string>> {
  if (kind === 'text') return { fill: newTextColour(scene) }
  const colour = newColour(scene)
  if (kind === 'path') return { fill: colour, stroke: colour }
  return kind === 'rectangle' || kind === 'ellipse' ? { fill: colour } : {}
}

/** Adding layers on top of the others; what is added is selected and lists all its properties. */
export function useNewLayer(): {
  /** @returns the id it has if it could be added */
  readonly add: (what: NewLayer, values?: Readonly<Record<string, Value>>) => string
} {
  const document = useDocument()
  const selection = useSelection()
  const view = useView()

  const add = ({ kind, values }: NewLayer, more: Readonly<Record<string, Value>> = {}): string => {
    const scene = document.scene!
    const { label } = LAYER_KIND_RECORDS[kind]
    const taken = scene.layers.map((layer) => layer.name)
    const id = document.makeId()
    const position: readonly [number, number] = [scene.size[0] / 2, scene.size[1] / 2]
    const layer = makeLayer({
      id,
      name: distinctName(label, taken),
      kind,
      span: [asTicks(0), scene.duration],
      values: { position, ...coloursOf(kind, scene), ...values, ...more },
    })
    document.apply(
      `${label} added`,
      (draft) => addLayer(draft, scene.id, layer),
      () => {
        view.full.add(id)
        // A search for something else would hide it.
        view.search = ''
        selection.selectLayers([id])
      },
    )
    return id
  }
  return { add }
}
