export { contrastRatio, laidOver, type EncodedRgb } from './contrast.ts'
export { colourLooks, mostChroma, type ColourLook } from './colourPath.ts'
export {
  BadColour,
  colourText,
  exactColourText,
  hexOf,
  isColour,
  isInSrgb,
  oklabOfOklch,
  oklchOf,
  parseColour,
  srgbOf,
  type OklabAlpha,
} from './colour.ts'
export { compiledOf } from './compiledOf.ts'
export type { CompiledSpan } from './spans/compiledSpan.ts'
export { compileProperty, timedKeys, type CompiledProperty } from './compileProperty.ts'
export { directionInto, spanAt, speedAt, speedInto, storedValueAt, valueAt, valueInto } from './evaluate.ts'
export { fitBend, type FitBendOptions } from './keys/fitBend.ts'
export { graphHandles, handleAt, hasHandles, offsetsOf, type GraphHandle } from './graphHandles.ts'
export { insertKey, type Insertion } from './keys/insertKey.ts'
export { insertKeys } from './keys/insertKeys.ts'
export { isSameMotion, isSameMotionNear } from './isSameMotion.ts'
export { isInLine, keepJoined, type KeepJoinedOptions } from './smooth/keepJoined.ts'
export { keyEditWords, keyNear, keyStateAt, keyStateWords, type KeyState } from './keys/keyState.ts'
export { mergeSpans, withMerges, type MergedSpans } from './keys/mergeSpans.ts'
export { isOwnMirrorImage, mirrorKeys, type MirrorOptions } from './keys/mirrorKeys.ts'
export { keysOfPieces, type PieceKeysOptions } from './keys/keysOfPieces.ts'
export { mixedValue } from './mixedValue.ts'
export { orderKeys, withTime } from './keys/orderKeys.ts'
export { numbersOfOutline, outlineOfNumbers, VERTEX_WIDTH } from './outlineNumbers.ts'
export {
  PATTERN_KINDS,
  PATTERN_MODES,
  type Pattern,
  type PatternFade,
  type PatternKind,
  type PatternMode,
} from './patterns/pattern.ts'
export { stretchesOf } from './patterns/stretchesOf.ts'
export { isMoving, playedSpeedInto, playedValueAt, playedValueInto } from './patterns/playedValue.ts'
export { pinRoutes } from './smooth/pinRoutes.ts'
export { pinSmooth } from './smooth/pinSmooth.ts'
export { PlaceSpan } from './spans/placeSpan.ts'
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
export { progressOfValue } from './speed/progressOfValue.ts'
export { propertyGap } from './propertyGap.ts'
export { reshapeSpeed, type SpeedWish } from './speed/reshapeSpeed.ts'
export { ribbonScale } from './speed/ribbonScale.ts'
export { ribbonSpeed } from './speed/ribbonSpeed.ts'
export { resolveRoutes, STRAIGHT } from './spans/routeSpans.ts'
export type { Side } from './smooth/sideSlopes.ts'
export { spanChange } from './spans/spanChange.ts'
export { turnsBack } from './turnsBack.ts'
export { joinSeam, seamOf, type Seam } from './loop/seam.ts'
export { unrollProperty } from './loop/unrollProperty.ts'
export { numbersOfValue, valueOfNumbers } from './valueNumbers.ts'
export { withOwnBends } from './keys/withOwnBends.ts'
export { timeWaypoints, setTimeless, timeOfDistance } from './keys/waypoints.ts'
