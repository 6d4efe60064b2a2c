import { defineStore } from 'pinia'
import { computed, markRaw, reactive, ref, shallowRef } from 'vue'
import type { Property } from '@arrow-bend/core/property'
import { asTicks, frameTicks, type Ticks } from '@arrow-bend/core/time'
import type { ValueRange } from '../../chart/graph/graphScale.ts'
import { useDocument } from '../document/document.ts'

/** Clear px before the first frame, where an open lane's numbers stand, and after the last. */
export const LEAD = 44
const TAIL = 24
/** So near that a frame is at least so many px wide. */
const FRAME_PX = 60

/** A lane opened into its graph. */
export interface OpenLane {
  /** px */
  readonly height: number
  readonly graph: 'value' | 'speed' | 'both'
  /** A place shows how far it has gone along its route, in place of X and Y. */
  readonly along: boolean
  /** Whether a drag across the speed graph draws the speed. */
  readonly drawing: boolean
  /** The values each graph is asked to show; all there are where left out. */
  readonly ranges: Readonly<Partial<Record<'value' | 'distance' | 'speed', ValueRange>>>
}

/** A moment that a drag in time has come into line with. */
export interface SnapLine {
  readonly time: number
  /** What stands there. */
  readonly words: string
}

/** Which rows are listed. */
export type RowFilter = 'animated' | 'all' | 'selected'

/** Which keys of an open lane have a bead between two heights of it, px; null where its beads do not tell. */
export type BeadsBetween = (top: number, bottom: number) => ReadonlySet<string> | null

const OPEN: OpenLane = { height: 132, graph: 'value', along: false, drawing: false, ranges: {} }
/** Whether a lane has a graph to be opened into: one that does not move, or only switches, has none. */
export const hasGraph = ({ kind, keys }: Property): boolean => keys.length > 1 && kind !== 'choice'

const LEAST_OPEN = 72
const MOST_OPEN = 400
const NEXT_GRAPH = { value: 'speed', speed: 'both', both: 'value' } as const

/** The view as kept with a scene. */
export interface KeptView {
  readonly zoom: number
  readonly origin: number
  readonly filter: RowFilter
  readonly folded: readonly string[]
  readonly full: readonly string[]
  readonly open: readonly (readonly [string, OpenLane])[]
  readonly order: readonly (readonly [string, readonly string[]])[]
}

