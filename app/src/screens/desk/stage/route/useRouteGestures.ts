import { drawingOf, pointerIn } from '../../../../gesture/pointerPlace.ts'
import { shallowRef, type ShallowRef } from 'vue'
import {
  addKey,
  bendRoute,
  findProperty,
  movePlaceKeys,
  setRouteHandle,
  setRouteThrough,
  type KeyRef,
} from '@arrow-bend/core/edit'
import { timeOfDistance, type PlaceSpan } from '@arrow-bend/core/property'
import { nearestOnRoute } from '@arrow-bend/core/route'
import { asTicks, snapToFrame } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import type { RouteBead, RoutePiece } from '../../../../chart/route/routeDrawing.ts'
import type { Point, RouteGeometry } from '../../../../chart/route/routeGeometry.ts'
import { inSteps, wordsOf, type RouteHandle } from '../../../../chart/route/routeHandles.ts'
import { usePointerDrag, type PointerDrag, type PointerTag } from '../../../../gesture/usePointerDrag.ts'
import { alongOneAxis, landed, onlyAxis, type Snapping } from '../useSnapping.ts'

export interface RouteGestures {
  readonly pressBead: (event: PointerEvent, geometry: RouteGeometry, bead: RouteBead) => void
  readonly pressHandle: (event: PointerEvent, geometry: RouteGeometry, handle: RouteHandle) => void
  readonly pressPiece: (event: PointerEvent, geometry: RouteGeometry, piece: RoutePiece) => void
  /** Moves a key, with all selected ones if it is among them, by px of the stage. */
  readonly nudgeKey: (ref: KeyRef, by: Point) => void
  /** Whether a press there is on what a layer draws. */
  readonly isOnLayer: (event: PointerEvent, layer: string) => boolean
  readonly tag: ShallowRef<PointerTag | null>
  /** The layers whose routes are being dragged at. */
  readonly holds: Readonly<ShallowRef<ReadonlySet<string>>>
}

const NOTHING: ReadonlySet<string> = new Set()

/** Shift keeps a handle's angle to multiples of this, degrees. */
const ANGLE_STEP = 15

