import { watchDebounced } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import {
  asTicks,
  frameAt,
  frameTicks,
  snapToFrame,
  TICKS_PER_SECOND,
  type Ticks,
} from '@arrow-bend/core/time'
import { projectStorage } from '../storage/index.ts'
import { useDocument } from './document.ts'
import { usePreferences } from './preferences.ts'

/** Quiet time before the playhead's place is kept, ms. */
const KEEP_AFTER_MS = 400

/** Called for every frame shown, outside Vue's own updates. */
export type FrameListener = (time: Ticks) => void

/** The playhead, and what moves it. */
export const usePlayback = defineStore('playback', () => {
  const documentStore = useDocument()
  const preferences = usePreferences()
  /** Where the playhead stands; while playing it follows at 4 Hz only. */
  const time = shallowRef<Ticks>(asTicks(0))
  /** 0 when still; else times real speed, negative backwards. */
  const speed = shallowRef(0)
  const framesPerSecond = shallowRef(0)
  const droppedFrames = shallowRef(0)
  const listeners = new Set<FrameListener>()

  const scene = computed(() => documentStore.scene)
  const rangeStart = computed(() => scene.value?.playRange?.[0] ?? asTicks(0))
  const rangeEnd = computed(() => scene.value?.playRange?.[1] ?? scene.value?.duration ?? asTicks(1))
  const range = computed<readonly [Ticks, Ticks]>(() => [rangeStart.value, rangeEnd.value])
  const lastFrame = computed(() =>
    scene.value ? asTicks(scene.value.duration - frameTicks(scene.value.rate)) : asTicks(0),
  )

  let now = 0
  let request = 0
  let started = 0
  let from = 0
  let shown = { frame: -1, count: 0, since: 0, dropped: 0, told: 0 }

  const tell = (at: Ticks): void => listeners.forEach((listener) => listener(at))

  const seek = (to: number): void => {
    if (!scene.value) return
    const held = Math.min(Math.max(0, Math.round(to)), scene.value.duration)
    now = held
    time.value = asTicks(held)
    tell(time.value)
    if (speed.value !== 0) restart()
  }
  const seekFrames = (frames: number): void => {
    if (!scene.value) return
    const step = frameTicks(scene.value.rate)
    const frame = frameAt(time.value, scene.value.rate)
    const between = time.value % step !== 0
    const next = frames < 0 && between ? frame + 1 + frames : frame + frames
    seek(Math.min(Math.max(0, next) * step, lastFrame.value))
  }

  const restart = (): void => {
    started = performance.now()
    from = now
    shown = { frame: -1, count: 0, since: started, dropped: 0, told: started }
  }

  const loopOnce = (stamp: number): void => {
    if (speed.value === 0 || !scene.value) return
    request = requestAnimationFrame(loopOnce)
    const [start, end] = range.value
    const length = end - start
    const pace = (speed.value * preferences.playPercent) / 100
    const travelled = (Math.max(0, stamp - started) / 1000) * TICKS_PER_SECOND * pace
    let at = from + travelled
    if (at >= end || at < start) {
      if (!preferences.loop) {
        pause()
        seek(speed.value < 0 || at < start ? start : Math.max(start, end - frameTicks(scene.value.rate)))
        return
      }
      at = start + ((((at - start) % length) + length) % length)
    }
    show(at, stamp)
  }

  /** Shows a moment at its frame, counts what was skipped, and tells Vue now and then. */
  const show = (at: number, stamp: number): void => {
    const step = frameTicks(scene.value!.rate)
    const frame = Math.floor(at / step)
    now = at
    shown.count += 1
    if (frame !== shown.frame) {
      const skipped = Math.abs(frame - shown.frame) - 1
      if (shown.frame >= 0 && skipped > 0 && skipped < 12) shown.dropped += skipped
      shown.frame = frame
      tell(asTicks(frame * step))
    }
    if (stamp - shown.told < 250) return
    framesPerSecond.value = (shown.count * 1000) / (stamp - shown.since)
    droppedFrames.value = shown.dropped
    time.value = asTicks(frame * step)
    shown = { ...shown, count: 0, since: stamp, told: stamp }
  }

  const play = (at = 1): void => {
    if (!scene.value) return
    const [start, end] = range.value
    if (time.value >= lastFrame.value || time.value < start || time.value >= end) {
      now = at > 0 ? start : end - 1
    } else now = time.value
    speed.value = at
    droppedFrames.value = 0
    restart()
    cancelAnimationFrame(request)
    request = requestAnimationFrame(loopOnce)
  }
  const pause = (): void => {
    if (speed.value === 0) return
    speed.value = 0
    cancelAnimationFrame(request)
    framesPerSecond.value = 0
    if (scene.value)
      seek(
        snapToFrame(
          Math.floor(now / frameTicks(scene.value.rate)) * frameTicks(scene.value.rate),
          scene.value.rate,
        ),
      )
  }
  /** J and L: in that direction, again: twice as fast, up to eight times. */
  const shuttle = (direction: 1 | -1): void => {
    const faster = Math.sign(speed.value) === direction ? Math.min(8, Math.abs(speed.value) * 2) : 1
    if (speed.value !== 0) time.value = asTicks(Math.round(now))
    play(direction * faster)
  }

  /** Puts the playhead where the project was last left. */
  const recall = async (id: string): Promise<void> => {
    const kept = await projectStorage.preference(`playhead:${id}`).catch(() => undefined)
    if (documentStore.project?.id === id && typeof kept === 'number') seek(kept)
  }
  // From here on at the new pace, from where it is.
  watch(
    () => preferences.playPercent,
    () => speed.value !== 0 && restart(),
  )
  watch(
    () => documentStore.project?.id,
    (id) => {
      pause()
      now = 0
      time.value = asTicks(0)
      if (id) void recall(id)
    },
    { immediate: true },
  )
  watchDebounced(
    time,
    (at) => {
      const id = documentStore.project?.id
      if (id && speed.value === 0)
        void projectStorage.keepPreference(`playhead:${id}`, at).catch(() => undefined)
    },
    { debounce: KEEP_AFTER_MS },
  )

  return {
    time,
    speed,
    playing: computed(() => speed.value !== 0),
    framesPerSecond,
    droppedFrames,
    range,
    lastFrame,
    seek,
    seekFrames,
    play,
    pause,
    toggle: (): void => (speed.value === 0 ? play() : pause()),
    shuttle,
    onFrame: (listener: FrameListener): (() => void) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
  }
})
