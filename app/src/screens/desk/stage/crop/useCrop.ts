import { computed } from 'vue'
import { setCrops, type Crops } from '@arrow-bend/core/edit'
import {
  applyMatrix,
  CROP_SIDES,
  groupBox,
  hasCrop,
  invertMatrix,
  layerById,
  OPPOSITE_SIDE,
  ownMatrixAt,
  withRiders,
  type Bounds,
  type CropSide,
  type Layer,
  type Matrix,
} from '@arrow-bend/core/scene'
import {
  cropBox,
  measuresOf,
  toScreen,
  type PictureBook,
  type StagePainter,
  type StageView,
} from '../../../../draw/index.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import { usePointerDrag } from '../../../../gesture/usePointerDrag.ts'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'

export interface CropOptions {
  readonly view: () => StageView
  readonly painter: () => StagePainter
  readonly pictures: () => PictureBook
  /** Counts drawings of the picture, which the crop goes with. */
  readonly drawn: () => number
}

/** What is cropped: the box in the layer's coordinates, their map to the stage, percent off left, right, top, bottom. */
interface Croppable {
  readonly box: Bounds
  readonly matrix: Matrix
  readonly crop: Float64Array
}
const NOT_CROPPED = new Float64Array(4)

/** A grip of a crop: the sides it moves. */
export interface CropGrip {
  readonly name: string
  readonly sides: readonly CropSide[]
  readonly at: Point
}

/** Whether a side is one of the two that lie along x, and which way is inwards. */
const AXIS: Readonly<Record<CropSide, readonly [axis: 0 | 1, inwards: 1 | -1]>> = {
  left: [0, 1],
  right: [0, -1],
  top: [1, 1],
  bottom: [1, -1],
}

