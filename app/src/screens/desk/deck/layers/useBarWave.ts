import { computed, shallowRef, watch, type ComputedRef } from 'vue'
import { compiledOf, playedValueInto } from '@arrow-bend/core/property'
import { LOCAL_TIME, playedProperty, type Layer } from '@arrow-bend/core/scene'
import type { Envelope } from '@arrow-bend/core/sound'
import { useDocument } from '../../../../session/document/document.ts'
import { useView } from '../../../../session/view/view.ts'
import { assetShelf } from '../../../../storage/index.ts'
import type * as SoundWaves from '../../../../pictures/soundWave.ts'
import type { BarFace } from '../paper/paintBar.ts'

/** What a sound is like along its bar; empty for other layers. */
export function useBarWave(layer: () => Layer, bar: () => BarFace['bar']): ComputedRef<string> {
  const document = useDocument()
  const view = useView()
  const made = shallowRef<{ readonly waves: typeof SoundWaves; readonly envelope: Envelope }>()
  const asset = computed(() => {
    const { kind, source } = layer()
    if (kind !== 'sound' || !source || !('asset' in source)) return null
    return document.project?.assets.find(({ id }) => id === source.asset) ?? null
  })
  watch(
    asset,
    async (now) => {
      if (!now) return
      const waves = await import('../../../../pictures/soundWave.ts')
      const envelope = await waves.soundEnvelopeOf(now, assetShelf.read)
      if (envelope && asset.value?.sha256 === now.sha256) made.value = { waves, envelope }
    },
    { immediate: true },
  )
  const local = computed(() =>
    compiledOf(playedProperty(layer(), LOCAL_TIME.name, document.bends), document.bends),
  )
  const one = new Float64Array(1)
  return computed(() => {
    if (!asset.value || !made.value) return ''
    const { x, width } = bar()
    return made.value.waves.wavePath(made.value.envelope, {
      from: Math.max(0, x),
      to: Math.min(x + width, view.laneWidth),
      secondsAt: (at) => {
        playedValueInto(one, local.value, view.timeOf(at))
        return one[0]!
      },
    })
  })
}
