import { useRouter } from 'vue-router'
import { duplicateLayers } from '@arrow-bend/core/edit'
import { useDocument } from '../session/document/document.ts'
import { useSelection } from '../session/selection/selection.ts'
import { useEffectiveSelection } from '../session/selection/effectiveSelection.ts'
import { useSidePanel } from '../session/view/sidePanel.ts'
import type { ReuseActions } from './useReuseActions.ts'
import { useHelpSheet } from '../session/view/helpSheet.ts'
import { saveProject } from '../session/document/saveProject.ts'
import type { CommandRuns, CommandWords } from './command.ts'

/** Commands of the clipboard, the history and the file. */
export const EDITING_COMMANDS = {
  copy: {
    name: 'Copy',
    shown: ['Ctrl/Cmd+C'],
    chords: [],
    label: 'Copy the selected keys',
    group: 'Editing',
  },
  cut: { name: 'Cut', shown: ['Ctrl/Cmd+X'], chords: [], label: 'Cut them', group: 'Editing' },
  paste: {
    name: 'Paste',
    shown: ['Ctrl/Cmd+V'],
    chords: [],
    label: 'Paste keys at the playhead, an easing or a table onto what is selected',
    group: 'Editing',
  },
  pasteSpecial: {
    name: 'Paste special…',
    shown: ['Shift+Ctrl/Cmd+V'],
    chords: ['Shift+$mod+v'],
    label: 'Choose what to paste: bends, timing, values, backwards…',
    group: 'Editing',
  },
  undo: {
    name: 'Undo',
    shown: ['Ctrl/Cmd+Z'],
    chords: ['$mod+z'],
    label: 'Undo',
    group: 'Editing',
    repeats: true,
  },
  redo: {
    name: 'Redo',
    shown: ['Shift+Ctrl/Cmd+Z'],
    chords: ['Shift+$mod+z', '$mod+y'],
    label: 'Redo',
    group: 'Editing',
    repeats: true,
  },
  duplicate: {
    name: 'Duplicate',
    shown: ['Ctrl/Cmd+D'],
    chords: ['$mod+d'],
    label: 'Selected keys again after themselves, or else a copy of the layer',
    group: 'Editing',
  },
  save: {
    name: 'Save as a file',
    shown: ['Ctrl/Cmd+S'],
    chords: ['$mod+s'],
    label: 'Save the project as a file',
    group: 'Editing',
  },
  toExport: {
    name: 'Export…',
    shown: [],
    chords: [],
    label: 'The screen that writes files for engineers, editors and players',
    group: 'Editing',
  },
  toProjects: {
    name: 'All projects',
    shown: [],
    chords: [],
    label: 'The screen with all projects of this browser',
    group: 'Editing',
  },
  help: { name: 'Help', shown: ['?', 'F1'], chords: ['?', 'F1'], label: 'This sheet', group: 'Editing' },
} as const satisfies Record<string, CommandWords>

/** What they do. */
export function useEditingCommands({
  reuse,
}: {
  readonly reuse: ReuseActions
}): CommandRuns<keyof typeof EDITING_COMMANDS> {
  const document = useDocument()
  const selection = useSelection()
  const effective = useEffectiveSelection()
  const panel = useSidePanel()
  const help = useHelpSheet()
  const router = useRouter()

  const duplicate = (): unknown => {
    const { layers } = selection
    if (effective.explicit && effective.keys.length > 0) return reuse.again()
    if (layers.length === 0) return null
    return document.apply(
      layers.length > 1 ? 'Layers duplicated' : 'Layer duplicated',
      (draft) => duplicateLayers(draft, document.sceneId, layers, document.makeId),
      (copies) => selection.selectLayers(copies),
    )
  }

  return {
    copy: () => copyText(reuse.copy()),
    cut: () => copyText(reuse.cut()),
    paste: () => void pasteAsked(),
    pasteSpecial: () => panel.show('reuse'),
    undo: () => document.undo(),
    redo: () => document.redo(),
    duplicate: duplicate,
    save: () => void saveProject(document.committed!),
    toExport: () =>
      void router.push({ name: 'export', params: { id: document.project!.id, scene: document.sceneId } }),
    toProjects: () => void router.push('/'),
    help: () => help.show(),
  }
}

/**
 * Pastes as the browser's own event does. What may not be read is left out: what was copied in this tab is pasted anyway.
 */
async function pasteAsked(): Promise<void> {
  const text = await navigator.clipboard.readText().catch(() => '')
  const clipboardData = new DataTransfer()
  clipboardData.setData('text/plain', text)
  window.dispatchEvent(new ClipboardEvent('paste', { clipboardData, cancelable: true }))
}

/** Puts text on the clipboard where a button was pressed for it; what was copied is kept in this tab anyway. */
function copyText(text: string | null): void {
  if (text !== null) void navigator.clipboard.writeText(text).catch(() => undefined)
}
