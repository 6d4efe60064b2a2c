import { toast } from '../ui/toast.ts'
import { targetSpans } from '@arrow-bend/core/choose'
import { findProperty } from '@arrow-bend/core/edit'
import { useDocument } from '../session/document/document.ts'
import { useSelection } from '../session/selection/selection.ts'
import { hasGraph } from '../session/view/openLanes.ts'
import { useView } from '../session/view/view.ts'
import { useCommandList } from '../session/view/commandList.ts'
import { useHoveredView } from '../session/view/hoveredView.ts'
import { useDeskRoom } from '../session/view/deskRoom.ts'
import { useHandleFocus } from '../session/view/handleFocus.ts'
import { useRegions } from './useRegions.ts'
import type { CommandRuns, CommandWords } from './command.ts'

/** How much closer one step comes. */
const ZOOM = 1.25

/** Commands of what is in view. */
export const VIEW_COMMANDS = {
  fit: {
    name: 'Fit in view',
    shown: ['F'],
    chords: ['f'],
    label: 'Fit what is selected in the view under the pointer; with Shift everything',
    group: 'View',
  },
  zoomIn: {
    name: 'Zoom in',
    shown: ['+'],
    chords: ['+', '='],
    label: 'Closer, in the view under the pointer',
    group: 'View',
  },
  zoomOut: { name: 'Zoom out', shown: ['-'], chords: ['-'], label: 'Farther', group: 'View' },
  openLanes: {
    name: 'Open or close the graph',
    shown: ['Enter'],
    chords: ['Enter'],
    label: 'Graphs of the selected lanes; with Shift as high as they go',
    group: 'View',
  },
  list: {
    name: 'All commands…',
    shown: ['Ctrl/Cmd+K'],
    chords: ['$mod+k'],
    label: 'Every command by its name',
    group: 'View',
  },
  bigPicture: {
    name: 'Big picture',
    shown: ['W'],
    chords: ['w'],
    label: 'The room for the stage; again: as it was',
    group: 'View',
  },
  deepDeck: {
    name: 'Deep deck',
    shown: ['D'],
    chords: ['d'],
    label: 'The room for the lanes; again: as it was',
    group: 'View',
  },
  region: {
    name: 'Next part of the screen',
    shown: ['F6'],
    chords: ['F6'],
    label: 'Stage, transport, lanes, panel, bar in turn; with Shift backwards',
    group: 'View',
  },
  handles: {
    name: 'To the handles, and back',
    shown: ['B'],
    chords: ['b'],
    label: 'The keyboard goes to the handles of the selected span, and back to the span',
    group: 'View',
  },
  graphs: {
    name: 'Value, speed or both',
    shown: ['V'],
    chords: ['v'],
    label: 'Value, speed or both in open lanes',
    group: 'View',
  },
} as const satisfies Record<string, CommandWords>

/** What they do. */
export function useViewCommands(): CommandRuns<keyof typeof VIEW_COMMANDS> {
  const document = useDocument()
  const selection = useSelection()
  const view = useView()
  const hover = useHoveredView()
  const commandList = useCommandList()
  const regions = useRegions()
  const room = useDeskRoom()
  const handles = useHandleFocus()

  const fit = (everything: boolean): void => {
    if (hover.stage) {
      hover.stage.fit(everything)
      return
    }
    const spans = everything ? [] : targetSpans(document.project!, selection.state)
    if (spans.length === 0) view.fitAll()
    else view.fitTimes(Math.min(...spans.map(({ from }) => from.t)), Math.max(...spans.map(({ to }) => to.t)))
  }

  const chosenLanes = (): string[] =>
    selection.properties.flatMap((ref) => {
      const property = findProperty(document.project!, ref)
      return property && hasGraph(property) ? [`${ref.layer}/${ref.property}`] : []
    })

  const openLanes = (tall: boolean): void => {
    const lanes = chosenLanes()
    if (lanes.length === 0) {
      toast('Select a lane that moves first: click its name or a ribbon.')
      return
    }
    if (tall) {
      lanes.forEach((lane) => view.stretchLane(lane))
      return
    }
    const closed = lanes.filter((lane) => !view.open.has(lane))
    for (const lane of closed.length > 0 ? closed : lanes) view.toggleLane(lane)
  }

  /** In or out, in the view under the pointer. */
  const zoom = (factor: number): void => {
    if (hover.stage) hover.stage.zoom(factor)
    else view.zoomAt(view.laneWidth / 2, factor)
  }

  return {
    fit: fit,
    zoomIn: () => zoom(ZOOM),
    zoomOut: () => zoom(1 / ZOOM),
    openLanes: openLanes,
    list: () => commandList.show(),
    bigPicture: () => room.turn('stage'),
    deepDeck: () => room.turn('deck'),
    region: (back) => regions.go(back ? -1 : 1),
    handles: () => {
      if (handles.isThere()) handles.back()
      else handles.go(() => toast('Select a span with an eased bend first: that has handles.'))
    },
    graphs: () => view.turnGraphs(chosenLanes().length > 0 ? chosenLanes() : [...view.open.keys()]),
  }
}
