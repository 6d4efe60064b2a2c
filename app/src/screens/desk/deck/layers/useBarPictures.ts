import { computed, shallowRef, watch, type ComputedRef } from 'vue'
import { compiledOf, valueInto } from '@arrow-bend/core/property'
import { LOCAL_TIME, playedProperty, type ClipAsset, type Layer } from '@arrow-bend/core/scene'
import { useDocument } from '../../../../session/document/document.ts'
import { useView } from '../../../../session/view/view.ts'
import { assetShelf } from '../../../../storage/index.ts'
import type * as ClipStrips from '../../../../pictures/clipStrip.ts'
import type { BarFace } from '../paper/paintBar.ts'

/** px of a picture on a bar. */
const HEIGHT = 16

type Strips = typeof ClipStrips

/** What a clip shows along its bar, picture by picture; none for other layers. */
export function useBarPictures(
  layer: () => Layer,
  bar: () => BarFace['bar'],
): ComputedRef<BarFace['pictures']> {
  const document = useDocument()
  const view = useView()
  const made = shallowRef<{ readonly of: Strips; readonly strip: ClipStrips.ClipStrip }>()
  const clip = computed((): ClipAsset | null => {
    const { kind, source } = layer()
    if (kind !== 'clip' || !source || !('asset' in source)) return null
    return (
      document.project?.assets.find(
        (one): one is ClipAsset => one.id === source.asset && one.kind === 'clip',
      ) ?? null
    )
  })
  watch(
    clip,
    async (asset) => {
      if (!asset) return
      const of = await import('../../../../pictures/clipStrip.ts')
      const strip = await of.clipStripOf(asset, assetShelf.read)
      if (clip.value?.sha256 === asset.sha256) made.value = { of, strip }
    },
    { immediate: true },
  )
  const local = computed(() =>
    compiledOf(playedProperty(layer(), LOCAL_TIME.name, document.bends), document.bends),
  )
  const one = new Float64Array(1)
  return computed(() => {
    if (!clip.value || !made.value) return []
    const { of, strip } = made.value
    const { x, width } = bar()
    const wide = (HEIGHT * clip.value.size[0]) / clip.value.size[1]
    const first = Math.max(0, Math.floor(-x / wide))
    const count = Math.ceil(Math.min(width, view.laneWidth - x) / wide)
    return Array.from({ length: Math.max(0, count - first) }, (_, i) => x + (first + i) * wide).flatMap(
      (at) => {
        valueInto(one, local.value, view.timeOf(at + wide / 2))
        const picture = of.stripPictureAt(strip, one[0]!)?.picture
        return picture ? [{ x: at, width: wide, picture }] : []
      },
    )
  })
}
