import type { Point } from './routeGeometry.ts'

/** A point as path data. */
export const text = ([x, y]: Point): string => `${x.toFixed(1)} ${y.toFixed(1)}`
