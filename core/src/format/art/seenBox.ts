import type { Bounds } from '../../scene/index.ts'

/** Pixels line by line, the last channel of each its alpha. */
export interface Pixels {
  readonly width: number
  readonly height: number
  readonly channels: number
  readonly data: ArrayLike<number>
}

/** The least box with every pixel that is not wholly clear; null where all are. */
export function seenBox({ width, height, channels, data }: Pixels): Bounds | null {
  let [left, right, top, bottom] = [width, -1, height, -1]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (data[(y * width + x) * channels + channels - 1] === 0) continue
      left = Math.min(left, x)
      right = Math.max(right, x)
      top = Math.min(top, y)
      bottom = y
    }
  return right < 0 ? null : { x: left, y: top, width: right - left + 1, height: bottom - top + 1 }
}
