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
export { compileProperty, type CompiledProperty } from './compileProperty.ts'
export { spanAt, speedAt, speedInto, valueAt, valueInto } from './evaluate.ts'
export { insertKey, type Insertion } from './insertKey.ts'
export { keyStateAt, keyStateWords, type KeyState } from './keyState.ts'
export { mixGeometric, mixPlain } from './mix.ts'
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
export { ribbonScale } from './ribbonScale.ts'
export { ribbonSpeed } from './ribbonSpeed.ts'
export { flowingSlopes, steffenSlopes } from './smoothSlopes.ts'
export { spanChange } from './spanChange.ts'
export { unrollProperty } from './unrollProperty.ts'
export { valueOfNumbers } from './valueOfNumbers.ts'
