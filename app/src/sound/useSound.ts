import { watchDebounced } from '@vueuse/core'
import { onBeforeUnmount, watch } from 'vue'
import type { Asset, SceneSampler } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { pageClock } from '../session/playback/clock.ts'
import { usePlayback } from '../session/playback/playback.ts'
import { usePreferences } from '../session/preferences.ts'
import { assetShelf } from '../storage/index.ts'
import type { RestingDevice } from './restingDevice.ts'
import type { SoundPlayer } from './soundPlayer.ts'

export interface Sounds {
  /** To be called with each frame that plays. */
  readonly follow: (sampler: SceneSampler) => void
  /** To be called with each frame that is gone to while nothing plays. */
  readonly scrub: (sampler: SceneSampler) => void
}

/** ms */
const [JUST_PLAYED, STEADY] = [120, 150]

/** Lets sounds be heard while a project that has any is played, or scrubbed through; playback goes by their clock. */
export function useSound(): Sounds {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  let context: AudioContext | null = null
  let device: RestingDevice | null = null
  let player: SoundPlayer | null = null
  let coming: Promise<SoundPlayer | null> | null = null
  let isGone = false
  /** When something played last, ms: where playback ends, or begins anew from, was heard already. */
  let playedAt = -Infinity

  const sounding = (): readonly Asset[] =>
    (document.project?.assets ?? []).filter(({ kind }) => kind !== 'picture')
  const make = async (): Promise<SoundPlayer | null> => {
    const [{ SoundPlayer: Player }, { soundClock }, { restingDevice }] = await Promise.all([
      import('./soundPlayer.ts'),
      import('./soundClock.ts'),
      import('./restingDevice.ts'),
    ])
    if (isGone) return null
    context = new AudioContext()
    device = restingDevice(context)
    if (isHeardNow()) device.wake()
    else device.restSoon()
    const clock = soundClock(context)
    player = new Player(context, assetShelf.read, clock.heard)
    playback.goBy(clock)
    return player
  }
  /** Makes all sounds ready; null where the screen was left meanwhile. */
  const load = async (): Promise<SoundPlayer | null> => {
    const made = await (coming ??= make())
    await made?.load(sounding())
    return made
  }
  // What comes into the project later is made ready, too.
  watch(
    () => document.project?.assets,
    () => player && void load(),
  )
  const pace = (): number => (playback.speed * preferences.playPercent) / 100

  const isHeardNow = (): boolean => playback.playing && !preferences.muted
  watch(isHeardNow, async (isHeard) => {
    if (!isHeard) {
      player?.rest()
      device?.restSoon()
    } else if (sounding().length > 0) {
      device?.wake()
      await load()
    }
  })
  /** Of the playback when it goes forward at another pace; null where that is to be silent, or is as in life. */
  const keptPace = (): number | null => {
    const now = pace()
    return preferences.pitchKept && !preferences.muted && playback.playing && now > 0 && now !== 1
      ? now
      : null
  }
  const keepPitch = async (wanted: number | null): Promise<void> => {
    if (wanted === null || sounding().length === 0) return
    const made = await load()
    const { stretchedIn } = await import('../work/soundReader.ts')
    await made?.keepPitch(sounding(), wanted, async (asset) => {
      const blob = await assetShelf.read(asset).catch(() => null)
      return blob && keptPace() === wanted ? stretchedIn(asset.id, blob, wanted).catch(() => null) : null
    })
  }
  // Not for every speed a drag passes.
  watchDebounced(keptPace, keepPitch, { debounce: STEADY })
  watch(
    () => preferences.pitchKept,
    (is) => is || player?.leavePitch(),
  )
  onBeforeUnmount(() => {
    isGone = true
    player?.rest()
    playback.goBy(pageClock)
    device?.leave()
    // A browser has few of them.
    void context?.close()
  })
  return {
    follow: (sampler) => {
      playedAt = performance.now()
      if (!preferences.muted) player?.follow(sampler, pace())
    },
    scrub: (sampler) => {
      if (
        performance.now() - playedAt < JUST_PLAYED ||
        preferences.muted ||
        !preferences.scrubHeard ||
        sounding().length === 0
      )
        return
      if (player) {
        device?.wake()
        player.glance(sampler)
        device?.restSoon()
      }
      // No sound may start before the person did something on the page.
      else if (navigator.userActivation.hasBeenActive) void load()
    },
  }
}
