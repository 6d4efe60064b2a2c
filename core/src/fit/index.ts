export { asPoints, convertBend, fitPoints, type ConvertedBend } from './convertBend.ts'
export { pieceValueInto, type Curve, type CurvePiece } from './curve.ts'
export { fitCubic, type EndSlopes, type FitCubicOptions, type FittedCubic, type Looks } from './fitCubic.ts'
export { fitCurve, type FitCurveOptions, type FittedCurve } from './fitCurve.ts'
export {
  fitRoute,
  mergeRoutes,
  pathOfRoute,
  type FitRouteOptions,
  type FittedRoute,
  type Path,
} from './fitRoute.ts'
export { asHandles, nearestHandles, type NearestHandles } from './nearestHandles.ts'
export { speedInOnePiece, type DrawnSpan } from './speedInOnePiece.ts'
export { bendOfSpeed, type SpeedLook } from './speedProfile.ts'
