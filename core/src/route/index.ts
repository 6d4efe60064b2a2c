export { arcLength } from './arcLength.ts'
export { compileRoute, type CompiledRoute } from './compileRoute.ts'
export {
  cubicPoint,
  cubicSpeed,
  cubicTangent,
  endDirection,
  isStraight,
  routeCubic,
  splitCubic,
  type Cubic,
} from './cubic.ts'
export { distanceBetween, type Vec2 } from './vec2.ts'
