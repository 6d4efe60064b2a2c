import { shallowRef, type ShallowRef } from 'vue'
import {
  addKey,
  bendRoute,
  movePlaceKeys,
  setRouteHandle,
  setRouteThrough,
  type KeyRef,
} from '@arrow-bend/core/edit'
import { timeOfDistance, type PlaceSpan } from '@arrow-bend/core/property'
import { nearestOnRoute } from '@arrow-bend/core/route'
import { asTicks, snapToFrame } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection.ts'
import { trackPointer } from '../../../ui/trackPointer.ts'
import type { RouteBead, RoutePiece } from './drawRoute.ts'
import type { Point, RouteGeometry } from './routeGeometry.ts'
import { inSteps, wordsOf, type RouteHandle } from './routeHandles.ts'

/** What is being changed, said beside the pointer. */
export interface PointerTag {
  readonly x: number
  readonly y: number
  readonly words: string
}

export interface RouteGestures {
  readonly pressBead: (event: PointerEvent, geometry: RouteGeometry, bead: RouteBead) => void
  readonly pressHandle: (event: PointerEvent, geometry: RouteGeometry, handle: RouteHandle) => void
  readonly pressPiece: (event: PointerEvent, geometry: RouteGeometry, piece: RoutePiece) => void
  readonly tag: ShallowRef<PointerTag | null>
}

/** Pointer travel before a press becomes a drag, screen px. */
const DRAG_AFTER = 3
/** Shift keeps a handle's angle to multiples of this, degrees. */
const ANGLE_STEP = 15

interface Drag {
  readonly label: string
  /** The edit for a pointer that has gone this way, px of the place. */
  readonly recipe: (by: Point, event: PointerEvent) => Recipe<unknown>
  readonly words: (by: Point, event: PointerEvent) => string
  /** What a press without a drag does. */
  readonly click?: () => void
}

