import { ALL_FORMATS, AudioSampleSink, BufferSource, Input, type AudioSample } from 'mediabunny'
import type { Sound } from '../../sound/index.ts'
import { BadFile } from '../badFile.ts'

/** Longer sounds are not taken whole, s: they would fill the memory of a small machine. */
const LONGEST = 3600
/** How far it has come is told every so many pieces. */
const TOLD_EVERY = 64

/**
 * Reads a file's first sound whole; tells how far it has come, 0 … 1. WAV is read anywhere; what is packed is unpacked by the browser, where there is one.
 * @throws BadFile where there is no sound in it, it cannot be unpacked here, or it is longer than an hour
 */
export async function readSound(
  bytes: Uint8Array<ArrayBuffer>,
  progress: (share: number) => void = () => undefined,
): Promise<Sound> {
  const input = new Input({ source: new BufferSource(bytes), formats: ALL_FORMATS })
  const track = await input.getPrimaryAudioTrack().catch(() => null)
  if (!track)
    throw new BadFile('No sound can be read from this file. A WAV file always can. Nothing was changed.')
  if (!(await track.canDecode()))
    throw new BadFile(
      `This sound is packed as ${track.codec ?? 'something unknown'}, which cannot be unpacked here. Save it as WAV. Nothing was changed.`,
    )
  const seconds = await track.computeDuration()
  if (seconds > LONGEST)
    throw new BadFile(
      'This sound is longer than an hour. Cut out the part that is needed. Nothing was changed.',
    )
  const pieces: Float32Array[][] = []
  try {
    for await (const sample of new AudioSampleSink(track).samples()) {
      pieces.push(planesOf(sample))
      if (pieces.length % TOLD_EVERY === 0) progress(Math.min(1, sample.timestamp / seconds))
      sample.close()
    }
  } catch {
    throw new BadFile('This sound breaks off in the middle: its file is broken. Nothing was changed.')
  }
  const channels = Array.from({ length: track.numberOfChannels }, (_, c) =>
    joined(pieces.map((planes) => planes[c]!)),
  )
  if (channels.length === 0 || channels[0]!.length === 0)
    throw new BadFile('There is no sound in this file, only its head. Nothing was changed.')
  return { rate: track.sampleRate, channels }
}

function planesOf(sample: AudioSample): Float32Array[] {
  return Array.from({ length: sample.numberOfChannels }, (_, planeIndex) => {
    const plane = new Float32Array(sample.numberOfFrames)
    sample.copyTo(plane, { planeIndex, format: 'f32-planar' })
    return plane
  })
}

function joined(pieces: readonly Float32Array[]): Float32Array {
  const whole = new Float32Array(pieces.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const piece of pieces) {
    whole.set(piece, at)
    at += piece.length
  }
  return whole
}
