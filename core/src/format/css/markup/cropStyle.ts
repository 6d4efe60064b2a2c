import { clamp } from '../../../number/index.ts'
import type { Layer } from '../../../scene/index.ts'
import { round, trackOf, type CssContext } from '../cssContext.ts'

const SIDES = ['top', 'right', 'bottom', 'left'] as const

/** Style that cuts off a box what is cropped; empty where nothing ever is. */
export function cropStyle(layer: Layer, context: CssContext): string {
  if (!SIDES.some((side) => isUsed(layer, `crop ${side}`))) return ''
  const crop = context.sheet.style(
    SIDES.map((side) => ({
      property: `--crop-${side}`,
      track: trackOf(layer, `crop ${side}`, context),
      write: ([percent]: readonly number[]) => `${round(clamp(percent!, 0, 100))}%`,
    })),
  )
  return `clip-path:inset(${SIDES.map((side) => `var(--crop-${side})`).join(' ')});${crop}`
}

function isUsed(layer: Layer, name: string): boolean {
  const property = layer.properties[name]!
  return property.keys.length > 0 || property.value !== 0
}
