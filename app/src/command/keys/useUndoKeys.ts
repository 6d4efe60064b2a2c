import { useEventListener } from '@vueuse/core'
import { useDocument } from '../../session/document/document.ts'

/** Undo and redo by key on a screen that has no other commands; fields keep their own. */
export function useUndoKeys(): void {
  const document = useDocument()
  useEventListener(window, 'keydown', (event) => {
    if (event.defaultPrevented || !(event.ctrlKey || event.metaKey) || event.altKey) return
    if (event.target instanceof HTMLElement && event.target.matches('input, textarea, select')) return
    const key = event.key.toLowerCase()
    if (key !== 'z' && key !== 'y') return
    event.preventDefault()
    if (key === 'y' || event.shiftKey) document.redo()
    else document.undo()
  })
}
