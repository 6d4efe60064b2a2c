export { describeIssues } from './describeIssues.ts'
export type { Asset, Layer, LayerKind, Marker, NamedBend, Project, Scene } from './document.ts'
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
export {
  outlineAsCubics,
  outlineCubics,
  outlinePathData,
  outlineSegments,
  type OutlineSegment,
} from './outlinePath.ts'
export { roundCorner, type OutlineEdge, type RoundedCorner } from './roundCorner.ts'
export { alongDegrees, makePlacing, type Placing } from './placing.ts'
export { bendSchema, plainBendSchema } from './bendSchema.ts'
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
