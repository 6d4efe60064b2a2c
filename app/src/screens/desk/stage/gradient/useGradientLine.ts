import { computed } from 'vue'
import { removeStop, setValueAt } from '@arrow-bend/core/edit'
import { hexOf, type OklabAlpha, type Value } from '@arrow-bend/core/property'
import {
  applyMatrix,
  boxAboutMiddle,
  gradientLine,
  invertMatrix,
  isFilling,
  isOfGradient,
  layerById,
  outlineBounds,
  stopsIn,
  type Bounds,
  type DrawItem,
  type Gradient,
} from '@arrow-bend/core/scene'
import { toScreen, type StagePainter, type StageView } from '../../../../draw/index.ts'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import { usePointerDrag } from '../../../../gesture/usePointerDrag.ts'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { alongOneAxis } from '../useSnapping.ts'

export interface GradientLineOptions {
  readonly view: () => StageView
  readonly painter: () => StagePainter
  /** Counts drawings of the picture, which the line goes with. */
  readonly drawn: () => number
}

export type GradientEnd = 'gradient start' | 'gradient end'

/** A shape as it is drawn now, with its gradient. */
interface Seen {
  readonly layer: string
  readonly gradient: Gradient
  readonly box: Bounds
  readonly stops: readonly number[]
  readonly item: DrawItem
}

/** How far stops lie from their line, px of the screen. */
const BESIDE = 18

/** Where a gradient lies on the stage while one of its rows is selected, and its ends and stops by hand. */
export function useGradientLine({ view, painter, drawn }: GradientLineOptions) {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const selection = useSelection()
  const { drag, tag } = usePointerDrag('stage')

  const seen = computed((): Seen | null => {
    void drawn()
    const id = selection.properties.findLast(({ property }) => isOfGradient(property))?.layer
    const layer = id !== undefined && document.scene ? layerById(document.scene, id) : null
    const item = painter().items.find((one) => one.isOriginal && one.shown && one.layer.id === id)
    if (!layer || layer.locked || !item || !('gradient' in item) || !isFilling(item.gradient)) return null
    const box =
      item.kind === 'path' ? outlineBounds(item.outline) : boxAboutMiddle(item.size[0]!, item.size[1]!)
    return { layer: layer.id, gradient: item.gradient, box, stops: stopsIn(layer.properties), item }
  })
  const onScreen = ([x, y]: Point): Point => toScreen(view(), applyMatrix(seen.value!.item.matrix, x, y))
  /** Start and end on the screen. */
  const ends = computed((): readonly [Point, Point] | null => {
    void drawn()
    if (!seen.value) return null
    const [x0, y0, x1, y1] = gradientLine(seen.value.gradient, seen.value.box)
    return [onScreen([x0, y0]), onScreen([x1, y1])]
  })
  const stops = computed(() => {
    if (!ends.value || !seen.value) return []
    const [[x0, y0], [x1, y1]] = ends.value
    const length = Math.hypot(x1 - x0, y1 - y0) || 1
    // Beside the line, that the first and last leave its ends free.
    const beside: Point = [(BESIDE * (y1 - y0)) / length, (-BESIDE * (x1 - x0)) / length]
    return seen.value.gradient.stops.map(({ offset, colour }, i) => ({
      stop: seen.value!.stops[i]!,
      offset,
      colour: hexOf([...colour] as OklabAlpha),
      x: x0 + offset * (x1 - x0) + beside[0],
      y: y0 + offset * (y1 - y0) + beside[1],
    }))
  })

  const set = (property: string, value: Value): Recipe<unknown> => {
    const ref = { scene: document.sceneId, layer: seen.value!.layer, property }
    const options = { value, autoKey: preferences.autoKey, makeId: document.makeId }
    const { time } = playback
    return (draft) => setValueAt(draft, ref, time, options)
  }
  const percentOf = (name: GradientEnd): Point => {
    const at = name === 'gradient start' ? 0 : 2
    const { ends: numbers } = seen.value!.gradient
    return [numbers[at]!, numbers[at + 1]!]
  }
  /** The place of a shape's box, %, at a place of the screen; null where it has no room. */
  const percentAt = ([x, y]: Point): Point | null => {
    const { item, box } = seen.value!
    const inverse = invertMatrix(item.matrix)
    if (!inverse || !(box.width > 0) || !(box.height > 0)) return null
    const { scale, x: left, y: top } = view()
    const own = applyMatrix(inverse, (x - left) / scale, (y - top) / scale)
    return [((own[0] - box.x) / box.width) * 100, ((own[1] - box.y) / box.height) * 100]
  }
  const wordsOf = ([x, y]: Point): string => `${Math.round(x)} %, ${Math.round(y)} %`
  const rounded = ([x, y]: Point, exact: boolean): Point => (exact ? [x, y] : [Math.round(x), Math.round(y)])

  const pressEnd = (event: PointerEvent, name: GradientEnd): void => {
    const from = ends.value![name === 'gradient start' ? 0 : 1]
    drag(event, {
      label: 'Gradient laid',
      moveTo: ({ way, event: moved }) => {
        const [dx, dy] = moved.shiftKey ? alongOneAxis(way) : way
        const at = percentAt([from[0] + dx, from[1] + dy])
        if (!at) return null
        const to = rounded(at, moved.ctrlKey || moved.metaKey)
        return { recipe: set(name, to), words: wordsOf(to) }
      },
    })
  }
  const pressStop = (event: PointerEvent, stop: number, offset: number): void => {
    const [[x0, y0], [x1, y1]] = ends.value!
    const along: Point = [x1 - x0, y1 - y0]
    const length = along[0] ** 2 + along[1] ** 2
    drag(event, {
      label: 'Stop moved',
      moveTo: ({ way }) => {
        if (length === 0) return null
        const share = offset + (way[0] * along[0] + way[1] * along[1]) / length
        const to = Math.round(100 * Math.min(1, Math.max(0, share)))
        return { recipe: set(`stop ${stop} offset`, to), words: `${to} %` }
      },
    })
  }
  const nudgeEnd = (name: GradientEnd, [dx, dy]: Point): void => {
    const [x, y] = percentOf(name)
    document.apply('Gradient nudged', set(name, [x + dx, y + dy]))
  }
  const nudgeStop = (stop: number, offset: number, [dx, dy]: Point): void => {
    const to = Math.min(100, Math.max(0, 100 * offset + dx + dy))
    document.apply('Stop nudged', set(`stop ${stop} offset`, to))
  }
  const takeOut = (stop: number): void => {
    const ref = { scene: document.sceneId, layer: seen.value!.layer }
    document.apply('Stop taken out', (draft) => removeStop(draft, ref, stop))
  }
  return { seen, ends, stops, percentOf, wordsOf, pressEnd, pressStop, nudgeEnd, nudgeStop, takeOut, tag }
}
