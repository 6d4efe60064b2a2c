import { useEventListener } from '@vueuse/core'
import { toast } from '../../ui/toast.ts'
import { isKeyClip } from '@arrow-bend/core/format/clip'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { useKeyClipboard } from '../../session/selection/keyClipboard.ts'
import type { ReuseActions } from '../../command/useReuseActions.ts'

/** What takes rows of a table that were pasted. */
export type TakeTable = (text: string) => Promise<void>

/** Copy, cut and paste as the browser asks for them, with the clipboard at hand: keys travel as text to other tabs. */
export function useKeyPasting(actions: ReuseActions, takeTable: TakeTable): void {
  const clipboard = useKeyClipboard()
  const isElsewhere = (event: ClipboardEvent): boolean =>
    event.defaultPrevented ||
    (event.target instanceof HTMLElement &&
      (event.target.matches('input, textarea, select') || event.target.closest('[role=dialog]') !== null)) ||
    // Text that is selected on the page is meant; what is selected in a field left behind is not.
    window.getSelection()?.isCollapsed === false

  const give = (event: ClipboardEvent, text: () => string | null): void => {
    if (isElsewhere(event)) return
    event.preventDefault()
    const copied = text()
    if (copied !== null) event.clipboardData?.setData('text/plain', copied)
  }
  const take = async (text: string): Promise<void> => {
    // What reads easings is large and seldom wanted.
    const { readPasted } = await import('@arrow-bend/core/format/pasted')
    try {
      const pasted = readPasted(text)
      if (pasted.kind === 'keys') {
        clipboard.put(pasted.clip)
        actions.paste(pasted.clip)
      } else if (pasted.kind === 'bend') actions.pasteBend(pasted.bend)
      else await takeTable(pasted.text)
    } catch (caught) {
      toast.error(sentenceOf(caught))
    }
  }
  useEventListener(window, 'copy', (event) => give(event, actions.copy))
  useEventListener(window, 'cut', (event) => give(event, actions.cut))
  useEventListener(window, 'paste', (event) => {
    const text = event.clipboardData?.getData('text/plain') ?? ''
    const pictures = (event.clipboardData?.files.length ?? 0) > 0 || /^\s*<(?:\?xml|svg|!--)/.test(text)
    if (isElsewhere(event) || pictures) return
    event.preventDefault()
    // Where the browser gave us no clipboard to write to, what was copied in this tab still counts.
    if (text.trim() === '' && clipboard.clip) actions.paste(clipboard.clip)
    else void take(text)
  })
}

/** Looks whether the clipboard holds keys that were copied elsewhere, as far as the browser lets this page see it. */
export async function freshClipText(): Promise<string | null> {
  try {
    const text = await navigator.clipboard.readText()
    return isKeyClip(text) ? text : null
  } catch {
    return null
  }
}
