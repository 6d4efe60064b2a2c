import '../withoutEval.ts'
import { expose, transfer } from 'comlink'
import {
  BlobSource,
  CanvasSink,
  EncodedPacketSink,
  FLAC,
  Input,
  MP3,
  MP4,
  OGG,
  QTFF,
  VideoSampleSink,
  WAVE,
  WEBM,
  type InputVideoTrack,
  type VideoSample,
} from 'mediabunny'
import type { SoundAsset } from '@arrow-bend/core/scene'
import { BadFile } from '@arrow-bend/core/format/project'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { Refused } from './fileWorker.ts'
import { hashOfBlob } from './hashOfBlob.ts'
import { WaitingDecoders } from './waitingDecoders.ts'

/** What a clip is like. */
export interface ClipFacts {
  readonly sha256: string
  readonly type: 'video/webm' | 'video/mp4'
  /** px */
  readonly size: readonly [width: number, height: number]
  /** s */
  readonly seconds: number
}

/** What a sound is like. */
export interface SoundFacts {
  readonly sha256: string
  readonly type: SoundAsset['type']
  /** s */
  readonly seconds: number
}

/** A frame, shown from one moment of the clip to another, s. */
export interface ClipFrame {
  readonly from: number
  readonly to: number
  readonly picture: ImageBitmap
}

/** A small picture of a moment of a clip, s. */
export interface StripPicture {
  readonly seconds: number
  readonly picture: ImageBitmap
}

/** A file that is open to be decoded. */
interface OpenClip {
  readonly sink: VideoSampleSink
  /** From where jumps may decode on. */
  readonly waiting: WaitingDecoders
  /** As large as the clip is seen, and without see-through pixels where the clip has none, which is half the work. */
  readonly canvas: OffscreenCanvas
  readonly context: OffscreenCanvasRenderingContext2D
  /** The clip's first moment in its file, s: its 0. */
  readonly first: number
  readonly seconds: number
  /** Frames in their order from where the last were read; null where that is given up. */
  ahead: AsyncGenerator<VideoSample, void> | null
  /** Where the next of these begins, s. */
  next: number
  /** What is read at present, and has to end first: frames come in one order. */
  reading: Promise<unknown>
  /** The timers that make other jumps and the frames after a jump ready. */
  rested: readonly ReturnType<typeof setTimeout>[]
}

const open = new Map<string, Promise<OpenClip>>()

async function openTrack(blob: Blob, name: string): Promise<{ track: InputVideoTrack; input: Input }> {
  const input = new Input({ source: new BlobSource(blob), formats: [WEBM, MP4, QTFF] })
  if (!(await input.canRead()))
    throw new BadFile(`“${name}” is no WebM or MP4 clip, or it is damaged at its start. Nothing was changed.`)
  const track = await input.getPrimaryVideoTrack()
  if (!track) throw new BadFile(`“${name}” has no pictures, only sound. Nothing was changed.`)
  return { track, input }
}

async function openClip(id: string, blob: Blob): Promise<OpenClip> {
  const known = open.get(id)
  if (known) return known
  const opening = (async (): Promise<OpenClip> => {
    const { track } = await openTrack(blob, id)
    const first = await track.getFirstTimestamp()
    const seconds = (await track.computeDuration()) - first
    const canvas = new OffscreenCanvas(...(await sizeOf(track)))
    const context = canvas.getContext('2d', { alpha: await track.canBeTransparent() })!
    const sink = new VideoSampleSink(track)
    return {
      sink,
      waiting: new WaitingDecoders(sink, new EncodedPacketSink(track), first + seconds),
      canvas,
      context,
      first,
      seconds,
      ahead: null,
      next: NaN,
      reading: Promise.resolve(),
      rested: [],
    }
  })()
  open.set(id, opening)
  opening.catch(() => open.delete(id))
  return opening
}

const sizeOf = async (track: InputVideoTrack): Promise<[width: number, height: number]> => [
  await track.getDisplayWidth(),
  await track.getDisplayHeight(),
]

