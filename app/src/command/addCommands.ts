import { useStageView } from '../session/view/stageView.ts'
import { useArtImport } from './artImport.ts'
import type { CommandRuns, CommandWords } from './command.ts'
import { NEW_LAYERS, useNewLayer } from './useNewLayer.ts'

/** Commands that make layers, or take up the tool to make them with. */
export const ADD_COMMANDS = {
  addRectangle: {
    name: 'Add a rectangle',
    shown: [],
    chords: [],
    label: 'A rectangle in the middle of the frame',
    group: 'Layers',
  },
  addEllipse: {
    name: 'Add an ellipse',
    shown: [],
    chords: [],
    label: 'An ellipse in the middle of the frame',
    group: 'Layers',
  },
  addText: {
    name: 'Add a text',
    shown: [],
    chords: [],
    label: 'A text in the middle of the frame',
    group: 'Layers',
  },
  addGroup: {
    name: 'Add an empty group',
    shown: [],
    chords: [],
    label: 'A group to put layers into, which can be moved by itself',
    group: 'Layers',
  },
  importPictures: {
    name: 'Import pictures, clips, sounds…',
    shown: [],
    chords: [],
    label: 'Pictures and drawings from files, as layers',
    group: 'Layers',
  },
  pen: {
    name: 'Draw a path with the pen',
    shown: [],
    chords: [],
    label: 'Clicks set corners, drags curves; arrows and Enter do it without a pointer',
    group: 'Layers',
  },
  frameMove: {
    name: 'Move the frame over a picture…',
    shown: [],
    chords: [],
    label: 'Push, pull or pan: the first and the last frame drawn on the picture itself',
    group: 'Layers',
  },
  drawRoute: {
    name: 'Draw the motion path (route) of the layer',
    shown: [],
    chords: [],
    label: 'Drawn over the picture, in place of keys one by one',
    group: 'Layers',
  },
} as const satisfies Record<string, CommandWords>

/** What they do. */
export function useAddCommands(): CommandRuns<keyof typeof ADD_COMMANDS> {
  const stageView = useStageView()
  const { add } = useNewLayer()
  const art = useArtImport()
  return {
    addRectangle: () => add(NEW_LAYERS.rectangle),
    addEllipse: () => add(NEW_LAYERS.ellipse),
    addText: () => add(NEW_LAYERS.text),
    addGroup: () => add(NEW_LAYERS.group),
    importPictures: () => art.choose(),
    pen: () => (stageView.tool = 'pen'),
    frameMove: () => (stageView.tool = 'frame'),
    drawRoute: () => (stageView.tool = 'route'),
  }
}
