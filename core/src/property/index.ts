export {
  BadColour,
  exactColourText,
  hexOf,
  isColour,
  parseColour,
  srgbOf,
  type OklabAlpha,
} from './colour.ts'
export { compiledOf } from './compiledOf.ts'
export type { CompiledSpan } from './compiledSpan.ts'
export { compileProperty, timedKeys, type CompiledProperty } from './compileProperty.ts'
export { directionInto, spanAt, speedAt, speedInto, storedValueAt, valueAt, valueInto } from './evaluate.ts'
export { fitBend, type FitBendOptions } from './fitBend.ts'
export { graphHandles, handleAt, hasHandles, offsetsOf, type GraphHandle } from './graphHandles.ts'
export { insertKey, type Insertion } from './insertKey.ts'
export { insertKeys } from './insertKeys.ts'
export { isSameMotion, isSameMotionNear } from './isSameMotion.ts'
export { isInLine, keepJoined, type KeepJoinedOptions } from './keepJoined.ts'
export { keyEditWords, keyStateAt, keyStateWords, type KeyState } from './keyState.ts'
export { mergeSpans, withMerges, type MergedSpans } from './mergeSpans.ts'
export { isOwnMirrorImage, mirrorKeys, type MirrorOptions } from './mirrorKeys.ts'
export { keysOfPieces, type PieceKeysOptions } from './keysOfPieces.ts'
export { orderKeys, withTime } from './orderKeys.ts'
export { numbersOfOutline, outlineOfNumbers, VERTEX_WIDTH } from './outlineNumbers.ts'
export { pinRoutes } from './pinRoutes.ts'
export { pinSmooth } from './pinSmooth.ts'
export { PlaceSpan } from './placeSpan.ts'
export {
  KIND_WIDTH,
  type Key,
  type KeyRoute,
  type Mix,
  type Outline,
  type Outside,
  type Property,
  type PropertyKind,
  type Through,
  type Value,
  type Vertex,
} from './property.ts'
export { progressOfValue } from './progressOfValue.ts'
export { propertyGap } from './propertyGap.ts'
export { reshapeSpeed, type SpeedWish } from './reshapeSpeed.ts'
export { ribbonScale } from './ribbonScale.ts'
export { ribbonSpeed } from './ribbonSpeed.ts'
export { resolveRoutes, STRAIGHT } from './routeSpans.ts'
export type { Side } from './sideSlopes.ts'
export { spanChange } from './spanChange.ts'
export { unrollProperty } from './unrollProperty.ts'
export { withOwnBends } from './withOwnBends.ts'
export { settleWaypoints, setTimeless, timeOfDistance } from './waypoints.ts'
