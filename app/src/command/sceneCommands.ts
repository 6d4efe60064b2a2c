import { layerById, shownScene, type Layer } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { useSelection } from '../session/selection/selection.ts'
import { useSidePanel } from '../session/view/sidePanel.ts'
import { useView } from '../session/view/view.ts'
import { toast } from '../ui/toast.ts'
import type { CommandRuns, CommandWords } from './command.ts'
import { useToldStep } from './useToldStep.ts'

/** Commands for what is drawn over and over: copies of a layer, and scenes shown in scenes. */
export const SCENE_COMMANDS = {
  copies: {
    name: 'Repeat its drawing',
    shown: [],
    chords: [],
    label: 'Copies of the selected layers, each a step further: chains, fans, rays, trails',
    group: 'Layers',
  },
  nest: {
    name: 'Into a scene of their own',
    shown: [],
    chords: [],
    label: 'Put the selected layers into a new scene, and show that here: the picture stays',
    group: 'Layers',
  },
  apart: {
    name: 'Take the shown scene apart',
    shown: [],
    chords: [],
    label: 'Its layers come to stand here themselves; the scene stays as it is',
    group: 'Layers',
  },
  openShown: {
    name: 'Open the scene it shows',
    shown: [],
    chords: [],
    label: 'Go into the scene the selected layer shows: what is changed there is seen everywhere',
    group: 'Layers',
  },
  reveal: {
    name: 'Reveal…',
    shown: [],
    chords: [],
    label: 'Retime panel: open a picture by an edge, draw a line on, split the frame into panels',
    group: 'Layers',
  },
  inner: {
    name: 'Time inside…',
    shown: [],
    chords: [],
    label: 'Retime panel: speed, ramp, freeze, backwards within groups and shown scenes',
    group: 'Layers',
  },
} as const satisfies Record<string, CommandWords>

/** What they do. */
export function useSceneCommands(): CommandRuns<keyof typeof SCENE_COMMANDS> {
  const document = useDocument()
  const panel = useSidePanel()
  const selection = useSelection()
  const view = useView()
  const tell = useToldStep()
  const edits = () => import('./seldomEdits.ts')

  const chosen = (): Layer[] => selection.layers.flatMap((id) => layerById(document.scene!, id) ?? [])
  const withLayers = async (use: (ids: string[]) => unknown): Promise<void> => {
    const ids = chosen().map(({ id }) => id)
    if (ids.length > 0) await use(ids)
    else toast('Select a layer first: click it on the stage or in the list.')
  }
  const copies = async (ids: string[]): Promise<void> => {
    const { repeatDrawing } = await edits()
    document.apply(
      'Drawing repeated',
      (draft) => repeatDrawing(draft, document.sceneId, ids),
      () => {
        for (const id of ids) view.full.add(id)
        // What shapes the copies is listed there.
        view.wanted = `${ids.at(-1)}/copies`
      },
    )
  }
  const nest = async (ids: string[]): Promise<void> => {
    const name = ids.length === 1 ? chosen()[0]!.name : 'Scene'
    const { nestLayers } = await edits()
    const report = document.apply(
      'Put into a scene of their own',
      (draft) => nestLayers(draft, document.sceneId, ids, { name, makeId: document.makeId }),
      ({ layer }) => selection.selectLayers([layer]),
    )
    if (report && report.passed > 0)
      tell(
        report.passed === 1
          ? 'A layer that lay between them lies beneath now.'
          : `${report.passed} layers that lay between them lie beneath now.`,
      )
  }
  const apart = async (ids: string[]): Promise<void> => {
    const { takeScenesApart } = await edits()
    document.apply(
      'Shown scene taken apart',
      (draft) => takeScenesApart(draft, document.sceneId, ids, document.makeId),
      (freed) => selection.selectLayers(freed),
    )
  }
  return {
    copies: () => void withLayers(copies),
    nest: () => void withLayers(nest),
    apart: () => void withLayers(apart),
    openShown: () => {
      const shown = chosen().flatMap((layer) => shownScene(layer, document.scenes) ?? [])
      if (shown.length > 0) selection.goTo(shown.at(-1)!.id)
      else toast('Select a layer that shows a scene first.')
    },
    reveal: () => panel.show('retime', 'reveal'),
    inner: () => panel.show('retime', 'inside'),
  }
}