/** What is cut off the layer selected last, as it is at the playhead, and its sides by hand. */
export function useCrop({ view, painter, pictures, drawn }: CropOptions) {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const selection = useSelection()
  const { drag, tag } = usePointerDrag('stage')

  const layer = computed(() => {
    const id = selection.layers.at(-1)
    return document.scene && id !== undefined ? layerById(document.scene, id) : null
  })
  /** Of a layer that draws something itself. */
  const ofItem = ({ id }: Layer): Croppable | null => {
    const item = painter().items.find((one) => one.isOriginal && one.shown && one.layer.id === id)
    return item ? { box: cropBox(item, pictures()), matrix: item.matrix, crop: item.crop } : null
  }
  /** Of all that stands in a group. */
  const ofGroup = ({ id }: Layer): Croppable | null => {
    const { scene, items, time, library } = painter()
    if (!scene) return null
    const inside = withRiders(scene, [id])
    const its = items.filter(({ isOriginal, use }) => isOriginal && inside.has(use.id))
    const matrix = ownMatrixAt(scene, id, time, library)
    const box = groupBox(its, matrix, measuresOf(pictures()))
    const veil = its.flatMap(({ veils }) => veils).find((one) => one.kind === 'crop' && one.layer.id === id)
    return box && { box, matrix, crop: veil?.kind === 'crop' ? veil.crop : NOT_CROPPED }
  }
  const croppable = computed(() => {
    void drawn()
    const held = layer.value
    return held && (held.kind === 'group' ? ofGroup(held) : ofItem(held))
  })
  /** Why there is nothing to take hold of; empty where there is. */
  const trouble = computed(() => {
    const held = layer.value
    if (!held) return 'Select a layer first: click it in the list below.'
    if (!hasCrop(held.kind)) return `“${held.name}” cannot be cropped: it is only heard.`
    if (held.locked) return `“${held.name}” is locked. Unlock it to change it.`
    return croppable.value ? '' : `“${held.name}” is not seen at the playhead. Go to where it is.`
  })
  /** The whole box and how much is cut off each side now, %. */
  const seen = computed(() => {
    if (!croppable.value || trouble.value) return null
    const { box, matrix, crop } = croppable.value
    const [left, right, top, bottom] = crop as unknown as [number, number, number, number]
    return {
      box,
      // The sampler writes its matrix anew for every moment; a drag needs the one it began with.
      matrix: Float64Array.from(matrix),
      crop: { left, right, top, bottom } as Readonly<Record<CropSide, number>>,
    }
  })
  const onScreen = ([x, y]: Point): Point => toScreen(view(), applyMatrix(seen.value!.matrix, x, y))
  /** A place of the box by shares of its width and height. */
  const placed = (across: number, down: number): Point => {
    const { x, y, width, height } = seen.value!.box
    return onScreen([x + across * width, y + down * height])
  }
  const whole = computed(() => seen.value && [placed(0, 0), placed(1, 0), placed(1, 1), placed(0, 1)])
  const grips = computed((): CropGrip[] => {
    if (!seen.value) return []
    const { left, right, top, bottom } = seen.value.crop
    const [x0, x1, y0, y1] = [left / 100, 1 - right / 100, top / 100, 1 - bottom / 100]
    const [xm, ym] = [(x0 + x1) / 2, (y0 + y1) / 2]
    const grip = (name: string, sides: readonly CropSide[], x: number, y: number): CropGrip => ({
      name,
      sides,
      at: placed(x, y),
    })
    return [
      grip('left', ['left'], x0, ym),
      grip('right', ['right'], x1, ym),
      grip('top', ['top'], xm, y0),
      grip('bottom', ['bottom'], xm, y1),
      grip('upper left', ['left', 'top'], x0, y0),
      grip('upper right', ['right', 'top'], x1, y0),
      grip('lower right', ['right', 'bottom'], x1, y1),
      grip('lower left', ['left', 'bottom'], x0, y1),
    ]
  })
  const left = computed(() => {
    if (!seen.value) return null
    const { left: l, right, top, bottom } = seen.value.crop
    const [x0, x1, y0, y1] = [l / 100, 1 - right / 100, top / 100, 1 - bottom / 100]
    return [placed(x0, y0), placed(x1, y0), placed(x1, y1), placed(x0, y1)]
  })

  const cropped = (crops: Crops): Recipe<unknown> => {
    const ref = { scene: document.sceneId, layer: layer.value!.id }
    const options = { crops, autoKey: preferences.autoKey, makeId: document.makeId }
    const { time } = playback
    return (draft) => setCrops(draft, ref, time, options)
  }
  const press = (event: PointerEvent, grip: CropGrip): void => {
    const { box, matrix, crop } = seen.value!
    const inverse = invertMatrix(matrix)
    if (!inverse) return
    drag(event, {
      label: 'Cropped',
      moveTo: ({ way, event: { shiftKey, altKey } }) => {
        const { scale } = view()
        const by = [
          inverse[0]! * (way[0] / scale) + inverse[2]! * (way[1] / scale),
          inverse[1]! * (way[0] / scale) + inverse[3]! * (way[1] / scale),
        ] as const
        const crops: Partial<Record<CropSide, number>> = {}
        for (const side of grip.sides) {
          const [axis, inwards] = AXIS[side]
          const extent = axis === 0 ? box.width : box.height
          const percent = extent > 0 ? (inwards * by[axis] * 100) / extent : 0
          // Shift takes the side opposite along, Alt all four.
          const along = altKey ? CROP_SIDES : shiftKey ? [side, OPPOSITE_SIDE[side]] : [side]
          for (const one of along) crops[one] = crop[one] + percent
        }
        return {
          recipe: cropped(crops),
          words: Object.entries(crops)
            .map(([side, percent]) => `${side} ${Math.min(100, Math.max(0, percent)).toFixed(1)} %`)
            .join('  '),
        }
      },
    })
  }
  const nudge = (side: CropSide, percent: number): void => {
    document.apply('Cropped', cropped({ [side]: seen.value!.crop[side] + percent }))
  }
  const clear = (): void => {
    document.apply('Crop taken off', cropped({ left: 0, right: 0, top: 0, bottom: 0 }))
  }
  return { layer, trouble, seen, whole, left, grips, cropped, press, nudge, clear, tag }
}
export type Cropping = ReturnType<typeof useCrop>
