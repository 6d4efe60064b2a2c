import { hasCrop, LAYER_KINDS, type LayerKind } from '@arrow-bend/core/scene'
import type { MenuKind } from '../session/view/contextMenu.ts'
import type { CommandId } from './commandTable.ts'

/** What can be done with the thing a menu is asked for on, in groups. */
export const COMMAND_MENUS: Readonly<Record<MenuKind, readonly (readonly CommandId[])[]>> = {
  layer: [
    ['editText', 'editOutline', 'rename', 'duplicate', 'group', 'ungroup', 'inside'],
    ['hide', 'lock', 'solo'],
    ['toPath', 'copies', 'reveal', 'nest', 'apart', 'openShown', 'inner'],
    ['byLetters', 'byWords', 'byLines', 'asWhole', 'showNumber'],
    ['crop', 'frameMove', 'fitFrame', 'fillFrame', 'ownSize', 'plain', 'replacePicture'],
    [
      'copy',
      'paste',
      'reverse',
      'thereAndBack',
      'retime',
      'stagger',
      'loop',
      'moves',
      'patterns',
      'match',
      'selectAll',
    ],
    ['remove'],
  ],
  lane: [
    ['key', 'openLanes', 'graphs', 'laneKeys'],
    ['copyValue', 'resetValue', 'proportions', 'splitAxes'],
    ['copy', 'paste', 'reverse', 'thereAndBack', 'loop', 'patterns', 'match', 'clearAnimation'],
  ],
  key: [
    ['bend4', 'bend1', 'bend5', 'bend6'],
    ['pause', 'toPlayhead', 'route', 'reverse', 'thereAndBack'],
    ['copy', 'cut', 'paste', 'duplicate', 'pasteSpecial'],
    ['remove'],
  ],
  span: [
    ['bend1', 'bend2', 'bend3', 'bend4', 'bend5', 'bend6', 'bend7', 'bend8'],
    ['keepAndLink', 'linkAlike', 'selectLinked', 'unlink', 'match', 'toLibrary'],
    ['openLanes', 'fit'],
    ['copy', 'paste', 'reverse', 'thereAndBack', 'retime'],
    ['remove'],
  ],
  stage: [
    ['addRectangle', 'addEllipse', 'addText', 'addGroup', 'importPictures', 'pen', 'drawRoute'],
    ['paste', 'pasteSpecial', 'selectAll'],
    ['fit', 'zoomIn', 'zoomOut'],
    ['list', 'toExport', 'toProjects', 'help'],
  ],
  ruler: [
    ['marker', 'tapBeat', 'rangeIn', 'rangeOut'],
    ['play', 'start', 'end'],
    ['zoomIn', 'zoomOut', 'fit'],
  ],
}

/** Kinds that are seen. */
const SEEN = LAYER_KINDS.filter((kind) => kind !== 'sound')

/** Kinds of layers a command is for: without one among the selected ones the menu leaves it out. */
export const FOR_KINDS: Partial<Record<CommandId, readonly LayerKind[]>> = {
  editText: ['text'],
  byLetters: ['text'],
  byWords: ['text'],
  byLines: ['text'],
  asWhole: ['text'],
  showNumber: ['text'],
  editOutline: ['path'],
  toPath: ['rectangle', 'ellipse'],
  ungroup: ['group'],
  inside: ['group'],
  apart: ['scene'],
  openShown: ['scene'],
  reveal: SEEN,
  copies: SEEN,
  plain: SEEN,
  inner: ['group', 'clip', 'sound', 'scene'],
  crop: LAYER_KINDS.filter(hasCrop),
  frameMove: ['image', 'clip', 'group', 'scene'],
  replacePicture: ['image'],
  fitFrame: ['image', 'clip'],
  fillFrame: ['image', 'clip'],
  ownSize: ['image', 'clip'],
}
