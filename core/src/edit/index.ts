export { applyRecipe, type AppliedRecipe, type Recipe } from './applyRecipe.ts'
export { BadEdit } from './badEdit.ts'
export { artScale, placeArt, type ArtFit, type PlaceArt } from './layers/placeArt.ts'
export { addTakenScene, type AddTakenScene, type TakenScene } from './scenes/addTakenScene.ts'
export { giveTakenMotion, type GiveTakenMotion, type GivenMotion } from './scenes/giveTakenMotion.ts'
export { bendSpeed, shapeOf, slideSpeedPeaks, strengthenBends, type SpeedMove } from './bends/bendSpeed.ts'
export { goesByLinks } from './timing/linkLoop.ts'
export { joinSeams, makeLoop, type LoopEnd, type LoopReport, type MakeLoop } from './timing/makeLoop.ts'
export { READY_FRAME_MOVES, readyFrameMove, type ReadyFrameMove } from './frame/readyFrameMove.ts'
export { fitFrame, makePlain } from './frame/fitFrame.ts'
export { repeatDrawing } from './layers/repeatDrawing.ts'
export { replacePicture, type NewPicture } from './layers/replacePicture.ts'
export { addClip, addSound, type NewClip, type NewSound } from './layers/addClip.ts'
export { placedElsewhere } from './frame/placedElsewhere.ts'
export { revealThroughShape, type RevealShape, type RevealThroughShape } from './layers/revealThroughShape.ts'
export { revealLayers, type Reveal, type RevealFrom } from './layers/reveal.ts'
export { splitIntoPanels, type PanelFrom, type Panels } from './layers/panels.ts'
export { playByParts, setPartBend, type PlayedByParts } from './text/playByParts.ts'
export { showNumber } from './text/showNumber.ts'
export { setCrops, type Crops } from './layers/crops.ts'
export { drawLineOn, type LineOn } from './layers/drawLineOn.ts'
export { setHeardAtAnySpeed } from './layers/heardAtAnySpeed.ts'
export { shareTime, type ShareTime } from './layers/shareTime.ts'
export {
  bendOfMove,
  frameMoveOf,
  setFrameMove,
  setMoveBend,
  type FrameMove,
  type FrameStop,
} from './frame/frameMove.ts'
export { retimedStops, withoutStop, withStopAfter, withStopAt } from './frame/frameStops.ts'
export { alternatingMoves, moveEachStill, type MoveEachStill } from './frame/moveEachStill.ts'
export { slideInDepth, type SlideInDepth } from './frame/slideInDepth.ts'
export { drawSpeed, type SpeedOverSpan } from './bends/drawSpeed.ts'
export { changeLocalTime, type TimeChange } from './timing/localTime.ts'
export { makePause, type Pause } from './timing/makePause.ts'
export { bendRoute } from './routes/bendRoute.ts'
export { bakeCurve, type Bake, type BakeReport } from './keys/bake.ts'
export { changeBendPoints, changePoints, type PointsChange } from './bends/bendPoints.ts'
export { giveBends, makeSpansSmooth } from './bends/bends.ts'
export { convertBends, type ConversionReport } from './bends/convertBends.ts'
export { changeBend, changeBends } from './bends/changeBends.ts'
export { currentValue } from './currentValue.ts'
export { clipEnd, copyKeys, reversedClip, type KeyClip, type KeyClipTrack } from './paste/keyClip.ts'
export { addKey, clearAnimation, setValueAt, toggleKey, type SetValueOptions } from './keys/keys.ts'
export {
  addAsset,
  addLayer,
  duplicateLayers,
  readName,
  layersGoneWith,
  removeLayers,
  renameLayer,
  reorderLayers,
  switchLayers,
} from './layers/layers.ts'
export { bendGraph, setGraphHandle, type GraphBendMove, type GraphHandleMove } from './bends/graphHandles.ts'
export { scaleKeyValues, shiftKeyValues } from './keys/keyValues.ts'
export { addGuide, moveGuide, removeGuides, type GuideRef } from './scenes/guides.ts'
export { setLayerSpan, type SpanPolicy } from './layers/layerSpan.ts'
export { moveKeys, nudgeKeys, rippleKeys, type MoveReport, type Ripple } from './timing/moveKeys.ts'
export { moveLayersBy, movePlaceKeys, moveWholeRoutesBy, type LayerMove } from './layers/moveLayers.ts'
export { linkBends, setNamedBend, unlinkBends, usesOfBends, type BendUse } from './bends/namedBends.ts'
export {
  addNamedBend,
  keepAndLink,
  removeNamedBend,
  renameNamedBend,
  replaceNamedBend,
  setBendTags,
  takeNamedBends,
  type TakenBends,
} from './bends/libraryEdits.ts'
export { spansLike, spansLinkedTo } from './bends/librarySpans.ts'
export {
  closeOutline,
  removeVertices,
  reshapeOutline,
  reverseOutline,
  setFirstVertex,
} from './outlines/changeOutline.ts'
export { setMask, setMaskEdge, setMaskFollows, type MaskEdge } from './layers/masks.ts'
export { addStop, removeStop, setGradient, type SetGradient } from './paint/gradient.ts'
export { becomePath } from './outlines/becomePath.ts'
export { joinOutline, type JoinReport } from './outlines/joinOutline.ts'
export { splitOutline } from './outlines/splitOutline.ts'
export { keyVertices } from './outlines/splitVertices.ts'
export { becomeShape, type BecomeShape } from './outlines/becomeShape.ts'
export { turnPairs, type PairTurn } from './outlines/turnPairs.ts'
export { insertVertex } from './outlines/insertVertex.ts'
export {
  isJoined,
  madeCorners,
  madeSmooth,
  intoCorner,
  scaledVertices,
  turnedVertices,
  movedVertices,
  withArm,
  withCorners,
  type ArmMove,
  type VertexSide,
} from './outlines/vertices.ts'
export { followInPlace, groupLayers, setParent, setTurnAlongRoute } from './layers/parents.ts'
export { goesWithGroup, ungroupLayers } from './layers/ungroup.ts'
export { pasteKeys, type PasteKeys } from './paste/pasteKeys.ts'
export { pasteBends, pasteTiming, pasteValues } from './paste/pasteParts.ts'
export {
  newPattern,
  phaseOfStart,
  swingsOf,
  withWholeSwings,
  type PatternStart,
} from './patterns/newPattern.ts'
export { removePatterns, setPattern } from './patterns/patterns.ts'
export { writePatterns, type WritePatterns, type WriteReport } from './patterns/writePatterns.ts'
export { renameProject } from './scenes/projects.ts'
export {
  byProperty,
  findProperty,
  type KeyRef,
  type KeysOfProperty,
  type MakeId,
  type PropertyRef,
} from './refs.ts'
export { healKeys, type HealReport } from './keys/healKeys.ts'
export { roughenKeys, type Roughen } from './keys/roughenKeys.ts'
export { removeKeys } from './keys/removeKeys.ts'
export { repeatKeys, thereAndBack, type Repeat } from './timing/repeatKeys.ts'
export {
  moveRoutes,
  scaleAndTurn,
  setRouteHandle,
  setRouteThrough,
  setWaypoints,
  transformRoutes,
  type RouteTransform,
} from './routes/routes.ts'
export { addKeys, setKeys, type KeyEdit, type NewKey } from './keys/setKeys.ts'
export { takeKeyRows, type KeyRows } from './keys/takeKeyRows.ts'
export {
  addScene,
  duplicateScene,
  moveScene,
  removeScene,
  renameScene,
  setPlayRange,
} from './scenes/scenes.ts'
export {
  addSceneLayer,
  nestLayers,
  showScene,
  takeScenesApart,
  type NestReport,
} from './scenes/nestedScenes.ts'
export { lineUpKeys, type LineUp } from './timing/lineUpKeys.ts'
export { followLevel, type FollowLevel } from './sound/followLevel.ts'
export { keysOnBeats, type BeatMoment, type KeysOnBeats } from './sound/keysOnBeats.ts'
export { markBeats, type MarkBeats } from './sound/markBeats.ts'
export { simplifyKeys, simplifyProperty, type SimplifyReport } from './keys/simplify.ts'
export { distributeKeys, warpKeys } from './timing/spaceKeys.ts'
export { drawRoute, type DrawnPoint, type DrawnRoute } from './routes/drawnRoute.ts'
export { moveSplitKeys, type SplitMove } from './routes/moveSplitKeys.ts'
export { joinPosition, splitPosition, type SplitOptions, type SplitReport } from './routes/splitPosition.ts'
export { addMarker, changeMarker, removeMarkers, type MarkerChange } from './scenes/markers.ts'
export { alignKeys, distributeGroups, type GroupMoment, type KeyGrouping } from './timing/alignKeys.ts'
export { mergeNearKeys, snapKeysToFrames, type MergeReport, type SnapReport } from './keys/tidyKeys.ts'
export { pasteTargets, type PasteWish } from './paste/pasteTargets.ts'
export { cutScene } from './scenes/cutScene.ts'
export { setSceneDuration, type DurationChange } from './scenes/sceneDuration.ts'
export { sequenceLayers, type Sequence, type SequenceReport } from './layers/sequenceLayers.ts'
export { slideLayers, type SlidePart } from './layers/slideLayers.ts'
export {
  staggerKeys,
  staggerOrder,
  type Stagger,
  type StaggerOrder,
  type StaggerStep,
} from './timing/stagger.ts'
export { rangeOf, reverseKeys, stretchKeys, stretchOnto, type Stretch } from './timing/stretchKeys.ts'
export { movePivot, scaleLayersBy, turnLayersBy, type LayersAt } from './layers/transformLayers.ts'
export { setRules, setThrough, type PropertyRules } from './keys/through.ts'
export { keepMove, type KeepMove } from './moves/keepMove.ts'
export { landMove, type LandedMove, type LandMove, type MoveMoment } from './moves/landMove.ts'
export { addToBlock, bendBlock, blockOf, strengthenBlock, type Block, type BlockRest } from './moves/block.ts'
export { rollAsKeys, setRolls } from './layers/roll.ts'
export {
  addRule,
  changeRule,
  removeRule,
  shiftLandings,
  type LandingShift,
  type RuleWords,
} from './scenes/rules.ts'
export { alignRuns, type RunAlignment } from './match/alignRuns.ts'
export { giveRun, linkRuns, type GivenRun } from './match/giveRun.ts'
export { makeOne } from './match/makeOne.ts'
export { matchPeaks, type MatchedPeaks } from './match/matchPeaks.ts'
export { readRun, type ReadRun, type RunRef } from './match/runRef.ts'
