export {
  picturesOf,
  type Art,
  type ArtGroup,
  type ArtImage,
  type ArtNode,
  type ArtPath,
  type ArtPicture,
} from './art.ts'
export { BadDocument } from './badDocument.ts'
export { checkChange } from './checkChange.ts'
export { describeIssues } from './describeIssues.ts'
export {
  LAYER_LABELS,
  type Asset,
  type Layer,
  type LayerKind,
  type LayerLabel,
  type Marker,
  type NamedBend,
  type Project,
  type Scene,
} from './document.ts'
export {
  definitionOf,
  LAYER_KINDS,
  playedProperties,
  propertiesOf,
  SPLIT_POSITION,
  type DrawnKind,
  type LaneHue,
  type PropertyDefinition,
} from './layerKinds.ts'
export { LIMITS } from './limits.ts'
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
export { outlineBounds, type Bounds } from './outlineBounds.ts'
export {
  outlineAsCubics,
  outlineCubics,
  outlinePathData,
  outlineSegments,
  type OutlineSegment,
} from './outlinePath.ts'
export { roundCorner, type OutlineEdge, type RoundedCorner } from './roundCorner.ts'
export { alongDegrees, makePlacing, type Placing } from './placing.ts'
export { bendSchema, libraryBendSchema, plainBendSchema } from './bendSchema.ts'
export { propertySchema } from './propertySchema.ts'
export { withRiders } from './riders.ts'
export { standInPicture } from './standInPicture.ts'
export { soloScene } from './soloScene.ts'
export { nameSchema, projectSchema, sceneSchema } from './projectSchema.ts'
export {
  compileScene,
  ownMatrixAt,
  parentMatrixAt,
  sampleSceneInto,
  sceneAt,
  type DrawItem,
  type SceneSampler,
} from './sceneAt.ts'
