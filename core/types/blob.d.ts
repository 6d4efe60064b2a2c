/**
 * Bytes that need not lie in memory, as browsers and Node have them: what of them this core uses.
 * Source: W3C, File API.
 */
interface Blob {
  readonly size: number
  readonly type: string
  slice(from?: number, to?: number, type?: string): Blob
  arrayBuffer(): Promise<ArrayBuffer>
}

declare const Blob: {
  new (parts: readonly (Blob | Uint8Array<ArrayBuffer>)[], options?: { readonly type: string }): Blob
}
