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
  const lane = ribbon?.closest<SVGElement>('[data-lane]')?.dataset['lane']
  const key = ribbon?.dataset['span']
  if (!ribbon || !lane || !key) return null
  // Ids of layers have no spaces; names of properties may.
  const gap = lane.indexOf(' ')
  const ref = { scene, layer: lane.slice(0, gap), property: lane.slice(gap + 1), key }
  return { ref, words: ribbon.getAttribute('aria-label') ?? '' }
}
