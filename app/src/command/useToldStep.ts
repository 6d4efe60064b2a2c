import { watch } from 'vue'
import { toast } from '../ui/toast.ts'
import { useDocument } from '../session/document/document.ts'

/** A further answer a message offers. */
export interface ToldAnswer {
  readonly label: string
  readonly onClick: () => void
}

/**
 * Tells of the edit that was just made, with undoing it at hand. The message goes once another edit is made, or this one
 * is undone: it never takes back anything else.
 */
export function useToldStep(): (words: string, other?: ToldAnswer) => void {
  const document = useDocument()
  return (words, other) => {
    const step = document.lastStep
    const id = toast(words, {
      action: { label: 'Undo', onClick: () => document.lastStep === step && document.undo() },
      ...(other ? { cancel: other } : {}),
    })
    const stop = watch(
      () => document.lastStep !== step,
      () => {
        stop()
        toast.dismiss(id)
      },
      { flush: 'post' },
    )
  }
}
