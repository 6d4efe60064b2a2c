/** What can be painted on: a canvas of the page or of a worker. */
export type Context2d = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D