/** A frame turned, flipped and stretched as the file says, see-through where it is. */
function pictureOf(sample: VideoSample, { canvas, context, first }: OpenClip): ClipFrame {
  const from = sample.timestamp - first
  // Whose picture is given away is empty again.
  sample.drawWithFit(context, { fit: 'fill' })
  return { from, to: from + sample.duration, picture: canvas.transferToImageBitmap() }
}

/** Moments so little ahead, s, are come to by decoding on: to go to them would be to decode from a whole picture before them. */
const DECODED_ON = 1
/** After a jump, ms: if nothing else is asked for until then, what comes next is made ready. */
const RESTED_MS = 200
/** The same for jumps to elsewhere, which may come in a quick row. */
const PAUSED_MS = 30
/** Decoders that wait for jumps, of all clips together. */
const MOST_WAITING = 4
/** Clips in which nothing was jumped to for so long, ms, have none. */
const FORGOTTEN_MS = 10_000

/** Reads anew once: a decoder that waits may be taken away by the browser (WebCodecs, “reclaiming”). */
async function readOn(clip: OpenClip, from: number, count: number): Promise<ClipFrame[]> {
  try {
    return await readFrom(clip, from, count)
  } catch (caught) {
    if (!clip.ahead) throw caught
    clip.ahead = null
    return readFrom(clip, from, count)
  }
}

async function readFrom(clip: OpenClip, from: number, count: number): Promise<ClipFrame[]> {
  for (const timer of clip.rested) clearTimeout(timer)
  clip.waiting.stop()
  const isNear = from > clip.next - NEAR && from < clip.next + DECODED_ON
  if (!isNear || !clip.ahead) {
    await clip.ahead?.return()
    clip.ahead = null
    if (count === 1 && !isNear) return jumpTo(clip, from)
    clip.ahead = clip.sink.samples(from + clip.first)
  }
  const found: ClipFrame[] = []
  while (found.length < count) {
    const { value: sample, done } = await clip.ahead!.next()
    if (done || !sample) {
      clip.ahead = null
      break
    }
    clip.next = sample.timestamp - clip.first + sample.duration
    if (clip.next > from + NEAR) found.push(pictureOf(sample, clip))
    sample.close()
  }
  return found
}

/** One frame by itself: nothing after it is decoded before it is there. */
async function jumpTo(clip: OpenClip, from: number): Promise<ClipFrame[]> {
  const moment = from + clip.first
  const sample = (await decodedOn(clip, moment)) ?? (await clip.sink.getSample(moment))
  if (!sample) return []
  const frame = pictureOf(sample, clip)
  sample.close()
  clip.next = frame.to
  const most = Math.min(shareOf(clip), WaitingDecoders.mostOf(clip.canvas.width * clip.canvas.height))
  clip.rested = [
    setTimeout(() => void clip.waiting.prepare(moment, most), PAUSED_MS),
    setTimeout(() => (clip.ahead ??= clip.sink.samples(clip.next + clip.first)), RESTED_MS),
  ]
  return [frame]
}

/** When each clip for whose jumps decoders wait was jumped in last, ms. */
const jumped = new Map<OpenClip, number>()

/** How many decoders may wait for a clip that is jumped in now; those that were not for long let go of theirs. */
function shareOf(clip: OpenClip): number {
  const now = performance.now()
  jumped.set(clip, now)
  for (const [other, at] of jumped)
    if (now - at > FORGOTTEN_MS) {
      jumped.delete(other)
      void other.waiting.clear()
    }
  return Math.floor(MOST_WAITING / jumped.size)
}

/** The frame at a moment of the file, s, decoded from where a decoder waits, which goes on after it; null where none does. */
async function decodedOn(clip: OpenClip, moment: number): Promise<VideoSample | null> {
  // A decoder that waits may be taken away by the browser.
  const found = await clip.waiting.frameAt(moment).catch(() => null)
  if (!found) return null
  clip.ahead = found.after
  return found.sample
}

/** So near, s, a moment counts as the one the frames read last end at. */
const NEAR = 1e-4

const refusedFor = (name: string, caught: unknown): Refused => ({
  refused:
    caught instanceof BadFile
      ? sentenceOf(caught)
      : `“${name}” cannot be read: it breaks off or is damaged. Nothing was changed.`,
})

