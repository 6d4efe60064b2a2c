export { applyRecipe, type AppliedRecipe, type Recipe } from './applyRecipe.ts'
export { BadEdit } from './badEdit.ts'
export { artScale, placeArt, type ArtFit, type PlaceArt } from './placeArt.ts'
export {
  bendSpeed,
  drawSpeed,
  shapeOf,
  slideSpeedPeaks,
  strengthenBends,
  type SpeedMove,
} from './bendSpeed.ts'
export { makePause, type Pause } from './makePause.ts'
export { bendRoute } from './bendRoute.ts'
export { bakeCurve, type Bake, type BakeReport } from './bake.ts'
export { changeBendPoints, changePoints, type PointsChange } from './bendPoints.ts'
export { giveBends, makeSpansSmooth } from './bends.ts'
export { convertBends, type ConversionReport } from './convertBends.ts'
export { changeBend, changeBends } from './changeBends.ts'
export { currentValue } from './currentValue.ts'
export { clipEnd, copyKeys, reversedClip, type KeyClip, type KeyClipTrack } from './keyClip.ts'
export { addKey, clearAnimation, setValueAt, toggleKey, type SetValueOptions } from './keys.ts'
export {
  addAsset,
  addLayer,
  duplicateLayers,
  readName,
  removeLayers,
  renameLayer,
  reorderLayers,
  switchLayers,
} from './layers.ts'
export { bendGraph, setGraphHandle, type GraphBendMove, type GraphHandleMove } from './graphHandles.ts'
export { scaleKeyValues, shiftKeyValues } from './keyValues.ts'
export { addGuide, moveGuide, removeGuides, type GuideRef } from './guides.ts'
export { setLayerSpan, type SpanPolicy } from './layerSpan.ts'
export { moveKeys, nudgeKeys, rippleKeys, type MoveReport, type Ripple } from './moveKeys.ts'
export { moveLayersBy, movePlaceKeys, moveWholeRoutesBy, type LayerMove } from './moveLayers.ts'
export {
  addNamedBend,
  linkBends,
  removeNamedBend,
  renameNamedBend,
  setNamedBend,
  unlinkBends,
  usesOfBends,
} from './namedBends.ts'
export { insertVertex } from './outlines.ts'
export { followInPlace, groupLayers, setParent, setTurnAlongRoute } from './parents.ts'
export { pasteBends, pasteKeys, pasteTiming, pasteValues, type PasteKeys } from './pasteKeys.ts'
export { renameProject } from './projects.ts'
export { byProperty, findProperty, type KeyRef, type MakeId, type PropertyRef } from './refs.ts'
export { healKeys, removeKeys, type HealReport } from './removeKeys.ts'
export { repeatKeys, thereAndBack, type Repeat } from './repeatKeys.ts'
export {
  moveRoutes,
  scaleAndTurn,
  setRouteHandle,
  setRouteThrough,
  setWaypoints,
  transformRoutes,
  type RouteTransform,
} from './routes.ts'
export { addKeys, setKeys, type KeyEdit } from './setKeys.ts'
export { addScene, duplicateScene, moveScene, removeScene, renameScene, setPlayRange } from './scenes.ts'
export { simplifyKeys, type SimplifyReport } from './simplify.ts'
export { distributeKeys, warpKeys } from './spaceKeys.ts'
export { drawRoute, type DrawnPoint, type DrawnRoute } from './drawnRoute.ts'
export { joinPosition, splitPosition, type SplitOptions, type SplitReport } from './splitPosition.ts'
export { addMarker, changeMarker, removeMarkers, type MarkerChange } from './markers.ts'
export { alignKeys, distributeGroups, type GroupMoment, type KeyGrouping } from './alignKeys.ts'
export { mergeNearKeys, snapKeysToFrames, type MergeReport, type SnapReport } from './tidyKeys.ts'
export { pasteTargets, type PasteWish } from './pasteTargets.ts'
export { setSceneDuration, type DurationChange } from './sceneDuration.ts'
export { slideLayers, type SlidePart } from './slideLayers.ts'
export { staggerKeys, staggerOrder, type Stagger, type StaggerOrder, type StaggerStep } from './stagger.ts'
export { rangeOf, reverseKeys, stretchKeys, stretchOnto, type Stretch } from './stretchKeys.ts'
export { movePivot, scaleLayersBy, turnLayersBy, type LayersAt } from './transformLayers.ts'
export { setRules, setThrough, type PropertyRules } from './through.ts'
