/**
 * The mean of several pictures of the same size, as a shutter that is open for a while sees them; what is see-through counts as
 * little as it is seen.
 * @param drawAt draws one of them
 */
export function meanOfFrames(count: number, drawAt: (index: number) => OffscreenCanvas): OffscreenCanvas {
  const first = drawAt(0)
  if (count === 1) return first
  const { width, height } = first
  const sums = new Float32Array(width * height * 4)
  for (let i = 0; i < count; i += 1) {
    const canvas = i === 0 ? first : drawAt(i)
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, width, height)
    for (let at = 0; at < data.length; at += 4) {
      const alpha = data[at + 3]!
      sums[at]! += data[at]! * alpha
      sums[at + 1]! += data[at + 1]! * alpha
      sums[at + 2]! += data[at + 2]! * alpha
      sums[at + 3]! += alpha
    }
  }
  const mean = new ImageData(width, height)
  for (let at = 0; at < sums.length; at += 4) {
    const alpha = sums[at + 3]!
    if (alpha === 0) continue
    for (let k = 0; k < 3; k += 1) mean.data[at + k] = Math.round(sums[at + k]! / alpha)
    mean.data[at + 3] = Math.round(alpha / count)
  }
  const canvas = new OffscreenCanvas(width, height)
  canvas.getContext('2d')!.putImageData(mean, 0, 0)
  return canvas
}
