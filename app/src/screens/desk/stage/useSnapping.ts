import { shallowRef, type ShallowRef } from 'vue'
import { snapBox, wholeWay, type SnapBox, type Snapped } from '@arrow-bend/core/snap'
import { withRiders, type DrawItem, type Matrix } from '@arrow-bend/core/scene'
import { itemCorners, type PictureBook } from '../../../draw/index.ts'
import { useDocument } from '../../../session/document/document.ts'
import { usePreferences } from '../../../session/preferences.ts'
import type { Point } from '../../../chart/route/routeGeometry.ts'

/** What a drag may come into line with, gathered when it began. */
export interface SnapSession {
  /** The box round the layers that are dragged, as they lay when it began; null when none shows. */
  readonly box: SnapBox | null
  /**
   * By how much more a thing has to move to lie in line, px of the stage; nothing while Ctrl/Cmd is held.
   * @param only the one axis it may move along
   */
  readonly snap: (moving: SnapBox, event: MouseEvent, only?: 'x' | 'y') => Point
}

export interface Snapping {
  /**
   * Gathers what lies still while layers are dragged.
   * @param points more places a thing may come into line with, on the stage
   */
  readonly begin: (layers: readonly string[], points?: readonly Point[]) => SnapSession
  readonly end: () => void
  /** What the thing being dragged lies in line with now. */
  readonly marks: ShallowRef<Pick<Snapped, 'lines' | 'gaps'> | null>
}

/** How near a thing has to come, screen px. */
const NEAR = 6
const NO_GUIDES = { x: [], y: [] } as const

/** Travel along an axis before things come into line along it, screen px: a drag straight down does not slip sideways. */
const MOVED = 3

/** The axis a way keeps to; undefined for a way along both. */
export function onlyAxis([dx, dy]: Point): 'x' | 'y' | undefined {
  if (Math.abs(dx) < MOVED) return 'y'
  return Math.abs(dy) < MOVED ? 'x' : undefined
}

/** A way kept to the axis it goes along most. */
export function alongOneAxis([dx, dy]: Point): Point {
  return Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy]
}

/**
 * The whole way of something that is dragged: into line with what is near, else onto whole px of its own space; exactly
 * as the hand goes while Ctrl/Cmd is held.
 * @param from where its place is, px of its own space
 * @param way how far it was dragged, px of the stage
 */
export function landed(
  from: Point,
  way: Point,
  { more, outer, event }: { readonly more: Point; readonly outer: Matrix; readonly event: MouseEvent },
): Point {
  if (event.ctrlKey || event.metaKey) return way
  const [x, y] = wholeWay(from, way, outer)
  return [more[0] === 0 ? x : way[0] + more[0], more[1] === 0 ? y : way[1] + more[1]]
}

/** The box with sides along the axes round points of the stage; null for none. */
export function boxAround(points: readonly Point[]): SnapBox | null {
  if (points.length === 0 || !points.flat().every(Number.isFinite)) return null
  const xs = points.map(([x]) => x)
  const ys = points.map(([, y]) => y)
  const [x, y] = [Math.min(...xs), Math.min(...ys)]
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y }
}

/** Bringing what is dragged into line with the frame, its middles, guides and the other layers. */
export function useSnapping(stage: {
  readonly items: () => readonly DrawItem[]
  readonly pictures: PictureBook
  /** Screen px a stage px. */
  readonly scale: () => number
}): Snapping {
  const document = useDocument()
  const preferences = usePreferences()
  const marks = shallowRef<Pick<Snapped, 'lines' | 'gaps'> | null>(null)

  const begin = (layers: readonly string[], points: readonly Point[] = []): SnapSession => {
    const scene = document.scene!
    const [width, height] = scene.size
    const moving = withRiders(scene, layers)
    const shown = stage.items().filter((item) => item.shown && item.opacity > 0)
    const cornersOf = (item: DrawItem): Point[] => itemCorners(item, stage.pictures)
    const boxes: SnapBox[] = [
      { x: 0, y: 0, width, height },
      ...points.map(([x, y]) => ({ x, y, width: 0, height: 0 })),
      ...shown
        .filter(({ use, layer }) => use === layer && !moving.has(layer.id))
        .flatMap((item) => boxAround(cornersOf(item)) ?? []),
    ]
    const to = { boxes, guides: scene.guides ?? NO_GUIDES, within: NEAR / stage.scale() }
    return {
      box: boxAround(
        shown.filter(({ layer, isOriginal }) => isOriginal && moving.has(layer.id)).flatMap(cornersOf),
      ),
      snap(box, event, only) {
        if (!preferences.align || event.ctrlKey || event.metaKey) {
          marks.value = null
          return [0, 0]
        }
        const { by, lines, gaps } = snapBox(box, { ...to, only })
        marks.value = lines.length > 0 ? { lines, gaps } : null
        return by
      },
    }
  }
  return { begin, end: () => (marks.value = null), marks }
}
