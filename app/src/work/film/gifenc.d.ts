/** The parts of gifenc that are used; it has no types of its own. */
declare module 'gifenc' {
  export type Palette = number[][]
  export type Format = 'rgb565' | 'rgb444' | 'rgba4444'
  export function quantize(
    data: Uint8Array | Uint8ClampedArray,
    most: number,
    options?: { format?: Format; oneBitAlpha?: boolean | number },
  ): Palette
  export function applyPalette(
    data: Uint8Array | Uint8ClampedArray,
    palette: Palette,
    format?: Format,
  ): Uint8Array
  export function GIFEncoder(): {
    writeFrame(
      pixels: Uint8Array,
      width: number,
      height: number,
      options: {
        palette: Palette
        /** ms */
        delay: number
        /** −1 once, 0 for ever, else how often again */
        repeat: number
        transparent?: boolean
        transparentIndex?: number
        dispose?: number
      },
    ): void
    finish(): void
    bytes(): Uint8Array
  }
}
