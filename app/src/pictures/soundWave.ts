import type { Asset } from '@arrow-bend/core/scene'
import { extentBetween, type Envelope } from '@arrow-bend/core/sound'
import type { ReadAsset } from '../storage/index.ts'
import { envelopeIn } from '../work/soundReader.ts'

const envelopes = new Map<string, Promise<Envelope | null>>()

/** The envelope of a sound, worked out once; null where it cannot be heard. */
export function soundEnvelopeOf(asset: Asset, read: ReadAsset): Promise<Envelope | null> {
  const known = envelopes.get(asset.sha256)
  if (known) return known
  const made = read(asset)
    .then((blob) => (blob ? envelopeIn(blob) : null))
    .catch(() => null)
  envelopes.set(asset.sha256, made)
  // What could not be read now may be there later.
  void made.then((envelope) => envelope ?? envelopes.delete(asset.sha256))
  return made
}

/** Half the height of a wave, px, and the middle of the row it lies in. */
const [REACH, MIDDLE] = [8, 13]

/**
 * An envelope over a stretch of the deck, a pixel a step.
 * @param from, to px
 * @param secondsAt the moment of the sound at a place
 */
export function wavePath(
  envelope: Envelope,
  { from, to, secondsAt }: { from: number; to: number; secondsAt: (x: number) => number },
): string {
  let path = ''
  let before = secondsAt(from)
  for (let x = from; x < to; x += 1) {
    const after = secondsAt(x + 1)
    const [low, high] = extentBetween(envelope, before, after)
    before = after
    if (high - low === 0) continue
    const [top, bottom] = [MIDDLE - REACH * Math.min(1, high), MIDDLE - REACH * Math.max(-1, low)]
    path += `M${x.toFixed(1)} ${top.toFixed(1)}h1V${bottom.toFixed(1)}h-1Z`
  }
  return path
}
