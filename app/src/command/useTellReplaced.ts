import type { MoveReport } from '@arrow-bend/core/edit'
import { useToldStep } from './useToldStep.ts'

/** Says when keys were landed on and gave way, with the way back at hand. */
export function useTellReplaced(): (report: MoveReport | null, keepBoth?: () => void) => void {
  const tell = useToldStep()
  return (report, keepBoth) => {
    if (!report || report.replaced === 0) return
    const what = report.replaced === 1 ? 'key' : 'keys'
    tell(
      `${report.replaced} ${what} stood where others landed and gave way.`,
      keepBoth && { label: 'Keep both, a frame apart', onClick: keepBoth },
    )
  }
}
