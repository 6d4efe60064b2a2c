import { srgbOf, type OklabAlpha } from '@arrow-bend/core/property'

/** What lists of numbers were written as last: a layer's colours seldom change from one frame to the next. */
const WRITTEN = new WeakMap<Float64Array, { readonly numbers: Float64Array; readonly text: string }>()

/** The CSS colour of OKLab numbers. */
export function canvasColour(colour: Float64Array): string {
  const known = WRITTEN.get(colour)
  if (known?.numbers.every((part, i) => part === colour[i])) return known.text
  const text = cssColour(colour as unknown as OklabAlpha)
  WRITTEN.set(colour, { numbers: Float64Array.from(colour), text })
  return text
}

/** The same for numbers that are not kept. */
export function cssColour(colour: Readonly<OklabAlpha>): string {
  const [r, g, b, alpha] = srgbOf(colour)
  return `rgb(${(r * 255).toFixed(2)} ${(g * 255).toFixed(2)} ${(b * 255).toFixed(2)} / ${alpha.toFixed(4)})`
}
