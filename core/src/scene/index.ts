export {
  artGroup,
  picturesOf,
  type Art,
  type ArtGroup,
  type ArtImage,
  type ArtLine,
  type ArtNode,
  type ArtPath,
  type ArtPicture,
} from './art.ts'
export { BadDocument } from './schema/badDocument.ts'
export { checkChange } from './schema/checkChange.ts'
export { describeIssues } from './schema/describeIssues.ts'
export {
  LAYER_KINDS,
  LAYER_LABELS,
  PROJECT_VERSION,
  type Asset,
  type ClipAsset,
  type Layer,
  type LayerKind,
  type LayerLabel,
  type LayerMask,
  type LayerRoll,
  type LayerSource,
  type Marker,
  type NamedBend,
  type PictureAsset,
  type Project,
  type RuleMember,
  type Scene,
  type SceneRule,
  type SoundAsset,
} from './document.ts'
export {
  isDrawn,
  LAYER_KIND_RECORDS,
  type DrawItem,
  type DrawItems,
  type DrawnKind,
} from './layers/layerKinds.ts'
export type { FontLook, KindArt, Measures } from './layers/layerKind.ts'
export { isWithin, veilsOnlyOf } from './layers/veil.ts'
export type { CropVeil, DrawBase, EffectsVeil, FrameVeil, MaskVeil, Paint, Veil } from './layers/drawBase.ts'
export { beginsWithSpan, LOCAL_TIME } from './layers/localTime.ts'
export { playedProperty } from './layers/playedProperty.ts'
export { rolledTurn } from './layers/rolledTurn.ts'
export {
  definitionOf,
  listedProperties,
  playedProperties,
  propertiesOf,
  setsOf,
} from './layers/layerProperties.ts'
export {
  PROPERTY_SETS,
  SPLIT_POSITION,
  type LaneHue,
  type PropertyDefinition,
  type PropertySet,
} from './layers/propertyDefinition.ts'
export { compileLayerClock, layerTimeAt, type LayerClock, type WhichCopies } from './sampling/layerTime.ts'
export { dashOf, drawnPart, TRIM, type Dash, type Trim } from './layers/trim.ts'
export {
  drawnStops,
  GRADIENT_ENDS,
  gradientLine,
  gradientOf,
  gradientPartDefinition,
  gradientPartsIn,
  isFilling,
  isOfGradient,
  mixedOklab,
  MOST_STOPS,
  stopOf,
  stopsIn,
  type Gradient,
  type GradientKind,
} from './layers/gradient.ts'
export {
  CROP_SIDES,
  croppedBox,
  hasCrop,
  isEverCropped,
  openedBox,
  OPPOSITE_SIDE,
  showsPicture,
  type CropSide,
} from './layers/crop.ts'
export { cropBox, groupBox, levelBox } from './layers/groupBox.ts'
export { hasShadow, isAffected, isEverAffected, type Effects } from './layers/effects.ts'
export { boxAboutMiddle } from './layers/shape.ts'
export {
  dashPattern,
  drawnLine,
  LINE_ENDS,
  LINE_JOINS,
  MITER_LIMIT,
  type LineEnds,
  type LineJoins,
} from './layers/line.ts'
export { ellipseLength, outlineLength, rectangleLength } from './outline/lineLength.ts'
export { canMask, checkMasks } from './schema/checkMasks.ts'
export { countedText, NUMBER_MARK, numberText, type Separator } from './text/countedText.ts'
export type { Alignment, TextLook } from './text/paragraph.ts'
export {
  compilePartMoves,
  partLookInto,
  partPivotInto,
  partTimeAt,
  plainPartLook,
  type PartMoves,
} from './text/partMoves.ts'
export { partRanks } from './text/partOrder.ts'
export { leftEnd, textBounds, textLines, type TextLine } from './text/textLines.ts'
export { PARTS, textParts, type Parts } from './text/textParts.ts'
export { readsRightToLeft, writingOf } from './text/writing.ts'
export { LIMITS } from './schema/limits.ts'
export { mostCopies, reachesScene } from './schema/sceneUses.ts'
export { layerById, makeLayer, type MakeLayerOptions } from './makeLayer.ts'
export {
  applyMatrix,
  identityMatrix,
  invertMatrix,
  multiplyInto,
  transformInto,
  type LayerTransform,
  type Matrix,
} from './matrix.ts'
export { outlineBounds, type Bounds } from './outline/outlineBounds.ts'
export {
  armOffset,
  outlineAsCubics,
  outlineCubics,
  outlinePathData,
  outlineSegments,
  type OutlineSegment,
} from './outline/outlinePath.ts'
export { crossesItself, outlinesCross } from './outline/selfCrossing.ts'
export { vertexTrails } from './outline/vertexTrails.ts'
export { outlineAtTime, outlineReader, type OutlineReader } from './outline/outlineReader.ts'
export {
  partAt,
  placeOfPart,
  vertexPartName,
  vertexPartOf,
  vertexPartsIn,
  type VertexPart,
} from './outline/vertexParts.ts'
export { roundCorner, type OutlineEdge, type RoundedCorner } from './outline/roundCorner.ts'
export {
  framedAs,
  framingCorners,
  framingMatrix,
  framingOf,
  heldInside,
  restingPoint,
  sharpness,
  wholeFraming,
  type FramedAs,
  type Framing,
} from './framing.ts'
export { soundingIn, type Sounding } from './sampling/soundingIn.ts'
export { innerSecondsOf, sourceMoments, type SourceMoment } from './sampling/sourceMoments.ts'
export { homesOf, masksIn } from './sampling/homes.ts'
export { compileShownClock } from './sampling/shownTime.ts'
export { compileOwnArt, ownArt, type OwnArtOptions } from './sampling/ownArt.ts'
export { alongDegrees, makePlacing, ownMatrixInto, type Placing } from './sampling/placing.ts'
export { bendSchema, libraryBendSchema, plainBendSchema } from './schema/bendSchema.ts'
export { takesPatterns } from './schema/patternSchema.ts'
export { pairSchema, propertySchema, routeSchema } from './schema/propertySchema.ts'
export { amount as amountSchema, colourSchema, idSchema } from './schema/schemaParts.ts'
export { withRiders } from './riders.ts'
export { standInPicture } from './standInPicture.ts'
export { soloScene } from './soloScene.ts'
export { NAMED_BEND_FIELDS, nameSchema, projectSchema, sceneSchema } from './schema/projectSchema.ts'
export { compileOwnMatrix, ownMatrixAt, parentMatrixAt } from './sampling/ownMatrix.ts'
export { hasLocalTime, runOutOf, sourceSeconds, type Sources } from './sampling/sourceTime.ts'
export {
  compileCopying,
  copyCountAt,
  copyShare,
  isCopied,
  placeCopy,
  type Copying,
} from './sampling/copying.ts'
export { shownScene } from './sampling/compileCast.ts'
export {
  compileScene,
  sampleSceneInto,
  sceneAt,
  type CompileOptions,
  type SceneSampler,
} from './sampling/sceneAt.ts'
export { usedColours } from './usedColours.ts'
export { newColour, newTextColour } from './newColour.ts'
export { distinctName } from './distinctName.ts'
