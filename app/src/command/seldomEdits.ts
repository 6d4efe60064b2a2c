// Edits, and choices of keys, that are seldom asked for, and so come when they are: the screen is there sooner without them.
export {
  addSceneLayer,
  addStop,
  becomePath,
  fitFrame,
  makePause,
  makePlain,
  drawRoute,
  healKeys,
  joinPosition,
  nestLayers,
  playByParts,
  repeatDrawing,
  removeStop,
  repeatKeys,
  setGradient,
  setPartBend,
  showNumber,
  splitPosition,
  takeScenesApart,
  thereAndBack,
} from '@arrow-bend/core/edit'
export { everyNthKey, likeKeys } from '@arrow-bend/core/choose'
