import { hexOf, type OklabAlpha } from '../../../property/index.ts'
import type { Layer } from '../../../scene/index.ts'
import { round, trackOf, type CssContext } from '../cssContext.ts'
import type { StyleEntry } from '../keyframeSheet.ts'
import type { GradientMarkup } from './gradientMarkup.ts'

const WITHIN_COLOUR = 0.00002

function oklabText([l, a, b, alpha]: readonly number[]): string {
  return `oklab(${round(l!)} ${round(a!)} ${round(b!)}${alpha! < 1 ? ` / ${round(alpha!)}` : ''})`
}

/** A CSS property that shows a colour of the layer. */
export function colourEntry(
  layer: Layer,
  context: CssContext,
  { name, property }: { readonly name: string; readonly property: string },
): StyleEntry {
  const track = trackOf(layer, name, context, WITHIN_COLOUR)
  const still = track.keyframes.every(({ numbers }) =>
    numbers.every((part, i) => part === track.keyframes[0]!.numbers[i]),
  )
  const write = still ? (numbers: readonly number[]) => hexOf([...numbers] as OklabAlpha) : oklabText
  return { property, track, write }
}

/** A CSS property that shows a length of the layer, never below 0. */
export function pixelsEntry(
  layer: Layer,
  context: CssContext,
  { name, property }: { readonly name: string; readonly property: string },
): StyleEntry {
  return {
    property,
    track: trackOf(layer, name, context),
    write: ([value]) => `${round(Math.max(0, value!))}px`,
  }
}

/** Width and height as the page's own properties. */
export function sizeEntries(layer: Layer, context: CssContext): StyleEntry[] {
  const track = trackOf(layer, 'size', context)
  return [
    { property: '--w', track, write: ([width]) => `${round(Math.max(0, width!))}px` },
    { property: '--h', track, write: ([, height]) => `${round(Math.max(0, height!))}px` },
  ]
}

/** Fill and stroke of a shape. @param gradient what it is filled with instead; null for none */
export function paintEntries(
  layer: Layer,
  context: CssContext,
  gradient: GradientMarkup | null,
): StyleEntry[] {
  const fill = colourEntry(layer, context, { name: 'fill', property: 'fill' })
  return [
    gradient ? { ...fill, write: () => gradient.fill } : fill,
    colourEntry(layer, context, { name: 'stroke', property: 'stroke' }),
    pixelsEntry(layer, context, { name: 'stroke width', property: 'stroke-width' }),
  ]
}
