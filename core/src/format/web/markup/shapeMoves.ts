import { hexOf, type OklabAlpha } from '../../../property/index.ts'
import type { Layer } from '../../../scene/index.ts'
import { round, trackOf, type WebContext } from '../webContext.ts'
import type { Move } from '../motion/motion.ts'
import type { GradientMarkup } from './gradientMarkup.ts'

const WITHIN_COLOUR = 0.00002

function oklabText([l, a, b, alpha]: readonly number[]): string {
  return `oklab(${round(l!)} ${round(a!)} ${round(b!)}${alpha! < 1 ? ` / ${round(alpha!)}` : ''})`
}

/** A CSS property that shows a colour of the layer. */
export function colourMove(
  layer: Layer,
  context: WebContext,
  { name, property }: { readonly name: string; readonly property: string },
): Move {
  const track = trackOf(layer, name, context, WITHIN_COLOUR)
  const still = track.keys.every(({ numbers }) =>
    numbers.every((part, i) => part === track.keys[0]!.numbers[i]),
  )
  const write = still ? (numbers: readonly number[]) => hexOf([...numbers] as OklabAlpha) : oklabText
  return { property, track, write }
}

/** A CSS property that shows a length of the layer, never below 0. */
export function pixelsMove(
  layer: Layer,
  context: WebContext,
  { name, property }: { readonly name: string; readonly property: string },
): Move {
  return {
    property,
    track: trackOf(layer, name, context),
    write: ([value]) => `${round(Math.max(0, value!))}px`,
  }
}

/** Properties that are shares of a layer's width and height, never below 0. */
export function sizeMoves(
  layer: Layer,
  context: WebContext,
  shares: Readonly<Record<string, readonly [of: 'width' | 'height', share: number]>>,
): Move[] {
  const track = trackOf(layer, 'size', context)
  return Object.entries(shares).map(([property, [of, share]]) => ({
    property,
    track,
    write: ([width, height]) => `${round(share * Math.max(0, of === 'width' ? width! : height!))}px`,
  }))
}

/** Fill and stroke of a shape. @param gradient what it is filled with instead; null for none */
export function paintMoves(layer: Layer, context: WebContext, gradient: GradientMarkup | null): Move[] {
  const fill = colourMove(layer, context, { name: 'fill', property: 'fill' })
  return [
    gradient ? { ...fill, write: () => gradient.fill } : fill,
    colourMove(layer, context, { name: 'stroke', property: 'stroke' }),
    pixelsMove(layer, context, { name: 'stroke width', property: 'stroke-width' }),
  ]
}
