import { clamp } from '../../../number/index.ts'
import { isMoving } from '../../../property/index.ts'
import type { Bounds, Layer } from '../../../scene/index.ts'
import { round, trackOf, type CssContext } from '../cssContext.ts'

const SIDES = ['top', 'right', 'bottom', 'left'] as const

/** So far beyond its box nothing is drawn, px. */
const FAR = 99_999

/**
 * Style that cuts off a box what is cropped; empty where nothing ever is.
 * @param box which of an element's: of a shape the one round its line, of a text that of the drawing it stands in; what reaches
 *   beyond these is seen at sides that are not cropped
 * Source: W3C, CSS Masking 1, clip-path with a geometry box.
 */
export function cropStyle(
  layer: Layer,
  context: CssContext,
  box: '' | 'stroke-box' | 'view-box' = '',
): string {
  if (!isEverCropped(layer)) return ''
  const crop = context.sheet.style(
    SIDES.map((side) => ({
      property: `--crop-${side}`,
      track: trackOf(layer, `crop ${side}`, context),
      write: ([percent]: readonly number[]) => `${round(clamp(percent!, 0, 100))}%`,
    })),
  )
  const insets = SIDES.map((side) =>
    box && !isUsed(layer, `crop ${side}`) ? `-${FAR}px` : `var(--crop-${side})`,
  )
  return `clip-path:inset(${insets.join(' ')})${box && ` ${box}`};${crop}`
}

/** What is cut off a shape, its line with it, put round its markup. */
export function croppedShape(layer: Layer, context: CssContext, markup: string): string {
  const style = cropStyle(layer, context, 'stroke-box')
  return style ? `<g style="${style}">${markup}</g>` : markup
}

/** What is cut off a text that has a box, px, put round its markup. */
export function croppedText(layer: Layer, context: CssContext, box: Bounds, markup: string): string {
  const style = cropStyle(layer, context, 'view-box')
  if (!style) return markup
  const [x, y, width, height] = [box.x, box.y, box.width, box.height].map(round)
  const size = `width:${width}px;height:${height}px`
  // The box a view box gives begins at 0, 0, whatever that says.
  const moved = `<g transform="translate(${round(-box.x)} ${round(-box.y)})">${markup}</g>`
  return `<svg x="${x}" y="${y}" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" style="${size}"><g style="${style}">${moved}</g></svg>`
}

const isEverCropped = (layer: Layer): boolean => SIDES.some((side) => isUsed(layer, `crop ${side}`))

function isUsed(layer: Layer, name: string): boolean {
  const property = layer.properties[name]!
  return isMoving(property) || property.value !== 0
}
