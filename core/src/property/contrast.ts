/** Gamma-encoded sRGB, 0 … 1 each. */
export type EncodedRgb = readonly [r: number, g: number, b: number]

const linear = (part: number): number => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4)

/** How light a colour is beside white, 0 … 1. Source: W3C, WCAG 2.2, relative luminance. */
function relativeLuminance([r, g, b]: EncodedRgb): number {
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b)
}

/** How far two colours differ in lightness: 1 for not at all, 21 for black on white. Source: W3C, WCAG 2.2, contrast ratio. */
export function contrastRatio(one: EncodedRgb, other: EncodedRgb): number {
  const [a, b] = [relativeLuminance(one), relativeLuminance(other)]
  return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)
}

/** What is seen of a colour that lies over another. @param alpha 0 … 1 */
export function laidOver(colour: EncodedRgb, alpha: number, ground: EncodedRgb): EncodedRgb {
  return [0, 1, 2].map((i) => colour[i]! * alpha + ground[i]! * (1 - alpha)) as unknown as EncodedRgb
}
