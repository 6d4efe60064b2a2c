import { isMoving, srgbOf } from '../../../property/index.ts'
import {
  boxAboutMiddle,
  drawnStops,
  gradientLine,
  gradientPartsIn,
  isFilling,
  outlineBounds,
  ownArt,
  type Layer,
} from '../../../scene/index.ts'
import { round, type WebContext } from '../webContext.ts'

/** The gradient a shape is filled with: its definition, and the fill that names it. */
export interface GradientMarkup {
  readonly defs: string
  readonly fill: string
}

/**
 * The gradient of a shape as it is when the scene begins, where it stays in the page; null where its plain fill does.
 * Source: W3C, SVG 2, 14.2.
 */
export function gradientMarkup(layer: Layer, context: WebContext): GradientMarkup | null {
  const scene = { ...context.scene, layers: [layer] }
  const [item] = ownArt(scene, layer.id, { time: 0, library: context.library })
  if (!item || !('gradient' in item) || !isFilling(item.gradient)) return null
  const box =
    item.kind === 'path' ? outlineBounds(item.outline) : boxAboutMiddle(item.size[0]!, item.size[1]!)
  const id = `g${[...layer.id].map((mark) => mark.charCodeAt(0).toString(36)).join('')}`
  const [x0, y0, x1, y1] = gradientLine(item.gradient, box).map(round)
  const stops = drawnStops(item.gradient).map(({ offset, colour }) => {
    const [r, g, b, alpha] = srgbOf(colour)
    const parts = [r, g, b].map((part) => round(part * 255)).join(' ')
    return `<stop offset="${round(offset)}" stop-color="rgb(${parts} / ${round(alpha)})"/>`
  })
  const radius = round(Math.hypot(Number(x1) - Number(x0), Number(y1) - Number(y0)))
  const open =
    item.gradient.kind === 'radial'
      ? `<radialGradient id="${id}" cx="${x0}" cy="${y0}" r="${radius}"`
      : `<linearGradient id="${id}" x1="${x0}" y1="${y0}" x2="${x1}" y2="${y1}"`
  const close = item.gradient.kind === 'radial' ? '</radialGradient>' : '</linearGradient>'
  return {
    defs: `<defs>${open} gradientUnits="userSpaceOnUse">${stops.join('')}${close}</defs>`,
    fill: `url(#${id})`,
  }
}

/** Whether a shape's gradient is another later on, which the page does not show. */
export function movesGradient({ properties }: Layer): boolean {
  const parts = gradientPartsIn(properties)
  const box = ['size', 'outline'].some(
    (name) => properties[name] && (isMoving(properties[name]) || properties[name].split),
  )
  return (
    parts.length > 0 &&
    (box || [...parts, 'gradient', 'gradient mix'].some((name) => isMoving(properties[name]!)))
  )
}
