import type { Context2d } from './context2d.ts'

/** Made at first use, as no canvas is needed where nothing is measured. */
let measuring: Context2d | null = null
/** What text is measured and outlines are asked with; nothing is drawn on it. */
export const measuringContext = (): Context2d => (measuring ??= new OffscreenCanvas(1, 1).getContext('2d')!)
