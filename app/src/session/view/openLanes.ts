import { clamp } from '@arrow-bend/core/number'
import { markRaw, reactive, shallowRef } from 'vue'
import type { Property } from '@arrow-bend/core/property'
import type { ValueRange } from '../../chart/graph/graphScale.ts'

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

/** Which keys of an open lane have a bead between two heights of it, px; null where its beads do not tell. */
export type BeadsBetween = (top: number, bottom: number) => ReadonlySet<string> | null

export type KeptLanes = readonly (readonly [string, OpenLane])[]

const OPEN: OpenLane = { height: 132, graph: 'value', along: false, drawing: false, ranges: {} }
const LEAST_OPEN = 72
/** As high as a lane is dragged; the whole deck may be more. */
const MOST_OPEN = 400
const NEXT_GRAPH = { value: 'speed', speed: 'both', both: 'value' } as const

/** Whether a lane has a graph to be opened into: one that does not move, or only switches, has none. */
export const hasGraph = ({ kind, keys }: Property): boolean => keys.length > 1 && kind !== 'choice'

/** The lanes opened into their graphs, by `layer/property`. */
export function createOpenLanes() {
  const open = reactive(new Map<string, OpenLane>())
  /** How open lanes tell which beads a rectangle takes in, while they are shown. */
  const beadsOf = markRaw(new Map<string, BeadsBetween>())

  /** How much of the deck shows rows, px. */
  const deckHeight = shallowRef(MOST_OPEN)
  /** The lane that is to be brought into view as a whole. */
  const wanted = shallowRef<string | null>(null)

  /** Gives a lane the whole deck, or makes it as high as it is at first. */
  const stretchLane = (lane: string): void => {
    const whole = Math.max(OPEN.height, deckHeight.value)
    const has = open.get(lane)?.height === whole
    open.set(lane, { ...(open.get(lane) ?? OPEN), height: has ? OPEN.height : whole })
    wanted.value = has ? null : lane
  }
  const toggleLane = (lane: string): void => {
    if (!open.delete(lane)) open.set(lane, OPEN)
  }
  const changeLane = (lane: string, change: Partial<OpenLane>): void => {
    const now = open.get(lane)
    if (!now) return
    const height = clamp(change.height ?? now.height, LEAST_OPEN, Math.max(MOST_OPEN, deckHeight.value))
    open.set(lane, { ...now, ...change, height })
  }
  /** Value, then speed, then both, for all open lanes given. */
  const turnGraphs = (lanes: readonly string[]): void => {
    for (const lane of lanes) {
      const now = open.get(lane)
      if (now) changeLane(lane, { graph: NEXT_GRAPH[now.graph] })
    }
  }
  const restoreLanes = (kept: KeptLanes = []): void => {
    open.clear()
    for (const [lane, how] of kept) open.set(lane, { ...OPEN, ...how })
  }

  return { open, beadsOf, deckHeight, wanted, stretchLane, toggleLane, changeLane, turnGraphs, restoreLanes }
}
