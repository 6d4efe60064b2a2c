import { computed, shallowRef, type Ref, type WritableComputedRef } from 'vue'
import { EASE_BOTH, plainBend, type PlainBend } from '@arrow-bend/core/bend'
import { setMoveBend, type FrameMove } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'

/** What a layer's frame move is bent by, to be set; before it is made, what it will be. */
export function useMoveBend(
  layer: () => string | null,
  kept: Readonly<Ref<FrameMove | null>>,
): WritableComputedRef<PlainBend> {
  const document = useDocument()
  const wanted = shallowRef<PlainBend>(EASE_BOTH)
  return computed({
    get: () => (kept.value ? plainBend(kept.value.bend, document.bends) : wanted.value),
    set: (bend) => {
      wanted.value = bend
      const id = layer()
      if (!kept.value || id === null) return
      const { sceneId, makeId } = document
      document.apply('Frame move bent', (draft) =>
        setMoveBend(draft, { scene: sceneId, layer: id }, bend, makeId),
      )
    },
  })
}
