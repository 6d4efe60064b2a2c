// Edits that are seldom asked for, and so come when they are: the screen is there sooner without them.
export {
  addSceneLayer,
  addStop,
  becomePath,
  fitFrame,
  makePause,
  makePlain,
  drawRoute,
  joinPosition,
  nestLayers,
  repeatDrawing,
  removeStop,
  setGradient,
  splitPosition,
  takeScenesApart,
} from '@arrow-bend/core/edit'
