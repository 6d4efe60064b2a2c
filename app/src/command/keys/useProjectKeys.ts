import { useEventListener } from '@vueuse/core'
import { computed } from 'vue'
import { useDocument } from '../../session/document/document.ts'
import { saveProject } from '../../session/document/saveProject.ts'
import { usePreferences } from '../../session/preferences.ts'
import type { CommandId } from '../commandTable.ts'
import { commandKeys } from './keyBindings.ts'
import { useKeyTarget } from './useKeyTarget.ts'

/** The keys that mean the same on every screen of a project: undo, redo and save. */
export function useProjectKeys(): void {
  const document = useDocument()
  const preferences = usePreferences()
  const { isForCommand } = useKeyTarget()
  const runs: Partial<Record<CommandId, () => unknown>> = {
    undo: () => document.undo(),
    redo: () => document.redo(),
    save: () => void saveProject(document.committed!),
  }
  const keys = computed(() =>
    commandKeys(preferences.ownKeys, ({ command }, event) => {
      if (!runs[command] || !isForCommand(event, command)) return
      event.preventDefault()
      runs[command]()
    }),
  )
  useEventListener(window, 'keydown', (event) => event.defaultPrevented || keys.value(event))
}
