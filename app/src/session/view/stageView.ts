import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { soloScene, type Scene } from '@arrow-bend/core/scene'
import { earlyWriting } from './earlyWriting.ts'
import type { Ground } from '../../draw/index.ts'
import { useDeferredViews } from '../document/deferredViews.ts'
import { useDocument } from '../document/document.ts'

/** What the next press on the stage does. */
export type StageTool =
  'pointer' | 'route' | 'rectangle' | 'ellipse' | 'text' | 'pen' | 'outline' | 'crop' | 'frame'

/** A box with sides along the axes, px of the stage. */
export interface StageBox {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** How the stage shows the scene. Nothing of it is written to what leaves. */
export const useStageView = defineStore('stageView', () => {
  const document = useDocument()
  const deferred = useDeferredViews()
  const tool = ref<StageTool>('pointer')
  const onion = ref(false)
  /** Layers shown alone; none: all are shown. */
  const solo = shallowRef<readonly string[]>([])
  /** The scene to compare with: as it was when it was opened, or at a point set since. */
  const reference = shallowRef<Scene | null>(null)
  /** Whether that point was set by the person. */
  const referenceSet = ref(false)
  const before = ref(false)
  /** The text layer that is written in on the stage itself; null for none. */
  const writing = ref<string | null>(null)
  /**
   * The box round layers as the stage draws them, px of the stage; null for none, or while there is no stage. At a moment that
   * is named, of the project as it is without what is only being tried.
   */
  const boxOf = shallowRef<(layers: readonly string[], time?: number) => StageBox | null>(() => null)

  /** What lies beneath a layer at a scene time, as the stage draws it; null where it is not seen, or while there is no stage. */
  const groundOf = shallowRef<(layer: string, time: number) => Ground | null>(() => null)

  watch(
    [() => document.project?.id, () => document.sceneId],
    () => {
      tool.value = 'pointer'
      writing.value = null
      solo.value = []
      reference.value = document.scene
      referenceSet.value = false
      before.value = false
    },
    { flush: 'sync', immediate: true },
  )

  const shown = computed<Scene | null>(() => {
    if (before.value && reference.value) return reference.value
    const { scene } = deferred.stage
    return scene ? soloScene(scene, solo.value) : null
  })

  const toggleSolo = (ids: readonly string[]): void => {
    const all = ids.every((id) => solo.value.includes(id))
    const others = solo.value.filter((id) => !ids.includes(id))
    solo.value = all ? others : [...others, ...ids]
  }
  const setReference = (): void => {
    reference.value = document.scene
    referenceSet.value = true
  }
  return {
    tool,
    writing,
    ...earlyWriting(writing),
    onion,
    solo,
    before,
    boxOf,
    groundOf,
    reference,
    referenceSet,
    shown,
    toggleSolo,
    setReference,
  }
})
