import { defineStore } from 'pinia'
import { computed, markRaw, reactive, ref, shallowRef } from 'vue'
import type { Property } from '@arrow-bend/core/property'
import { asTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument } from './document.ts'

/** Clear px before the first frame, where an open lane's numbers stand, and after the last. */
export const LEAD = 44
const TAIL = 24
const MOST_ZOOM = 400

/** A stretch of values. */
export interface ValueRange {
  readonly low: number
  readonly high: number
}

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

/** Which keys of an open lane have a bead between two heights of it, px; null where its beads do not tell. */
export type BeadsBetween = (top: number, bottom: number) => ReadonlySet<string> | null

const OPEN: OpenLane = { height: 132, graph: 'value', along: false, drawing: false, ranges: {} }
/** Whether a lane has a graph to be opened into: one that does not move, or only switches, has none. */
export const hasGraph = ({ kind, keys }: Property): boolean => keys.length > 1 && kind !== 'choice'

const LEAST_OPEN = 72
const MOST_OPEN = 400
const NEXT_GRAPH = { value: 'speed', speed: 'both', both: 'value' } as const

/** How the deck shows time and rows. */
export const useView = defineStore('view', () => {
  const document = useDocument()
  const laneWidth = ref(900)
  const zoom = ref(1)
  /** Ticks at x = LEAD. */
  const origin = ref(0)
  const filter = shallowRef<'animated' | 'all'>('animated')
  const search = shallowRef('')
  /** What a drag in time has come into line with; null for nothing. */
  const snapLine = shallowRef<SnapLine | null>(null)
  /** Layers whose fold differs from how they start. */
  const folded = reactive(new Set<string>())
  /** Layers that list all their properties whatever the filter. */
  const full = reactive(new Set<string>())

  /** Open lanes by `layer/property`. */
  const open = reactive(new Map<string, OpenLane>())
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
    zoom.value = Math.min(MOST_ZOOM, Math.max(1, zoom.value * factor))
    origin.value = hold(anchor - (x - LEAD) / pixelsPerTick.value)
  }
  const slide = (pixels: number): void => {
    origin.value = hold(origin.value + pixels / pixelsPerTick.value)
  }
  const fitTimes = (from: number, to: number): void => {
    const room = Math.max(50, laneWidth.value - LEAD - TAIL)
    const wanted = (duration.value / Math.max(1, to - from)) * 0.9
    zoom.value = Math.min(MOST_ZOOM, Math.max(1, wanted))
    origin.value = hold((from + to) / 2 - room / 2 / pixelsPerTick.value)
  }
  const fitAll = (): void => {
    zoom.value = 1
    origin.value = 0
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
    reveal,
  }
})
