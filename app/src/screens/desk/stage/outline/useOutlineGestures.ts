import { shallowRef } from 'vue'
import { insertVertex, movedVertices, reshapeOutline, withArm, type VertexSide } from '@arrow-bend/core/edit'
import type { Outline } from '@arrow-bend/core/property'
import { nearestOnRoute } from '@arrow-bend/core/route'
import { outlineCubics } from '@arrow-bend/core/scene'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import { inSteps } from '../../../../chart/route/routeHandles.ts'
import { drawingOf, pointerIn } from '../../../../gesture/pointerPlace.ts'
import { DRAG_AFTER, trackPointer } from '../../../../gesture/trackPointer.ts'
import { usePointerDrag } from '../../../../gesture/usePointerDrag.ts'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { alongOneAxis } from '../useSnapping.ts'
import type { OutlineEditing } from './useOutline.ts'

/** Shift keeps an arm's angle to multiples of this, degrees. */
const ANGLE_STEP = 15

export interface Marquee {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** Vertices, arms and edges of an outline, by hand. The playhead stays where it is. */
export function useOutlineGestures(editing: OutlineEditing) {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const { drag, tag } = usePointerDrag('stage')
  const marquee = shallowRef<Marquee | null>(null)
  const { ref, outline, chosen, onScreen, fromScreen } = editing

  const reshaped = (change: (now: Outline) => Outline): Recipe<unknown> => {
    const [of, time, autoKey] = [ref.value, playback.time, preferences.autoKey]
    return (draft) => reshapeOutline(draft, of, time, { change, autoKey, makeId: document.makeId })
  }
  const apply = (label: string, change: (now: Outline) => Outline): void => {
    document.apply(label, reshaped(change))
  }
  /** A way on the screen from a point of the outline, in its own coordinates. */
  const wayAt = (point: Point, way: Point): Point | null => {
    const [x, y] = onScreen(point)
    const [from, to] = [fromScreen([x, y]), fromScreen([x + way[0], y + way[1]])]
    return from && to && [to[0] - from[0], to[1] - from[1]]
  }
  /** On whole px of the outline; exactly where the pointer is while Ctrl/Cmd is held. */
  const landed = ([x, y]: Point, by: Point, { ctrlKey, metaKey }: MouseEvent): Point =>
    ctrlKey || metaKey ? by : [Math.round(x + by[0]) - x, Math.round(y + by[1]) - y]

  const drawArmsOut = (event: PointerEvent, vertex: number): void => {
    const { at } = outline.value.vertices[vertex]!
    drag(event, {
      label: 'Handles drawn out',
      moveTo: ({ way, event: moved }) => {
        const exact = wayAt(at, way)
        if (!exact) return null
        const offset = moved.shiftKey ? inSteps(exact, ANGLE_STEP) : exact
        const opposite: Point = [-offset[0], -offset[1]]
        return {
          recipe: reshaped((now) =>
            withArm(withArm(now, { vertex, side: 'leave', offset, free: true }), {
              vertex,
              side: 'arrive',
              offset: opposite,
              free: true,
            }),
          ),
          words: armWords(offset),
        }
      },
    })
  }
  const pressVertex = (event: PointerEvent, vertex: number): void => {
    const was = chosen.value
    const adds = event.shiftKey || event.ctrlKey || event.metaKey
    if (adds && was.has(vertex)) {
      chosen.value = new Set([...was].filter((one) => one !== vertex))
      return
    }
    if (!was.has(vertex)) chosen.value = adds ? new Set([...was, vertex]) : new Set([vertex])
    if (event.altKey) {
      drawArmsOut(event, vertex)
      return
    }
    const moving = chosen.value
    const { at } = outline.value.vertices[vertex]!
    drag(event, {
      label: moving.size > 1 ? 'Vertices moved' : 'Vertex moved',
      moveTo: ({ way, event: moved }) => {
        const exact = wayAt(at, moved.shiftKey ? alongOneAxis(way) : way)
        if (!exact) return null
        const by = landed(at, exact, moved)
        return {
          recipe: reshaped((now) => movedVertices(now, moving, by)),
          words: `x ${Math.round(at[0] + by[0])}  y ${Math.round(at[1] + by[1])}`,
        }
      },
      // Of several the one that is clicked is meant.
      click: () => !adds && (chosen.value = new Set([vertex])),
    })
  }

  const pressArm = (event: PointerEvent, { vertex, side, offset }: ArmHold): void => {
    const { at } = outline.value.vertices[vertex]!
    drag(event, {
      label: 'Handle moved',
      moveTo: ({ way, event: moved }) => {
        const by = wayAt([at[0] + offset[0], at[1] + offset[1]], way)
        if (!by) return null
        const exact: Point = [offset[0] + by[0], offset[1] + by[1]]
        const to = moved.shiftKey ? inSteps(exact, ANGLE_STEP) : exact
        const move = { vertex, side, offset: to, free: moved.altKey }
        return { recipe: reshaped((now) => withArm(now, move)), words: armWords(to) }
      },
    })
  }

  /** A click puts a vertex there, without changing the shape; a drag pulls it at once. */
  const pressEdge = (event: PointerEvent, edge: number): void => {
    const pointer = fromScreen(pointerIn(event, drawingOf(event)))
    const cubic = outlineCubics(outline.value)[edge]
    if (!pointer || !cubic) return
    const { s } = nearestOnRoute([cubic], pointer)
    const held = { edge, s: Math.min(0.98, Math.max(0.02, s)) }
    const of = ref.value
    const put: Recipe<unknown> = (draft) => insertVertex(draft, of, held)
    const made = new Set([edge + 1])
    drag(event, {
      label: 'Vertex added',
      moveTo: ({ way, event: moved }) => {
        const by = wayAt(pointer, moved.shiftKey ? alongOneAxis(way) : way)
        if (!by) return null
        const pull = reshaped((now) => movedVertices(now, made, by))
        return {
          recipe: (draft) => {
            put(draft)
            pull(draft)
          },
          words: `x ${Math.round(pointer[0] + by[0])}  y ${Math.round(pointer[1] + by[1])}`,
        }
      },
      click: () => document.apply('Vertex added', put, () => (chosen.value = made)),
      done: () => (chosen.value = made),
    })
  }

  /** Across empty space vertices are chosen by a rectangle, with Shift beside those that are; a click lets them go. */
  const pressGround = (event: PointerEvent): void => {
    const box = drawingOf(event).getBoundingClientRect()
    const from = pointerIn(event, box)
    const before = event.shiftKey ? chosen.value : new Set<number>()
    trackPointer(event, {
      after: DRAG_AFTER,
      move: (_, [dx, dy]) => {
        const area = {
          x: Math.min(from[0], from[0] + dx),
          y: Math.min(from[1], from[1] + dy),
          width: Math.abs(dx),
          height: Math.abs(dy),
        }
        marquee.value = area
        const inside = outline.value.vertices.flatMap(({ at }, i) => {
          const [x, y] = onScreen(at)
          const isIn = x >= area.x && x <= area.x + area.width && y >= area.y && y <= area.y + area.height
          return isIn ? [i] : []
        })
        chosen.value = new Set([...before, ...inside])
      },
      end: ({ cancelled, dragged }) => {
        marquee.value = null
        if (cancelled || !dragged) chosen.value = before
      },
    })
  }

  return { pressVertex, pressArm, pressEdge, pressGround, apply, reshaped, marquee, tag }
}
export type OutlineGestures = ReturnType<typeof useOutlineGestures>

/** An arm that is taken hold of, as it is. */
export interface ArmHold {
  readonly vertex: number
  readonly side: VertexSide
  /** From its vertex. */
  readonly offset: Point
}

export const armWords = ([x, y]: Point): string =>
  `${Math.round((Math.atan2(y, x) * 180) / Math.PI)}°, ${Math.round(Math.hypot(x, y))} px`
