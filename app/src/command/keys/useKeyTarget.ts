import { useEventListener } from '@vueuse/core'
import { useFocusOrigin } from '../../ui/focus/focusOrigin.ts'
import { focusShown } from '../../ui/focus/focusShown.ts'
import { isVisit } from '../../ui/focus/visitField.ts'
import type { CommandId } from '../commandTable.ts'

const TEXT = 'textarea, input:not([type=checkbox], [type=radio], [type=range], [type=color], [type=button])'
const FIELD = 'input, textarea, select'
const CHOSEN_LANE = '[data-lane-name][aria-pressed=true]'
/** What is opened over the screen keeps its keys to itself. */
const FLOATING = '[role=dialog], [role=menu], [role=listbox]'
/** Commands that act wherever the keyboard is. */
const EVERYWHERE: ReadonlySet<CommandId> = new Set(['save', 'list'])
/** Commands whose keys no field has a use for. */
const PAST_FIELDS: ReadonlySet<CommandId> = new Set(['region', 'help'])
/** While text is typed these are for the text, until nothing of it is left to take back. */
const OF_TEXT: ReadonlySet<CommandId> = new Set(['undo', 'redo'])

const textIn = (target: EventTarget | null): string | null =>
  target instanceof HTMLElement && target.matches(TEXT) ? (target as HTMLInputElement).value : null

/**
 * Decides whether a key press is for a command or for what has the keyboard, and gives the keyboard back when a field is
 * done with: after Enter or Escape the next letter is a command again.
 */
export function useKeyTarget(): { readonly isForCommand: (event: KeyboardEvent, id: CommandId) => boolean } {
  const origin = useFocusOrigin()
  /** What had the keyboard before a field was pressed. */
  let before: HTMLElement | SVGElement | null = null
  /** The text of the field with the keyboard when it was taken up, and whether something else is typed in it now. */
  let textBefore: string | null = null
  let isTyped = false

  useEventListener(window, 'focusin', (event) => {
    textBefore = textIn(event.target)
    isTyped = false
    const from = event.relatedTarget
    if (!(event.target as Element).matches(FIELD)) before = null
    else if (!(from instanceof Element && from.matches(FIELD)))
      before = origin.isAtPointer() || isVisit(event.target) ? (from as HTMLElement | null) : null
  })
  useEventListener(window, 'input', ({ target }) => (isTyped = textIn(target) !== textBefore), {
    capture: true,
  })
  /** @param given what was typed and is given up by Escape; null where it is taken */
  const leave = (field: HTMLElement, given: string | null): void => {
    if (window.document.activeElement !== field || field.getAttribute('aria-invalid') === 'true') return
    // A field that takes what stands in it once it is left has its text of before.
    if (given !== null && textIn(field) === given) (field as HTMLInputElement).value = textBefore ?? ''
    // From the value of a row one goes on in the list; without anything to go back to, Tab still goes on from here.
    const name = field.closest('[data-row]')?.querySelector<HTMLElement>('[data-row-name]')
    if (before?.isConnected) before.focus({ preventScroll: true })
    else if (name && !origin.isByPointer()) focusShown(name)
    else field.blur()
  }
  useEventListener(
    window,
    'keydown',
    (event) => {
      const { target, key } = event
      const given = key === 'Escape' && isTyped ? textIn(target) : null
      // What is stepped or taken is not typed any more.
      if (['Enter', 'ArrowUp', 'ArrowDown'].includes(key)) isTyped = false
      if (key !== 'Enter' && key !== 'Escape') return
      if (target instanceof HTMLElement && target.matches(FIELD) && !target.closest(FLOATING))
        setTimeout(() => leave(target, given))
    },
    { capture: true },
  )

  const isForCommand = (event: KeyboardEvent, id: CommandId): boolean => {
    const { target } = event
    if (!(target instanceof HTMLElement)) return true
    const asked = event.ctrlKey || event.metaKey
    if (target.closest(FLOATING)) return asked && EVERYWHERE.has(id)
    const text = textIn(target)
    if (text !== null) {
      if (OF_TEXT.has(id)) return !isTyped
      if (PAST_FIELDS.has(id) && event.key.length > 1) return true
      return asked && EVERYWHERE.has(id)
    }
    if (event.key === ' ') return origin.isByPointer() || !target.matches('button, a, summary, input, select')
    // On the name of a lane Enter selects; once it is selected, it opens all selected lanes.
    if (event.key === 'Enter') return !target.matches('button, a, summary') || target.matches(CHOSEN_LANE)
    // Letters and arrows choose in a list; what is asked for with a modifier is a command there too.
    return asked || !target.matches('select')
  }
  return { isForCommand }
}
