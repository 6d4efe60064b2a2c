import { strToU8, zipSync } from 'fflate'

/** Of what is in a zip: the same text gives the same bytes. */
const SOME_DAY = '2000-01-01T00:00:00'

/**
 * A Lottie animation packed in a dotLottie container.
 * @param text the animation
 * @param name by which players know it
 * Source: dotLottie, version 1.0 (manifest.json beside animations/; from memory).
 */
export function dotLottie(text: string, name: string): Uint8Array<ArrayBuffer> {
  const id =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'animation'
  const manifest = {
    version: '1.0',
    generator: 'Arrow Bend',
    animations: [{ id, loop: true, autoplay: true }],
  }
  const zipped = zipSync(
    { 'manifest.json': strToU8(JSON.stringify(manifest)), [`animations/${id}.json`]: strToU8(text) },
    { level: 9, mtime: SOME_DAY },
  )
  return zipped as Uint8Array<ArrayBuffer>
}
