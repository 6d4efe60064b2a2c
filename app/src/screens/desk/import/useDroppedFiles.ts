import { useEventListener } from '@vueuse/core'
import { ref, type Ref } from 'vue'

/** Files dragged over the window or pasted into it, handed on; text that is an SVG counts as a file. */
export function useDroppedFiles(take: (files: readonly File[]) => void): { readonly over: Ref<boolean> } {
  const over = ref(false)
  const bringsFiles = (event: DragEvent): boolean => event.dataTransfer?.types.includes('Files') ?? false

  useEventListener(window, 'dragover', (event) => {
    if (!bringsFiles(event)) return
    event.preventDefault()
    over.value = true
  })
  useEventListener(window, 'dragleave', (event) => {
    if (event.relatedTarget === null) over.value = false
  })
  useEventListener(window, 'drop', (event) => {
    over.value = false
    if (!bringsFiles(event)) return
    event.preventDefault()
    take([...event.dataTransfer!.files])
  })
  useEventListener(window, 'paste', (event) => {
    if (event.target instanceof HTMLElement && event.target.matches('input, textarea')) return
    const files = [...(event.clipboardData?.files ?? [])]
    const text = event.clipboardData?.getData('text/plain') ?? ''
    if (files.length === 0 && /^\s*(?:<\?xml[^>]*>\s*)?(?:<!--[^]*?-->\s*)*<svg[\s>]/.test(text))
      files.push(new File([text], 'Pasted.svg', { type: 'image/svg+xml' }))
    if (files.length > 0) take(files)
  })
  return { over }
}
