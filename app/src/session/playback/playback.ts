import { watchDebounced } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { asTicks, frameAt, frameTicks, snapToFrame, type Ticks } from '@arrow-bend/core/time'
import { projectStorage } from '../../storage/index.ts'
import { pageClock, type Clock } from './clock.ts'
import { useDocument } from '../document/document.ts'
import { FrameMeter } from './frameMeter.ts'
import { usePreferences } from '../preferences.ts'
import { placeOfRun, type Run } from './transport.ts'

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

  let clock: Clock = pageClock
  let now = 0
  let stopClock = (): void => undefined
  let run: Run = { from: 0, since: 0, pace: 1 }
  let meter = new FrameMeter(0)

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
    const since = clock.now()
    run = { from: now, since, pace: (speed.value * preferences.playPercent) / 100 }
    meter = new FrameMeter(since)
  }

  const tick = (stamp: number): void => {
    if (speed.value === 0 || !scene.value) return
    const [start, end] = range.value
    const { at, ended } = placeOfRun(run, stamp, { start, end, loops: preferences.loop })
    if (ended) {
      pause()
      seek(at <= start ? start : Math.max(start, end - frameTicks(scene.value.rate)))
    } else show(at, stamp)
  }

  /** Shows a moment at its frame, and tells Vue now and then. */
  const show = (at: number, stamp: number): void => {
    const step = frameTicks(scene.value!.rate)
    const frame = Math.floor(at / step)
    now = at
    const { isNew, reading } = meter.tick(frame, stamp)
    if (isNew) tell(asTicks(frame * step))
    if (!reading) return
    framesPerSecond.value = reading.perSecond
    droppedFrames.value = reading.dropped
    time.value = asTicks(frame * step)
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
    stopClock()
    stopClock = clock.onTick(tick)
  }
  const pause = (): void => {
    if (speed.value === 0) return
    speed.value = 0
    stopClock()
    framesPerSecond.value = 0
    if (scene.value)
      seek(
        snapToFrame(
          Math.floor(now / frameTicks(scene.value.rate)) * frameTicks(scene.value.rate),
          scene.value.rate,
        ),
      )
  }
  /** From here on playback goes by another clock; what plays is paused. */
  const goBy = (next: Clock): void => {
    pause()
    clock = next
  }
  /** J and L: in that direction, again: twice as fast, up to eight times. */
  const shuttle = (direction: 1 | -1): void => {
    const faster = Math.sign(speed.value) === direction ? Math.min(8, Math.abs(speed.value) * 2) : 1
    if (speed.value !== 0) time.value = asTicks(Math.round(now))
    play(direction * faster)
  }

  /** Puts the playhead where the scene was last left. */
  const recall = async (place: string): Promise<void> => {
    const kept = await projectStorage.preference(`playhead:${place}`).catch(() => undefined)
    if (documentStore.place === place && typeof kept === 'number') seek(kept)
  }
  // From here on at the new pace, from where it is.
  watch(
    () => preferences.playPercent,
    () => speed.value !== 0 && restart(),
  )
  watch(
    () => documentStore.place,
    (place) => {
      pause()
      now = 0
      time.value = asTicks(0)
      if (place) void recall(place)
    },
    { immediate: true },
  )
  watchDebounced(
    time,
    (at) => {
      const { place } = documentStore
      if (place && speed.value === 0)
        void projectStorage.keepPreference(`playhead:${place}`, at).catch(() => undefined)
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
    goBy,
    onFrame: (listener: FrameListener): (() => void) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
  }
})
