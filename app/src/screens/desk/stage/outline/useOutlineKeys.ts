import { useEventListener } from '@vueuse/core'
import { movedVertices, removeVertices } from '@arrow-bend/core/edit'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import { useDocument } from '../../../../session/document/document.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { focusShown } from '../../../../ui/focus/focusShown.ts'
import { toast } from '../../../../ui/toast.ts'
import type { OutlineEditing } from './useOutline.ts'
import type { OutlineGestures } from './useOutlineGestures.ts'

/** Whether the keyboard is on the stage, or nowhere: then its keys are for the outline. */
const isForStage = ({ target }: KeyboardEvent): boolean => {
  const element = target as HTMLElement
  if (element.matches('input, select, textarea')) return false
  return element === document.body || element.closest('[data-region=stage]') !== null
}

/** Vertices by keys: arrows move the chosen ones, Delete takes them out, Escape lets them go and then leaves. */
export function useOutlineKeys(
  { ref, outline, chosen, trouble }: OutlineEditing,
  { apply, marquee }: OutlineGestures,
) {
  const document = useDocument()
  const stageView = useStageView()

  const leave = (): void => {
    stageView.tool = 'pointer'
    focusShown(window.document.querySelector<HTMLElement>('[data-region=stage]'))
  }
  const remove = (): void => {
    const which = chosen.value
    if (which.size === 0) toast('Choose vertices to delete them: click one, or drag across several.')
    else
      document.apply(
        which.size > 1 ? 'Vertices deleted' : 'Vertex deleted',
        (draft) => removeVertices(draft, ref.value, which),
        () => (chosen.value = new Set()),
      )
  }
  const onKey = (event: KeyboardEvent): boolean => {
    const { key } = event
    if (key === 'Escape') {
      if (chosen.value.size > 0) chosen.value = new Set()
      else leave()
    } else if (trouble.value !== '') return false
    else if (key === 'Delete' || key === 'Backspace') remove()
    else if ((event.ctrlKey || event.metaKey) && key.toLowerCase() === 'a')
      chosen.value = new Set(outline.value.vertices.keys())
    else if (chosen.value.size > 0 && !(event.target as Element).matches('[role=slider]')) {
      const by = arrowWay(event)
      if (!by) return false
      const which = chosen.value
      apply(which.size > 1 ? 'Vertices nudged' : 'Vertex nudged', (now) => movedVertices(now, which, by))
    } else return false
    return true
  }
  useEventListener(
    window,
    'keydown',
    (event) => {
      // What is dragged at present is what Escape gives up.
      if (document.gesturing || marquee.value) return
      if (!isForStage(event) || !onKey(event)) return
      event.preventDefault()
      event.stopPropagation()
    },
    { capture: true },
  )
  return { leave, remove }
}
