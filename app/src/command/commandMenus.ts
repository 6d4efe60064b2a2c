import type { MenuKind } from '../session/view/contextMenu.ts'
import type { CommandId } from './commandTable.ts'

/** What can be done with the thing a menu is asked for on, in groups. */
export const COMMAND_MENUS: Readonly<Record<MenuKind, readonly (readonly CommandId[])[]>> = {
  layer: [
    ['rename', 'duplicate', 'group', 'ungroup'],
    ['hide', 'lock', 'solo'],
    ['copy', 'paste', 'reverse', 'thereAndBack', 'retime', 'selectAll'],
    ['remove'],
  ],
  lane: [
    ['key', 'openLanes', 'graphs', 'laneKeys'],
    ['copyValue', 'resetValue', 'proportions', 'splitAxes'],
    ['copy', 'paste', 'reverse', 'thereAndBack', 'clearAnimation'],
  ],
  key: [
    ['bend4', 'bend1', 'bend5', 'bend6'],
    ['pause', 'toPlayhead', 'route', 'reverse', 'thereAndBack'],
    ['copy', 'cut', 'paste', 'duplicate', 'pasteSpecial'],
    ['remove'],
  ],
  span: [
    ['bend1', 'bend2', 'bend3', 'bend4', 'bend5', 'bend6', 'bend7', 'bend8'],
    ['openLanes', 'fit'],
    ['copy', 'paste', 'reverse', 'thereAndBack', 'retime'],
    ['remove'],
  ],
  stage: [
    ['addRectangle', 'addEllipse', 'addText', 'addGroup', 'pen', 'drawRoute'],
    ['paste', 'pasteSpecial', 'selectAll'],
    ['fit', 'zoomIn', 'zoomOut'],
    ['list', 'toExport', 'toProjects', 'help'],
  ],
  ruler: [
    ['marker', 'rangeIn', 'rangeOut'],
    ['play', 'start', 'end'],
    ['zoomIn', 'zoomOut', 'fit'],
  ],
}

/** What can be done first with a text. */
export const TEXT_MENU: readonly CommandId[] = ['editText']
