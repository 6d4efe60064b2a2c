import { watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useDocument } from '../session/document/document.ts'

/**
 * Keeps the current scene and the address the same: an address is gone to, and where the scene changes by itself (undo,
 * a scene that is deleted) the address follows without a step in the browser's history.
 */
export function useSceneAddress(): void {
  const document = useDocument()
  const route = useRoute()
  const router = useRouter()
  watch(
    [() => route.params['scene'], () => document.sceneId],
    ([asked, shown], [askedBefore]) => {
      if (!shown || route.params['id'] !== document.project?.id || asked === shown) return
      if (asked !== askedBefore && typeof asked === 'string') document.goToScene(asked)
      if (document.sceneId === asked) return
      const name = route.name === 'export' ? 'export' : 'desk'
      void router.replace({ name, params: { id: route.params['id'], scene: document.sceneId } })
    },
    { immediate: true },
  )
}
