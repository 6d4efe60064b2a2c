import { proxy } from 'comlink'
import { Refusal } from '@arrow-bend/core/refusal'
import type { Band, Beat, Envelope, FindBeats, Sound, Spectrum } from '@arrow-bend/core/sound'
import type { Refused } from './fileWorker.ts'
import type { SoundWorker } from './soundWorker.ts'
import { TaskWorker } from './taskWorker.ts'

const LIMIT_MS = 120_000
const TOO_LONG = 'Listening to this sound takes too long, so it was given up. Nothing was changed.'

const makeWorker = (): TaskWorker<SoundWorker> =>
  new TaskWorker(() => new Worker(new URL('./soundWorker.ts', import.meta.url), { type: 'module' }))
const listener = makeWorker()
/** What the deck draws keeps nobody waiting who looks for beats. */
const drawer = makeWorker()
/** Nor does what is to be played. */
const player = makeWorker()

/** Finds beats of a sound in a worker; tells how far it has come. @throws Refusal with a sentence, Cancelled when called off */
export async function beatsIn(
  id: string,
  blob: Blob,
  options: FindBeats,
  { signal, progress }: { readonly signal: AbortSignal; readonly progress: (share: number) => void },
): Promise<Beat[]> {
  const found = await listener.run<Beat[] | Refused>(
    (remote) => remote.beats(id, blob, options, proxy(progress)),
    { limitMs: LIMIT_MS, tooLong: TOO_LONG, signal },
  )
  if ('refused' in found) throw new Refusal(found.refused)
  return found
}

/** The envelope of a sound, worked out in a worker. @throws Refusal with a sentence */
export async function envelopeIn(blob: Blob): Promise<Envelope> {
  const found = await drawer.run<Envelope | Refused>((remote) => remote.envelope(blob), {
    limitMs: LIMIT_MS,
    tooLong: TOO_LONG,
  })
  if ('refused' in found) throw new Refusal(found.refused)
  return found
}

/** The spectrum of a sound, worked out in a worker. @throws Refusal with a sentence */
export async function spectrumIn(blob: Blob): Promise<Spectrum> {
  const found = await drawer.run<Spectrum | Refused>((remote) => remote.spectrum(blob), {
    limitMs: LIMIT_MS,
    tooLong: TOO_LONG,
  })
  if ('refused' in found) throw new Refusal(found.refused)
  return found
}

/** How loud a sound is in a band, so many times a second, worked out in a worker. @throws as `beatsIn` does */
export async function levelIn(
  id: string,
  blob: Blob,
  options: { readonly rate: number; readonly band: Band },
  signal?: AbortSignal,
): Promise<Float64Array> {
  const found = await listener.run<Float64Array | Refused>((remote) => remote.level(id, blob, options), {
    limitMs: LIMIT_MS,
    tooLong: TOO_LONG,
    ...(signal ? { signal } : {}),
  })
  if ('refused' in found) throw new Refusal(found.refused)
  return found
}

/** A sound at another pace and its own pitch, worked out in a worker. @throws Refusal with a sentence */
export async function stretchedIn(id: string, blob: Blob, pace: number): Promise<Sound> {
  const found = await player.run<Sound | Refused>((remote) => remote.stretched(id, blob, pace), {
    limitMs: LIMIT_MS,
    tooLong: TOO_LONG,
  })
  if ('refused' in found) throw new Refusal(found.refused)
  return found
}
