import { shallowRef, type ShallowRef } from 'vue'
import {
  addKey,
  bendGraph,
  findProperty,
  moveKeys,
  setGraphHandle,
  shiftKeyValues,
  type KeyRef,
  type PropertyRef,
} from '@arrow-bend/core/edit'
import { KIND_WIDTH, timedKeys } from '@arrow-bend/core/property'
import { asTicks, frameTicks, snapToFrame, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { useDocument } from '../../../session/document.ts'
import { usePlayback } from '../../../session/playback.ts'
import { usePreferences } from '../../../session/preferences.ts'
import { useSelection } from '../../../session/selection.ts'
import { useView } from '../../../session/view.ts'
import { arrowWay } from '../stage/arrowWay.ts'
import { usePointerDrag, type PointerTag } from '../usePointerDrag.ts'
import type { GraphBead, GraphDrawing, GraphGrip, GraphOf, Range } from './graphDrawing.ts'
import { snapTime, snapTimes } from './snapTime.ts'

/** The graph a handle is dragged in. */
export interface GraphPane {
  readonly of: GraphOf
  readonly drawing: GraphDrawing
}

export interface GraphDrag {
  readonly pressBead: (event: PointerEvent, bead: GraphBead, drawing: GraphDrawing) => void
  readonly pressGrip: (event: PointerEvent, grip: GraphGrip, pane: GraphPane) => void
  /** Drags the curve itself between two keys: both handles turn so that it follows. */
  readonly pressCurve: (event: PointerEvent, component: number, drawing: GraphDrawing) => void
  /** Adds a key where the curve was pressed twice; the motion stays. */
  readonly addKeyAt: (event: MouseEvent) => void
  readonly nudgeBead: (event: KeyboardEvent, bead: GraphBead, step: number) => void
  readonly nudgeGrip: (event: KeyboardEvent, grip: GraphGrip, pane: GraphPane) => void
  readonly tag: ShallowRef<PointerTag | null>
  /** Room each graph keeps while something is dragged: it grows as it is needed, and is given back after. */
  readonly held: ShallowRef<Readonly<Record<GraphOf, Range | null>>>
}

/** How near a time or a value pulls, px. */
const PULL = 6
/** What a handle without reach gets when its speed is set. */
const SOME_REACH = 0.1
const NOTHING_HELD = { value: null, speed: null } as const

/** Keys and handles in a graph, by hand and by keyboard. */
export function useGraphDrag(lane: () => PropertyRef): GraphDrag {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const selection = useSelection()
  const view = useView()
  const { drag, tag } = usePointerDrag({ stage: false })
  const held = shallowRef<Readonly<Record<GraphOf, Range | null>>>(NOTHING_HELD)

  const refOf = (key: string): KeyRef => ({ ...lane(), key })
  const words = (value: number): string => String(Number(value.toFixed(1))).replace('-', '−')
  /** Keeps the room there is, and what a value needs beyond it. */
  const hold = (of: GraphOf, { low, high }: Range, value: number): void => {
    const now = held.value[of] ?? { low, high }
    held.value = { ...held.value, [of]: { low: Math.min(now.low, value), high: Math.max(now.high, value) } }
  }
  const release = (): void => {
    held.value = NOTHING_HELD
  }

  const pressBead = (event: PointerEvent, bead: GraphBead, drawing: GraphDrawing): void => {
    const ref = refOf(bead.key)
    const add = event.shiftKey || event.ctrlKey || event.metaKey
    const wasChosen = selection.hasKey(ref)
    if (!wasChosen) selection.selectKeys([ref], add)
    const scene = document.scene!
    const refs = selection.keys.filter(
      ({ layer, property }) => layer === ref.layer && property === ref.property,
    )
    const times = [...snapTimes(scene, new Set(refs.map(({ key }) => key))), playback.time]
    const start = view.timeOf(bead.x)
    const { scale } = drawing
    const stops = [0, ...drawing.beads.filter(({ key }) => key !== bead.key).map(({ value }) => value)]
    drag(event, {
      label: refs.length > 1 ? 'Keys moved' : 'Key moved',
      moveTo: ({ way, event: { shiftKey, ctrlKey, metaKey } }) => {
        const level = Math.abs(way[0]) > Math.abs(way[1])
        const free = ctrlKey || metaKey
        const raw = start + (shiftKey && !level ? 0 : way[0]) / view.pixelsPerTick
        const time =
          preferences.snap && !free
            ? snapTime(raw, { rate: scene.rate, times, within: PULL / view.pixelsPerTick })
            : Math.round(raw)
        const y = bead.y + (shiftKey && level ? 0 : way[1])
        const near = free ? undefined : stops.find((stop) => Math.abs(scale.y(stop) - y) < PULL)
        const value = shiftKey && level ? bead.value : (near ?? scale.valueOf(y))
        hold('value', scale, value)
        const by = [0, 0]
        by[bead.component] = value - bead.value
        return {
          recipe: (draft) => {
            shiftKeyValues(draft, refs, by)
            moveKeys(draft, refs, time - Math.round(start))
          },
          words: words(value),
        }
      },
      // A press meant for a drag along one axis must not take the key from the selection first.
      click: () => add && wasChosen && selection.selectKeys([ref], true),
      ended: release,
    })
  }

  const setGrip = (grip: GraphGrip, of: GraphOf, reach: number, amount: number) => {
    const used = of === 'speed' && reach === 0 ? SOME_REACH : Math.min(1, Math.max(0, reach))
    const offset = [...grip.offset]
    const way = grip.side === 'leave' ? 1 : -1
    // A graph of speed says how fast; how far the handle's end then lies from its key follows from its reach.
    if (of === 'speed')
      grip.offset.forEach((_, i) => {
        const speed = i === grip.component ? amount : grip.speeds[i]!
        offset[i] = way * speed * used * grip.seconds
      })
    else offset[grip.component] = amount
    return { side: grip.side, reach: used, offset }
  }

  const pressGrip = (event: PointerEvent, grip: GraphGrip, { of, drawing: { scale } }: GraphPane): void => {
    const ref = refOf(grip.key)
    const long = Math.abs(view.pixelsPerTick * grip.seconds * TICKS_PER_SECOND)
    const key = scale.valueOf(grip.fromY)
    drag(event, {
      label: 'Handle moved',
      moveTo: ({ way, event: { shiftKey, altKey } }) => {
        const level = Math.abs(way[0]) > Math.abs(way[1])
        const along = shiftKey && !level ? 0 : (grip.side === 'leave' ? way[0] : -way[0]) / long
        const reach = Math.min(1, Math.max(0, grip.reach + along))
        const y = grip.y + (shiftKey && level ? 0 : way[1])
        const flat = of === 'value' ? grip.fromY : scale.y(0)
        const at = Math.abs(y - flat) < PULL ? scale.valueOf(flat) : scale.valueOf(y)
        hold(of, scale, at)
        const move = setGrip(grip, of, reach, of === 'speed' ? at : at - key)
        return {
          recipe: (draft) => setGraphHandle(draft, ref, { ...move, free: altKey }),
          words: `${Math.round(move.reach * 100)} %  ${words(of === 'speed' ? at : at - key)}`,
        }
      },
      ended: release,
    })
  }

  /** The moment under the pointer, in ticks. */
  const momentOf = (event: MouseEvent): number => {
    const { left } = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect()
    return view.timeOf(event.clientX - left)
  }
  const pressCurve = (event: PointerEvent, component: number, { scale }: GraphDrawing): void => {
    const property = findProperty(document.project!, lane())
    const time = momentOf(event)
    const keys = property ? timedKeys(property) : []
    const at = keys.findLastIndex(({ t }) => t < time)
    const [from, to] = [keys[at], keys[at + 1]]
    if (!property || !from || !to) return
    const u = (time - from.t) / (to.t - from.t)
    const start = scale.valueOf(0)
    selection.selectSpans([refOf(from.id)])
    drag(event, {
      label: 'Graph bent',
      moveTo: ({ way }) => {
        const by = Array.from({ length: KIND_WIDTH[property.kind] }, (_, i) =>
          i === component ? scale.valueOf(way[1]) - start : 0,
        )
        return {
          recipe: (draft) => bendGraph(draft, refOf(from.id), { u, by }),
          words: `${by[component]! > 0 ? '+' : ''}${words(by[component]!)}`,
        }
      },
      ended: release,
    })
  }
  const addKeyAt = (event: MouseEvent): void => {
    const exact = Math.round(momentOf(event))
    const time = preferences.snap ? snapToFrame(exact, document.rate) : asTicks(exact)
    document.apply('Key added', (draft) => addKey(draft, lane(), time, document.makeId))
  }

  const nudgeBead = (event: KeyboardEvent, { key, component }: GraphBead, step: number): void => {
    const by = arrowWay(event)
    if (!by) return
    const ref = refOf(key)
    if (!selection.hasKey(ref)) selection.selectKeys([ref])
    const values = [0, 0]
    values[component] = -by[1] * step
    const frame = frameTicks(document.rate)
    document.apply('Key nudged', (draft) => {
      shiftKeyValues(draft, [ref], values)
      moveKeys(draft, [ref], by[0] * frame)
    })
  }
  const nudgeGrip = (event: KeyboardEvent, grip: GraphGrip, { of, drawing: { scale } }: GraphPane): void => {
    const by = arrowWay(event)
    if (!by) return
    const reach = grip.reach + ((grip.side === 'leave' ? 1 : -1) * by[0]) / 100
    const amount = of === 'speed' ? grip.speeds[grip.component]! : grip.offset[grip.component]!
    const move = setGrip(grip, of, reach, amount - (by[1] * (scale.high - scale.low)) / 100)
    document.apply('Handle nudged', (draft) =>
      setGraphHandle(draft, refOf(grip.key), { ...move, free: event.altKey }),
    )
  }
  return { pressBead, pressGrip, pressCurve, addKeyAt, nudgeBead, nudgeGrip, tag, held }
}
