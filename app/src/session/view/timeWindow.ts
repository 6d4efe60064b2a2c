import { clamp } from '@arrow-bend/core/number'
import { computed, ref, type ComputedRef } from 'vue'
import { frameTicks, type FrameRate, type Ticks } from '@arrow-bend/core/time'

/** Clear px before the first frame, where an open lane's numbers stand, and after the last. */
const LEAD = 44
const TAIL = 24
/** So near that a frame is at least so many px wide. */
const FRAME_PX = 60
/** Lanes are laid out as if at least so wide, px. */
const LEAST_WIDTH = 50

/** Which stretch of a scene's time the lanes show, and how wide. */
export function createTimeWindow(duration: ComputedRef<Ticks>, rate: () => FrameRate) {
  const laneWidth = ref(900)
  const zoom = ref(1)
  /** Ticks at x = LEAD. */
  const origin = ref(0)

  const room = (): number => Math.max(LEAST_WIDTH, laneWidth.value - LEAD - TAIL)
  const pixelsPerTick = computed(() => (zoom.value * room()) / duration.value)
  /** Near enough to see single frames, however long the scene is. */
  const mostZoom = computed(() => Math.max(1, (FRAME_PX * (duration.value / frameTicks(rate()))) / room()))
  const heldZoom = (wanted: number): number => clamp(wanted, 1, mostZoom.value)

  // Plain functions, made anew with the view: what calls them ten thousand times depends on the view but once.
  const xOf = computed(() => {
    const [start, scale] = [origin.value, pixelsPerTick.value]
    return (time: number): number => LEAD + (time - start) * scale
  })
  const timeOf = computed(() => {
    const [start, scale] = [origin.value, pixelsPerTick.value]
    return (x: number): number => start + (x - LEAD) / scale
  })

  const heldOrigin = (start: number): number => {
    const shown = (laneWidth.value - LEAD - TAIL) / pixelsPerTick.value
    return Math.max(0, Math.min(start, duration.value - shown))
  }
  /** Shows a stretch of time from edge to edge. */
  const showFrom = (start: number): void => {
    origin.value = heldOrigin(start)
  }
  /** Zooms about a place in the lanes, px from their left edge. */
  const zoomAt = (x: number, factor: number): void => {
    const anchor = timeOf.value(x)
    zoom.value = heldZoom(zoom.value * factor)
    showFrom(anchor - (x - LEAD) / pixelsPerTick.value)
  }
  const slide = (pixels: number): void => showFrom(origin.value + pixels / pixelsPerTick.value)
  /** @param share of the view that the times fill */
  const fitTimes = (from: number, to: number, share = 0.9): void => {
    zoom.value = heldZoom((duration.value / Math.max(1, to - from)) * share)
    showFrom((from + to) / 2 - room() / 2 / pixelsPerTick.value)
  }
  /** Shows as much from a moment on, as kept with a scene. */
  const showAs = (kept: { readonly zoom?: number; readonly origin?: number }): void => {
    zoom.value = heldZoom(kept.zoom ?? 1)
    showFrom(kept.origin ?? 0)
  }
  const fitAll = (): void => showAs({})
  /** The stretch of time in view, ticks. */
  const shown = computed<readonly [number, number]>(() => [
    Math.max(0, timeOf.value(LEAD)),
    Math.min(duration.value, timeOf.value(laneWidth.value - TAIL)),
  ])
  /** Brings a moment into view when it is not. */
  const reveal = (time: Ticks): void => {
    const x = xOf.value(time)
    if (x < 0 || x > laneWidth.value) showFrom(time - (laneWidth.value * 0.2) / pixelsPerTick.value)
  }

  return {
    laneWidth,
    zoom,
    origin,
    pixelsPerTick,
    xOf,
    timeOf,
    zoomAt,
    slide,
    fitTimes,
    fitAll,
    showFrom,
    showAs,
    shown,
    reveal,
  }
}
