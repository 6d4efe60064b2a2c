import type { Context2d } from '../context2d.ts'

export interface PictureToPaint {
  readonly source: ImageBitmap
  /** px */
  readonly width: number
  readonly height: number
}

/** Paints a picture about its middle. */
export function paintPicture(context: Context2d, { source, width, height }: PictureToPaint): void {
  context.drawImage(source, -width / 2, -height / 2, width, height)
}