/** How the deck shows time and rows. */
export const useView = defineStore('view', () => {
  const document = useDocument()
  const laneWidth = ref(900)
  const zoom = ref(1)
  /** Ticks at x = LEAD. */
  const origin = ref(0)
  const filter = shallowRef<RowFilter>('animated')
  const search = shallowRef('')
  /** What a drag in time has come into line with; null for nothing. */
  const snapLine = shallowRef<SnapLine | null>(null)
  /** Layers whose fold differs from how they start. */
  const folded = reactive(new Set<string>())
  /** Layers that list all their properties whatever the filter. */
  const full = reactive(new Set<string>())
  /** Properties of layers in an order of the person’s own, by layer; those not named come after in their usual order. */
  const order = reactive(new Map<string, readonly string[]>())

  /** Open lanes by `layer/property`. */
  const open = reactive(new Map<string, OpenLane>())
  /** Ids of the layers whose rows are in view. */
  const rowsInView = shallowRef<ReadonlySet<string>>(new Set())
  /** How open lanes tell which beads a rectangle takes in, while they are shown. */
  const beadsOf = markRaw(new Map<string, BeadsBetween>())

  /** As high as a lane goes, or as high as it is at first. */
  const stretchLane = (lane: string): void => {
    const tall = open.get(lane)?.height === MOST_OPEN
    open.set(lane, { ...(open.get(lane) ?? OPEN), height: tall ? OPEN.height : MOST_OPEN })
  }
  const toggleLane = (lane: string): void => {
    if (!open.delete(lane)) open.set(lane, OPEN)
  }
  const changeLane = (lane: string, change: Partial<OpenLane>): void => {
    const now = open.get(lane)
    if (!now) return
    const height = Math.min(MOST_OPEN, Math.max(LEAST_OPEN, change.height ?? now.height))
    open.set(lane, { ...now, ...change, height })
  }
  /** Value, then speed, then both, for all open lanes given. */
  const turnGraphs = (lanes: readonly string[]): void => {
    for (const lane of lanes) {
      const now = open.get(lane)
      if (now) changeLane(lane, { graph: NEXT_GRAPH[now.graph] })
    }
  }

  const duration = computed(() => document.scene?.duration ?? asTicks(1))
  const pixelsPerTick = computed(
    () => (zoom.value * Math.max(50, laneWidth.value - LEAD - TAIL)) / duration.value,
  )

  /** Near enough to see single frames, however long the scene is. */
  const mostZoom = computed(() => {
    const frames = duration.value / frameTicks(document.rate)
    return Math.max(1, (FRAME_PX * frames) / Math.max(50, laneWidth.value - LEAD - TAIL))
  })

  // Plain functions, made anew with the view: what calls them ten thousand times depends on the view but once.
  const xOf = computed(() => {
    const [start, scale] = [origin.value, pixelsPerTick.value]
    return (time: number): number => LEAD + (time - start) * scale
  })
  const timeOf = computed(() => {
    const [start, scale] = [origin.value, pixelsPerTick.value]
    return (x: number): number => start + (x - LEAD) / scale
  })

  const hold = (start: number): number => {
    const shown = (laneWidth.value - LEAD - TAIL) / pixelsPerTick.value
    return Math.max(0, Math.min(start, duration.value - shown))
  }
  /** Zooms about a place in the lanes, px from their left edge. */
  const zoomAt = (x: number, factor: number): void => {
    const anchor = timeOf.value(x)
    zoom.value = Math.min(mostZoom.value, Math.max(1, zoom.value * factor))
    origin.value = hold(anchor - (x - LEAD) / pixelsPerTick.value)
  }
  const slide = (pixels: number): void => {
    origin.value = hold(origin.value + pixels / pixelsPerTick.value)
  }
  /** @param share of the view that the times fill */
  const fitTimes = (from: number, to: number, share = 0.9): void => {
    const room = Math.max(50, laneWidth.value - LEAD - TAIL)
    const wanted = (duration.value / Math.max(1, to - from)) * share
    zoom.value = Math.min(mostZoom.value, Math.max(1, wanted))
    origin.value = hold((from + to) / 2 - room / 2 / pixelsPerTick.value)
  }
  const fitAll = (): void => {
    zoom.value = 1
    origin.value = 0
  }
  /** Shows a stretch of time from edge to edge. */
  const showFrom = (start: number): void => {
    origin.value = hold(start)
  }
  /** The stretch of time in view, ticks. */
  const shown = computed<readonly [number, number]>(() => [
    Math.max(0, timeOf.value(LEAD)),
    Math.min(duration.value, timeOf.value(laneWidth.value - TAIL)),
  ])
  /** Moves a lane among those of its layer. */
  const moveLane = (layer: string, listed: readonly string[], property: string, by: number): void => {
    const from = listed.indexOf(property)
    const to = Math.min(listed.length - 1, Math.max(0, from + by))
    if (from < 0 || to === from) return
    const next = listed.filter((name) => name !== property)
    next.splice(to, 0, property)
    order.set(layer, next)
  }
  /** Folds every layer given, or unfolds it; `starts` tells which start folded. */
  const foldAll = (
    layers: readonly { readonly id: string; readonly startsFolded: boolean }[],
    fold: boolean,
  ): void => {
    for (const { id, startsFolded } of layers) {
      if (startsFolded === fold) folded.delete(id)
      else folded.add(id)
    }
  }
  /** What of the view is kept with a project, as plain data. */
  const kept = computed(() => ({
    zoom: zoom.value,
    origin: origin.value,
    filter: filter.value,
    folded: [...folded],
    full: [...full],
    open: [...open],
    order: [...order],
  }))
  /** The scene whose view this is, by `document.place`; null before any was opened. */
  const keptFor = shallowRef<string | null>(null)
  const restore = (state: Partial<KeptView>): void => {
    zoom.value = Math.min(mostZoom.value, Math.max(1, state.zoom ?? 1))
    origin.value = hold(state.origin ?? 0)
    filter.value = state.filter ?? 'animated'
    search.value = ''
    for (const [set, list] of [
      [folded, state.folded],
      [full, state.full],
    ] as const) {
      set.clear()
      for (const id of list ?? []) set.add(id)
    }
    open.clear()
    for (const [lane, how] of state.open ?? []) open.set(lane, { ...OPEN, ...how })
    order.clear()
    for (const [layer, names] of state.order ?? []) order.set(layer, names)
  }
  /** Brings a moment into view when it is not. */
  const reveal = (time: Ticks): void => {
    const x = xOf.value(time)
    if (x < 0 || x > laneWidth.value)
      origin.value = hold(time - (laneWidth.value * 0.2) / pixelsPerTick.value)
  }
  return {
    laneWidth,
    zoom,
    origin,
    filter,
    search,
    snapLine,
    folded,
    full,
    open,
    beadsOf,
    rowsInView,
    toggleLane,
    stretchLane,
    changeLane,
    turnGraphs,
    duration,
    pixelsPerTick,
    xOf,
    timeOf,
    zoomAt,
    slide,
    fitTimes,
    fitAll,
    showFrom,
    shown,
    order,
    moveLane,
    foldAll,
    kept,
    keptFor,
    restore,
    reveal,
  }
})
