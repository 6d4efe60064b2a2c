// Edits that are seldom asked for, and so come when they are: the screen is there sooner without them.
export {
  addSceneLayer,
  becomePath,
  fitFrame,
  makePause,
  makePlain,
  drawRoute,
  joinPosition,
  nestLayers,
  repeatDrawing,
  splitPosition,
  takeScenesApart,
} from '@arrow-bend/core/edit'
