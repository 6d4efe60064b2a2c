import { drawnStops, gradientLine, type Bounds, type Gradient } from '@arrow-bend/core/scene'
import { cssColour } from './canvasColour.ts'
import type { Context2d } from './context2d.ts'

interface WrittenStops {
  readonly numbers: readonly number[]
  readonly mix: Gradient['mix']
  readonly stops: readonly { readonly offset: number; readonly colour: string }[]
}
/** Stops as they were written last: they seldom change from one frame to the next. */
const WRITTEN = new WeakMap<Gradient, WrittenStops>()

function writtenStops(gradient: Gradient): WrittenStops['stops'] {
  const numbers = gradient.stops.flatMap(({ offset, colour }) => [offset, ...colour])
  const known = WRITTEN.get(gradient)
  if (known?.mix === gradient.mix && known.numbers.every((part, i) => part === numbers[i])) return known.stops
  const stops = drawnStops(gradient).map(({ offset, colour }) => ({ offset, colour: cssColour(colour) }))
  WRITTEN.set(gradient, { numbers, mix: gradient.mix, stops })
  return stops
}

/**
 * What a context fills with for a gradient over a shape's box; where it has no length, all of it is past its end.
 * Source: W3C, SVG 2, 14.2 (linear and radial gradients).
 */
export function canvasGradient(context: Context2d, gradient: Gradient, box: Bounds): CanvasGradient | string {
  const [x0, y0, x1, y1] = gradientLine(gradient, box)
  const length = Math.hypot(x1 - x0, y1 - y0)
  const stops = writtenStops(gradient)
  if (!(length > 0)) return stops.at(-1)!.colour
  const made =
    gradient.kind === 'radial'
      ? context.createRadialGradient(x0, y0, 0, x0, y0, length)
      : context.createLinearGradient(x0, y0, x1, y1)
  for (const { offset, colour } of stops) made.addColorStop(offset, colour)
  return made
}
