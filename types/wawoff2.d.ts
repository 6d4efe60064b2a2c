declare module 'wawoff2' {
  /** Unpacks a WOFF2 font to the font it was made of; what it gives is overwritten by the next. */
  export function decompress(bytes: Uint8Array): Promise<Uint8Array>
}
