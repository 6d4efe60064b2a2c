import type { ShallowRef } from 'vue'
import {
  movePivot,
  scaleLayersBy,
  turnLayersBy,
  type LayersAt,
  type SetValueOptions,
} from '@arrow-bend/core/edit'
import { invertMatrix, layerById, parentMatrixAt } from '@arrow-bend/core/scene'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { scaleFactors, type BoxGeometry, type BoxGrip } from './boxGeometry.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import { usePointerDrag, type DragMove, type PointerTag } from '../../../../gesture/usePointerDrag.ts'
import type { Snapping } from '../useSnapping.ts'

export interface BoxGestures {
  readonly pressGrip: (event: PointerEvent, box: BoxGeometry, grip: BoxGrip) => void
  readonly pressTurn: (event: PointerEvent, box: BoxGeometry) => void
  readonly pressPivot: (event: PointerEvent, box: BoxGeometry) => void
  readonly scaleBy: (factor: number) => void
  readonly turnBy: (degrees: number) => void
  readonly putPivot: (layer: string, to: Point) => void
  readonly pivotRecipe: (layer: string, to: Point) => Recipe<unknown>
  readonly tag: ShallowRef<PointerTag | null>
}

/** Shift turns to multiples of this, degrees. */
const ANGLE_STEP = 15

/** Sizing, turning and repivoting selected layers by the box of one of them; all about their own pivots. */
export function useBoxGestures(snapping: Snapping): BoxGestures {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const selection = useSelection()
  const { drag, tag } = usePointerDrag('stage')

  const options = (): SetValueOptions => ({ autoKey: preferences.autoKey, makeId: document.makeId })
  const chosen = (): LayersAt => ({
    scene: document.sceneId,
    layers: selection.layers.filter((id) => layerById(document.scene!, id)?.locked === false),
    time: playback.time,
  })

  /** Where what was grabbed comes to on the screen, not jumping to the pointer, and in line with what is near. */
  const inLine = (
    box: BoxGeometry,
    grabbed: Point,
    { way, event }: DragMove,
    snap: ReturnType<Snapping['begin']>['snap'],
  ): Point => {
    const at: Point = [grabbed[0] + way[0], grabbed[1] + way[1]]
    const [x, y] = box.toStage(at)
    const by = snap({ x, y, width: 0, height: 0 }, event)
    return box.toScreen([x + by[0], y + by[1]])
  }

  const pressGrip = (event: PointerEvent, box: BoxGeometry, grip: BoxGrip): void => {
    const layers = chosen()
    const [scaleX, scaleY] = box.scale
    const { snap } = snapping.begin(layers.layers)
    // A side of a turned box, or one that keeps its shape, comes into line nowhere in particular.
    const still = (): Point => [0, 0]
    drag(event, {
      label: 'Layer scaled',
      moveTo: (move) => {
        const { shiftKey } = move.event
        const local = box.toLocal(inLine(box, grip.screen, move, box.upright && !shiftKey ? snap : still))
        if (!local) return null
        const factors = scaleFactors(box, grip, local, shiftKey)
        return {
          recipe: (draft) => scaleLayersBy(draft, layers, factors, options()),
          words: `${(scaleX * factors[0]).toFixed(1)} × ${(scaleY * factors[1]).toFixed(1)} %`,
        }
      },
      ended: snapping.end,
    })
  }

  const pressTurn = (event: PointerEvent, box: BoxGeometry): void => {
    const layers = chosen()
    const { turn } = box
    const parent = invertMatrix(parentMatrixAt(document.scene!, box.layer, playback.time, document.bends))
    if (!parent) return
    // In the space the layer turns in: what it rides on may be mirrored or squeezed.
    const angleOf = ([x, y]: Point): number => {
      const [dx, dy] = [x - box.pivotScreen[0], y - box.pivotScreen[1]]
      return (
        (Math.atan2(parent[1]! * dx + parent[3]! * dy, parent[0]! * dx + parent[2]! * dy) * 180) / Math.PI
      )
    }
    let before = angleOf(box.stalk[1])
    let turned = 0
    drag(event, {
      label: 'Layer turned',
      moveTo: ({ pointer, event: { shiftKey } }) => {
        const angle = angleOf(pointer)
        turned += ((angle - before + 540) % 360) - 180
        before = angle
        const by = shiftKey ? Math.round((turn + turned) / ANGLE_STEP) * ANGLE_STEP - turn : turned
        return {
          recipe: (draft) => turnLayersBy(draft, layers, by, options()),
          words: `${(turn + by).toFixed(1)}°`,
        }
      },
    })
  }

  const pivotRecipe =
    (layer: string, to: Point): Recipe<unknown> =>
    (draft) =>
      movePivot(draft, { scene: document.sceneId, layer, time: playback.time }, to, options())

  const pressPivot = (event: PointerEvent, box: BoxGeometry): void => {
    const own = box.nine.map(box.ofLocal)
    const { snap } = snapping.begin([box.layer], own)
    drag(event, {
      label: 'Pivot moved',
      moveTo: (move) => {
        const to = box.toLocal(inLine(box, box.pivotScreen, move, snap))
        if (!to) return null
        return {
          recipe: pivotRecipe(box.layer, to),
          words: `pivot ${Math.round(to[0])}, ${Math.round(to[1])}`,
        }
      },
      ended: snapping.end,
    })
  }

  return {
    pressGrip,
    pressTurn,
    pressPivot,
    scaleBy: (factor) => {
      document.apply('Layer scaled', (draft) => scaleLayersBy(draft, chosen(), [factor, factor], options()))
    },
    turnBy: (degrees) => {
      document.apply('Layer turned', (draft) => turnLayersBy(draft, chosen(), degrees, options()))
    },
    putPivot: (layer, to) => {
      document.apply('Pivot moved', pivotRecipe(layer, to))
    },
    pivotRecipe,
    tag,
  }
}