/** Beads, handles and lines of routes, by hand. The playhead stays where it is. */
export function useRouteGestures(snapping: Snapping, isOnLayer: RouteGestures['isOnLayer']): RouteGestures {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const selection = useSelection()
  const { drag: follow, tag } = usePointerDrag('stage')
  const holds = shallowRef(NOTHING)

  /** Drags at some routes, which alone change meanwhile. */
  const drag = (event: PointerEvent, layers: readonly string[], given: PointerDrag): void =>
    follow(event, {
      ...given,
      moveTo(move) {
        if (holds.value === NOTHING) holds.value = new Set(layers)
        return given.moveTo(move)
      },
      ended() {
        holds.value = NOTHING
        given.ended?.()
      },
    })

  const refOf = (geometry: RouteGeometry, key: string): KeyRef => ({
    scene: document.sceneId,
    layer: geometry.layer,
    property: 'position',
    key,
  })
  const chosenKeys = (): readonly KeyRef[] => selection.keys.filter(({ property }) => property === 'position')

  const pressBead = (event: PointerEvent, geometry: RouteGeometry, bead: RouteBead): void => {
    const ref = refOf(geometry, bead.key)
    if (event.shiftKey || event.ctrlKey || event.metaKey) selection.selectKeys([ref], true)
    else if (!selection.hasKey(ref)) selection.selectKeysAmong([ref])
    if (!selection.hasKey(ref)) return
    if (event.altKey) drawHandlesOut(event, geometry, ref)
    else moveBead(event, geometry, bead)
  }

  const drawHandlesOut = (event: PointerEvent, geometry: RouteGeometry, ref: KeyRef): void =>
    drag(event, [ref.layer], {
      label: 'Route handles drawn out',
      moveTo: ({ way }) => {
        const by = geometry.fromScreen(way)
        if (!by) return null
        return {
          recipe: (draft) => {
            setRouteThrough(draft, [ref], 'joined')
            setRouteHandle(draft, ref, { side: 'leave', offset: by })
            setRouteHandle(draft, ref, { side: 'arrive', offset: [-by[0], -by[1]] })
          },
          words: wordsOf(by),
        }
      },
    })

  const moveBead = (event: PointerEvent, geometry: RouteGeometry, bead: RouteBead): void => {
    const moving = chosenKeys()
    const [x, y] = geometry.property.keys[bead.index]!.value as Point
    const others = geometry.property.keys.filter(({ id }) => !moving.some(({ key }) => key === id))
    const stageOf = (point: Point): Point => geometry.toStage(geometry.onScreen(point))
    const { snap } = snapping.begin(
      moving.map(({ layer }) => layer),
      others.map(({ value }) => stageOf(value as Point)),
    )
    const start = stageOf([x, y])
    drag(
      event,
      moving.map(({ layer }) => layer),
      {
        label: moving.length > 1 ? 'Keys moved' : 'Key moved',
        moveTo: ({ way, event: moved }) => {
          const kept = moved.shiftKey ? alongOneAxis(way) : way
          const [dx, dy] = geometry.onStage(kept)
          const at = { x: start[0] + dx, y: start[1] + dy, width: 0, height: 0 }
          const more = snap(at, moved, onlyAxis(kept))
          const by = landed([x, y], [dx, dy], { more, outer: geometry.outer, event: moved })
          const own = geometry.fromStage(by)
          if (!own) return null
          return {
            recipe: (draft) => movePlaceKeys(draft, moving, { time: playback.time, by }),
            words: `x ${Math.round(x + own[0])}  y ${Math.round(y + own[1])}`,
          }
        },
        ended: snapping.end,
      },
    )
  }

  const nudgeKey = (ref: KeyRef, by: Point): void => {
    if (!selection.hasKey(ref)) selection.selectKeysAmong([ref])
    const moving = chosenKeys()
    document.apply(moving.length > 1 ? 'Keys nudged' : 'Key nudged', (draft) =>
      movePlaceKeys(draft, moving, { time: playback.time, by }),
    )
  }

  const pressHandle = (event: PointerEvent, geometry: RouteGeometry, handle: RouteHandle): void => {
    const ref = refOf(geometry, handle.key)
    const { side } = handle
    drag(event, [ref.layer], {
      label: 'Route handle moved',
      moveTo: ({ way, event: { shiftKey, altKey, ctrlKey, metaKey } }) => {
        const by = geometry.fromScreen(way)
        if (!by) return null
        const exact: Point = [handle.offset[0] + by[0], handle.offset[1] + by[1]]
        const whole = ctrlKey || metaKey ? exact : (exact.map(Math.round) as unknown as Point)
        const offset = shiftKey ? inSteps(exact, ANGLE_STEP) : whole
        return {
          recipe: (draft) => setRouteHandle(draft, ref, { side, offset, free: altKey }),
          words: wordsOf(offset),
        }
      },
    })
  }

  const pressPiece = (event: PointerEvent, geometry: RouteGeometry, piece: RoutePiece): void => {
    const ref = refOf(geometry, piece.key)
    const grabbed = grabbedPoint(event, geometry, piece.index)
    drag(event, [ref.layer], {
      label: 'Route curved',
      moveTo: ({ way }) => {
        const by = geometry.fromScreen(way)
        return (
          by && {
            recipe: (draft) => bendRoute(draft, ref, { s: grabbed.s, by }),
            words: `${Math.round(by[0])}, ${Math.round(by[1])} px`,
          }
        )
      },
      click: () => addKeyAt(geometry, grabbed),
    })
  }

  const addKeyAt = (geometry: RouteGeometry, { span, distance }: Grabbed): void => {
    const exact = asTicks(Math.round(timeOfDistance(geometry.compiled, span, distance)))
    const time = preferences.snap ? snapToFrame(exact, document.rate) : exact
    const ref = { scene: document.sceneId, layer: geometry.layer, property: 'position' }
    document.apply(
      'Key added on the route',
      (draft) => addKey(draft, ref, time, document.makeId),
      () => {
        const made = findProperty(document.project!, ref)?.keys.find(({ t }) => t === time)
        if (made) selection.selectKeysAmong([refOf(geometry, made.id)])
      },
    )
  }

  return { pressBead, pressHandle, pressPiece, nudgeKey, isOnLayer, tag, holds }
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
  const at = pointerIn(event, drawingOf(event))
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
