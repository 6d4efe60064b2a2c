import { clamp } from '../../../number/index.ts'
import type { Layer } from '../../../scene/index.ts'
import { round, trackOf, type CssContext } from '../cssContext.ts'

const SIDES = ['top', 'right', 'bottom', 'left'] as const

/**
 * Style that cuts off a box what is cropped; empty where nothing ever is.
 * @param box which of an element's: of a shape the one round its line
 * Source: W3C, CSS Masking 1, clip-path with a geometry box.
 */
export function cropStyle(layer: Layer, context: CssContext, box: '' | 'stroke-box' = ''): string {
  if (!isEverCropped(layer)) return ''
  const crop = context.sheet.style(
    SIDES.map((side) => ({
      property: `--crop-${side}`,
      track: trackOf(layer, `crop ${side}`, context),
      write: ([percent]: readonly number[]) => `${round(clamp(percent!, 0, 100))}%`,
    })),
  )
  return `clip-path:inset(${SIDES.map((side) => `var(--crop-${side})`).join(' ')})${box && ` ${box}`};${crop}`
}

/** What is cut off a shape, its line with it, put round its markup. */
export function croppedShape(layer: Layer, context: CssContext, markup: string): string {
  const style = cropStyle(layer, context, 'stroke-box')
  return style ? `<g style="${style}">${markup}</g>` : markup
}

export const isEverCropped = (layer: Layer): boolean => SIDES.some((side) => isUsed(layer, `crop ${side}`))

function isUsed(layer: Layer, name: string): boolean {
  const property = layer.properties[name]!
  return property.keys.length > 0 || property.value !== 0
}
