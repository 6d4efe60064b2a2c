import { computed, type ComputedRef } from 'vue'
import { withRiders } from '@arrow-bend/core/scene'
import { frameTicks } from '@arrow-bend/core/time'
import type { OnionGhost, OnionSkin } from '../../../../draw/index.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useStageView } from '../../../../session/view/stageView.ts'

/** Opacity of the nearest ghost; each farther one has this share of the one before. */
const NEAREST = 0.55
const FADE = 0.72

/** The ghosts to draw now: of the selected layers, or of all that move; none while playing. */
export function useOnion(): ComputedRef<OnionSkin | null> {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const selection = useSelection()
  const stageView = useStageView()

  return computed(() => {
    const scene = document.scene
    if (!stageView.onion || stageView.before || playback.playing || !scene) return null
    const moving = scene.layers.filter(({ properties }) =>
      Object.values(properties).some(({ keys }) => keys.length > 1),
    )
    const subjects = selection.layers.length > 0 ? selection.layers : moving.map(({ id }) => id)
    const step = preferences.onionEvery * frameTicks(scene.rate)
    const ghosts: OnionGhost[] = []
    for (const [side, count, way] of [
      ['before', preferences.onionBefore, -1],
      ['after', preferences.onionAfter, 1],
    ] as const) {
      for (let i = count; i >= 1; i -= 1) {
        const time = playback.time + way * i * step
        if (time < 0 || time >= scene.duration) continue
        ghosts.push({ time, side, opacity: NEAREST * FADE ** (i - 1) })
      }
    }
    return { layers: withRiders(scene, subjects), ghosts }
  })
}
