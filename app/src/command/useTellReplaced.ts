import { toast } from 'vue-sonner'
import type { MoveReport } from '@arrow-bend/core/edit'
import { useDocument } from '../session/document/document.ts'

/** Says when keys were landed on and gave way, with the way back at hand. */
export function useTellReplaced(): (report: MoveReport | null, keepBoth?: () => void) => void {
  const document = useDocument()
  return (report, keepBoth) => {
    if (!report || report.replaced === 0) return
    const what = report.replaced === 1 ? 'key' : 'keys'
    toast(`${report.replaced} ${what} stood where others landed and gave way.`, {
      action: { label: 'Undo', onClick: () => document.undo() },
      ...(keepBoth ? { cancel: { label: 'Keep both, a frame apart', onClick: keepBoth } } : {}),
    })
  }
}