const SOUND_TYPES: readonly SoundAsset['type'][] = [
  'audio/wav',
  'audio/mpeg',
  'audio/mp4',
  'audio/ogg',
  'audio/webm',
  'audio/flac',
]

const worker = {
  /** Looks into a clip: what is not whole, or what this browser cannot decode, is refused here. */
  describe: async (blob: Blob, name: string): Promise<ClipFacts | Refused> => {
    try {
      const { track, input } = await openTrack(blob, name)
      const codec =
        (await track.getCodecParameterString()) ?? (await track.getCodec()) ?? 'a codec that is not known'
      if (!(await track.canDecode()))
        throw new BadFile(
          `This browser cannot decode “${name}”: its pictures are written in ${codec}. Nothing was changed.`,
        )
      const first = await track.getFirstTimestamp()
      const seconds = (await track.computeDuration()) - first
      const size = await sizeOf(track)
      const sink = new VideoSampleSink(track)
      for (const moment of [first, first + seconds - NEAR]) {
        const frame = await sink.getSample(moment).catch(() => null)
        frame?.close()
        if (!frame || !(seconds > 0))
          throw new BadFile(`“${name}” breaks off, or one of its frames is damaged. Nothing was changed.`)
      }
      const mime = await input.getMimeType()
      const type = mime.startsWith('video/webm') ? 'video/webm' : 'video/mp4'
      return { sha256: await hashOfBlob(blob), type, size, seconds }
    } catch (caught) {
      return refusedFor(name, caught)
    }
  },

  /** Looks into a sound, as `describe` does into a clip. */
  describeSound: async (blob: Blob, name: string): Promise<SoundFacts | Refused> => {
    try {
      const input = new Input({ source: new BlobSource(blob), formats: [WAVE, MP3, OGG, FLAC, MP4, WEBM] })
      const track = (await input.canRead()) ? await input.getPrimaryAudioTrack() : null
      if (!track)
        throw new BadFile(
          `“${name}” holds no sound that can be read, or it is damaged at its start. Nothing was changed.`,
        )
      if (!(await track.canDecode()))
        throw new BadFile(
          `This browser cannot decode “${name}”: its sound is written in ${(await track.getCodec()) ?? 'a codec that is not known'}. Nothing was changed.`,
        )
      const seconds = await track.computeDuration()
      const first = await new EncodedPacketSink(track).getFirstPacket()
      if (!first || !(seconds > 0)) throw new BadFile(`“${name}” has no sound in it. Nothing was changed.`)
      const mime = (await input.getMimeType()).split(';')[0]!.replace('video/', 'audio/')
      const type = SOUND_TYPES.find((known) => known === mime) ?? 'audio/wav'
      return { sha256: await hashOfBlob(blob), type, seconds }
    } catch (caught) {
      return refusedFor(name, caught)
    }
  },

  /**
   * Frames of a clip from the one shown at a moment on, in their order.
   * @param id by which the clip is kept open
   * @param from s
   */
  frames: async (id: string, blob: Blob, from: number, count: number): Promise<ClipFrame[]> => {
    const clip = await openClip(id, blob)
    const turn = clip.reading.catch(() => undefined).then(() => readOn(clip, from, count))
    clip.reading = turn
    const found = await turn
    return transfer(
      found,
      found.map(({ picture }) => picture),
    )
  },

  /** Small pictures of a clip, evenly spread over it. @param height px */
  strip: async (blob: Blob, name: string, count: number, height: number): Promise<StripPicture[]> => {
    const { track } = await openTrack(blob, name)
    const first = await track.getFirstTimestamp()
    const length = (await track.computeDuration()) - first
    const alpha = await track.canBeTransparent()
    const sink = new CanvasSink(track, { height, alpha, poolSize: 1 })
    const moments = Array.from({ length: count }, (_, i) => first + (length * (i + 0.5)) / count)
    const found: StripPicture[] = []
    for await (const shown of sink.canvasesAtTimestamps(moments)) {
      if (!shown) continue
      const picture = await createImageBitmap(shown.canvas)
      found.push({ seconds: shown.timestamp - first, picture })
    }
    return transfer(
      found,
      found.map(({ picture }) => picture),
    )
  },
}
export type ClipWorker = typeof worker

expose(worker)
