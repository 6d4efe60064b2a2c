import type { KeyRef } from '@arrow-bend/core/edit'

/** A span whose ribbon lies under the pointer. */
export interface SpanUnder {
  readonly ref: KeyRef
  /** What it is called. */
  readonly words: string
}

/** The span whose ribbon lies at a place of the window; null for none. */
export function spanUnder([x, y]: readonly [number, number], scene: string): SpanUnder | null {
  const ribbon = document.elementFromPoint(x, y)?.closest<SVGElement>('[data-span]')
  const lane = ribbon?.closest<SVGElement>('[data-property]')?.dataset
  const [layer, property, key] = [lane?.['layer'], lane?.['property'], ribbon?.dataset['span']]
  if (!ribbon || !layer || !property || !key) return null
  const ref = { scene, layer, property, key }
  return { ref, words: ribbon.getAttribute('aria-label') ?? '' }
}
