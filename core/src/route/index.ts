export { arcLength } from './arcLength.ts'
export { chainRoutes, compileRoute, type CompiledRoute, type RoutePoint } from './compileRoute.ts'
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
export { nearestOnRoute, type NearestPoint } from './nearestOnRoute.ts'
export { smoothRouteHandles, type RouteHandles } from './smoothRoute.ts'
export { distanceBetween, type Vec2 } from './vec2.ts'
