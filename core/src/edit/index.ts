export { BadEdit } from './badEdit.ts'
export { changeBends, makeSpansSmooth, setBends } from './bends.ts'
export {
  addKey,
  clearAnimation,
  currentValue,
  moveKeys,
  removeKeys,
  setValueAt,
  toggleKey,
  type MoveReport,
  type SetValueOptions,
} from './keys.ts'
export {
  addAsset,
  addLayer,
  duplicateLayer,
  readName,
  removeLayers,
  renameLayer,
  reorderLayers,
  switchLayer,
} from './layers.ts'
export { moveLayersBy, type LayerMove } from './moveLayers.ts'
export { renameProject } from './projects.ts'
export { setPlayRange } from './scenes.ts'
export { findProperty, type KeyRef, type MakeId, type PropertyRef } from './refs.ts'
