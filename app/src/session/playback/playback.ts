import { clamp } from '@arrow-bend/core/number'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { asTicks, frameTicks, type Ticks } from '@arrow-bend/core/time'
import { keepPlayhead } from './keepPlayhead.ts'
import type { Clock } from './clock.ts'
import { useDocument } from '../document/document.ts'
import { useFrameCount } from './frameCount.ts'
import { usePreferences } from '../preferences.ts'
import { pictureTime } from './pictureTime.ts'
import { playClock } from './playClock.ts'
import { playRange } from './playRange.ts'
import { framesOn, placeOfRun, shuttleSpeed, type Run } from './transport.ts'

/** The playhead, and what moves it. */
export const usePlayback = defineStore('playback', () => {
  const documentStore = useDocument()
  const preferences = usePreferences()
  /** Where the playhead stands; while playing it follows at 4 Hz only. */
  const time = shallowRef<Ticks>(asTicks(0))
  /** 0 when still; else times real speed, negative backwards. */
  const speed = shallowRef(0)
  const frames = useFrameCount()
  const picture = pictureTime()

  const scene = computed(() => documentStore.scene)
  const { range, lastFrame } = playRange(() => documentStore.scene)

  let [now, run]: [number, Run] = [0, { from: 0, since: 0, pace: 1 }]

  const seek = (to: number, quietly = false): void => {
    if (!scene.value) return
    const held = clamp(Math.round(to), 0, scene.value.duration)
    now = held
    time.value = asTicks(held)
    picture.show(time.value, quietly)
    if (speed.value !== 0) restart()
  }
  const seekFrames = (frames: number): void => {
    if (scene.value) seek(clamp(framesOn(time.value, scene.value.rate, frames), 0, lastFrame.value))
  }

  const restart = (): void => {
    const since = clock.now()
    run = { from: now, since, pace: (speed.value * preferences.playPercent) / 100 }
    frames.begin(since)
  }

  const placeNow = (stamp: number) =>
    placeOfRun(run, stamp, { start: range.value[0], end: range.value[1], loops: preferences.loop })
  const tick = (stamp: number): void => {
    if (speed.value === 0 || !scene.value) return
    const [start, end] = range.value
    const { at, ended } = placeNow(stamp)
    if (ended) {
      pause()
      seek(at <= start ? start : Math.max(start, end - frameTicks(scene.value.rate)))
    } else show(at, stamp)
  }

  const clock = playClock(tick)

  /** Shows a moment at its frame, and tells Vue now and then. */
  const show = (at: number, stamp: number): void => {
    const step = frameTicks(scene.value!.rate)
    const frame = Math.floor(at / step)
    now = at
    const { isNew, isTold } = frames.tick(frame, stamp)
    if (isNew) picture.show(asTicks(frame * step))
    if (isTold) time.value = asTicks(frame * step)
  }

  const play = (at = 1): void => {
    if (!scene.value) return
    const [start, end] = range.value
    if (time.value >= lastFrame.value || time.value < start || time.value >= end) {
      now = at > 0 ? start : end - 1
    } else now = time.value
    speed.value = at
    frames.clear()
    restart()
    clock.begin()
  }
  const pause = (): void => {
    if (speed.value === 0) return
    speed.value = 0
    clock.end()
    frames.end()
    if (!scene.value) return
    const step = frameTicks(scene.value.rate)
    seek(Math.floor(now / step) * step)
  }
  /** From here on playback goes by another clock; what plays goes on from where it is. */
  const goBy = (next: Clock): void => void (clock.goBy(next) && restart())
  /** J and L: in that direction, again: twice as fast, up to eight times. */
  const shuttle = (direction: 1 | -1): void => {
    if (speed.value !== 0) time.value = asTicks(Math.round(now))
    play(shuttleSpeed(speed.value, direction))
  }

  // From here on at the new pace, from where it is.
  watch(
    () => preferences.playPercent,
    () => speed.value !== 0 && restart(),
  )
  const place = (): string => documentStore.place
  watch(place, () => {
    pause()
    now = 0
    time.value = asTicks(0)
    picture.reset()
  })
  keepPlayhead({ place, time, isStill: () => speed.value === 0, putAt: (kept) => seek(kept, true) })

  return {
    time,
    speed,
    playing: computed(() => speed.value !== 0),
    ...frames.told,
    range,
    lastFrame,
    seek,
    seekFrames,
    play,
    pause,
    toggle: (): void => (speed.value === 0 ? play() : pause()),
    shuttle,
    /** The moment it has come to just now, between frames, too. */
    moment: (): Ticks => (speed.value === 0 ? time.value : asTicks(Math.round(placeNow(clock.now()).at))),
    goBy,
    ...picture.told,
  }
})