/** Beads, handles and lines of routes, by hand. The playhead stays where it is. */
export function useRouteGestures(): RouteGestures {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const selection = useSelection()
  const tag = shallowRef<PointerTag | null>(null)

  const refOf = (geometry: RouteGeometry, key: string): KeyRef => ({
    scene: document.sceneId,
    layer: geometry.layer,
    property: 'position',
    key,
  })

  const drag = (
    event: PointerEvent,
    geometry: RouteGeometry,
    { label, recipe, words, click }: Drag,
  ): void => {
    let gesture: ReturnType<typeof document.begin> | null = null
    const svg = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect()
    trackPointer(event, {
      move(moved) {
        const way: Point = [moved.clientX - event.clientX, moved.clientY - event.clientY]
        if (!gesture && Math.hypot(...way) < DRAG_AFTER) return
        const by = geometry.fromScreen(way)
        if (!by || geometry.locked) return
        if (!gesture) playback.pause()
        gesture ??= document.begin(label)
        gesture.preview(recipe(by, moved))
        tag.value = { x: moved.clientX - svg.left, y: moved.clientY - svg.top, words: words(by, moved) }
      },
      end(cancelled) {
        tag.value = null
        if (!gesture) {
          if (!cancelled) click?.()
        } else if (cancelled) gesture.cancel()
        else gesture.commit()
      },
    })
  }

  const along = (by: Point, { shiftKey }: PointerEvent): Point => {
    if (!shiftKey) return by
    return Math.abs(by[0]) > Math.abs(by[1]) ? [by[0], 0] : [0, by[1]]
  }

  const pressBead = (event: PointerEvent, geometry: RouteGeometry, bead: RouteBead): void => {
    const ref = refOf(geometry, bead.key)
    if (event.shiftKey || event.ctrlKey || event.metaKey) selection.selectKeys([ref], true)
    else if (!selection.hasKey(ref)) selection.selectKeys([ref])
    if (!selection.hasKey(ref)) return
    const [x, y] = geometry.property.keys[bead.index]!.value as Point
    if (event.altKey) {
      drag(event, geometry, {
        label: 'Route handles drawn out',
        recipe: (by) => (draft) => {
          setRouteThrough(draft, [ref], 'joined')
          setRouteHandle(draft, ref, { side: 'leave', offset: by })
          setRouteHandle(draft, ref, { side: 'arrive', offset: [-by[0], -by[1]] })
        },
        words: wordsOf,
      })
      return
    }
    const moving = selection.keys.filter(
      ({ property, layer }) => property === 'position' && layer === ref.layer,
    )
    drag(event, geometry, {
      label: moving.length > 1 ? 'Keys moved' : 'Key moved',
      recipe: (by, moved) => (draft) => movePlaceKeys(draft, moving, along(by, moved)),
      words: (by, moved) => {
        const [dx, dy] = along(by, moved)
        return `x ${Math.round(x + dx)}  y ${Math.round(y + dy)}`
      },
    })
  }

  const pressHandle = (event: PointerEvent, geometry: RouteGeometry, handle: RouteHandle): void => {
    const ref = refOf(geometry, handle.key)
    const offsetFor = (by: Point, { shiftKey }: PointerEvent): Point => {
      const offset: Point = [handle.offset[0] + by[0], handle.offset[1] + by[1]]
      return shiftKey ? inSteps(offset, ANGLE_STEP) : offset
    }
    drag(event, geometry, {
      label: 'Route handle moved',
      recipe: (by, moved) => (draft) =>
        setRouteHandle(draft, ref, {
          side: handle.side,
          offset: offsetFor(by, moved),
          free: moved.altKey,
        }),
      words: (by, moved) => wordsOf(offsetFor(by, moved)),
    })
  }

  const pressPiece = (event: PointerEvent, geometry: RouteGeometry, piece: RoutePiece): void => {
    const ref = refOf(geometry, piece.key)
    const grabbed = grabbedPoint(event, geometry, piece.index)
    drag(event, geometry, {
      label: 'Route curved',
      recipe: (by) => (draft) => bendRoute(draft, ref, { s: grabbed.s, by }),
      words: (by) => `${Math.round(by[0])}, ${Math.round(by[1])} px`,
      click: () => {
        const exact = asTicks(Math.round(timeOfDistance(geometry.compiled, grabbed.span, grabbed.distance)))
        const time = preferences.snap ? snapToFrame(exact, document.rate) : exact
        document.apply('Key added on the route', (draft) => addKey(draft, ref, time, document.makeId))
        const made = document.scene?.layers
          .find(({ id }) => id === geometry.layer)
          ?.properties['position']?.keys.find(({ t }) => t === time)
        if (made) selection.selectKeys([refOf(geometry, made.id)])
      },
    })
  }

  return { pressBead, pressHandle, pressPiece, tag }
}

interface Grabbed {
  /** Bézier parameter on its piece. */
  readonly s: number
  readonly span: number
  /** px of the place from the span's start. */
  readonly distance: number
}

/** Which point of a piece lies under the pointer. */
function grabbedPoint(event: PointerEvent, { compiled, onScreen }: RouteGeometry, index: number): Grabbed {
  const svg = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect()
  const at: Point = [event.clientX - svg.left, event.clientY - svg.top]
  const spans = compiled.spans as readonly PlaceSpan[]
  let first = 0
  const span = spans.findIndex(({ route: { cubics } }) => {
    if (index < first + cubics.length) return true
    first += cubics.length
    return false
  })
  const { route } = spans[span]!
  const cubic = route.cubics[index - first]!
  const [from, leave, arrive, to] = [cubic.from, cubic.leave, cubic.arrive, cubic.to].map(onScreen) as [
    Point,
    Point,
    Point,
    Point,
  ]
  const { s } = nearestOnRoute([{ from, leave, arrive, to }], at)
  return { s, span, distance: route.distanceOf({ piece: index - first, s }) }
}
