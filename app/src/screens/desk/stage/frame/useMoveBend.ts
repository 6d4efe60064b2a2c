import { computed, shallowRef, type Ref, type WritableComputedRef } from 'vue'
import { plainBend, type PlainBend } from '@arrow-bend/core/bend'
import { MOVE_BEND, setMoveBend, type FrameMove } from '@arrow-bend/core/edit'
import { useDocument } from '../../../../session/document/document.ts'

/** What a layer's frame move is bent by, to be set; before it is made, what it will be. */
export function useMoveBend(
  layer: () => string | null,
  kept: Readonly<Ref<FrameMove | null>>,
): WritableComputedRef<PlainBend> {
  const document = useDocument()
  const wanted = shallowRef<PlainBend>(MOVE_BEND)
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
