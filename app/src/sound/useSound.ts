import { onBeforeUnmount, watch } from 'vue'
import type { SceneSampler } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { usePlayback } from '../session/playback/playback.ts'
import { usePreferences } from '../session/preferences.ts'
import { assetShelf } from '../storage/index.ts'
import type { SoundPlayer } from './soundPlayer.ts'

/** Lets sounds be heard while a project plays that has any. @returns to be called with each frame that plays */
export function useSound(): (sampler: SceneSampler) => void {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  let player: SoundPlayer | null = null
  let context: AudioContext | null = null

  watch(
    () => playback.playing && !preferences.muted,
    async (isHeard) => {
      const assets = document.project?.assets ?? []
      if (!isHeard) player?.rest()
      else if (assets.some(({ kind }) => kind !== 'picture')) {
        const made = await import('./soundPlayer.ts')
        // Stopped, or left, meanwhile.
        if (!playback.playing) return
        context ??= new AudioContext()
        player ??= new made.SoundPlayer(context, assetShelf.read)
        await player.load(assets)
      }
    },
  )
  onBeforeUnmount(() => {
    player?.rest()
    // A browser has few of them.
    void context?.close()
  })
  return (sampler) => {
    if (!preferences.muted) player?.follow(sampler, (playback.speed * preferences.playPercent) / 100)
  }
}
