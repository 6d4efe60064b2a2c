import type { Ref } from 'vue'
import { pointerIn } from '../../../gesture/pointerPlace.ts'
import { useIdle } from '../../../session/document/idle.ts'
import { useView } from '../../../session/view/view.ts'

/** The wheel over the lanes: with Ctrl/Cmd it zooms time about the pointer, with Shift or sideways it slides along. */
export function useDeckWheel(timeArea: Readonly<Ref<HTMLElement | null>>): (event: WheelEvent) => void {
  const idle = useIdle()
  const view = useView()
  return (event) => {
    const [x] = pointerIn(event, timeArea.value!)
    if (x < 0) return
    if (event.ctrlKey || event.metaKey) {
      event.preventDefault()
      idle.slide()
      view.zoomAt(x, Math.exp(-event.deltaY * 0.003))
    } else if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY)) {
      event.preventDefault()
      idle.slide()
      view.slide(event.shiftKey ? event.deltaY || event.deltaX : event.deltaX)
    }
  }
}
