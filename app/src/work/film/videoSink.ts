import {
  AudioSample,
  AudioSampleSource,
  BufferTarget,
  canEncodeAudio,
  canEncodeVideo,
  CanvasSource,
  Mp4OutputFormat,
  Output,
  QUALITY_HIGH,
  QUALITY_MEDIUM,
  QUALITY_VERY_HIGH,
  WebMOutputFormat,
  type AudioCodec,
  type VideoCodec,
} from 'mediabunny'
import type { Sound } from '@arrow-bend/core/sound'
import { CannotFilm, SOUND_RATE, type FilmFacts, type FilmQuality, type FilmSink } from './filmSink.ts'

const QUALITIES = {
  small: QUALITY_MEDIUM,
  good: QUALITY_HIGH,
  best: QUALITY_VERY_HIGH,
} as const satisfies Record<FilmQuality, unknown>
/** The codecs of a container, the one wanted most first. */
const CODECS: Readonly<Record<'webm' | 'mp4', readonly VideoCodec[]>> = {
  webm: ['vp9', 'vp8', 'av1'],
  // Others can stand in it, but few programs that take an MP4 read them.
  mp4: ['avc'],
}
/** Of sound likewise. */
const SOUND_CODECS: Readonly<Record<'webm' | 'mp4', readonly AudioCodec[]>> = {
  webm: ['opus', 'vorbis'],
  mp4: ['aac', 'opus'],
}
const SOUND = { numberOfChannels: 2, sampleRate: SOUND_RATE, bitrate: 128_000 } as const
const WORDS = { webm: 'WebM', mp4: 'MP4 (H.264)' } as const

/**
 * A video by the browser's own encoder. Source: W3C, WebCodecs.
 * @throws CannotFilm where the browser has no encoder for that size
 */
export async function videoSink({
  kind,
  rate,
  width,
  height,
  quality,
  transparent,
  heard,
}: FilmFacts & {
  readonly kind: 'webm' | 'mp4'
}): Promise<FilmSink> {
  const bitrate = QUALITIES[quality]
  const alpha = transparent ? 'keep' : 'discard'
  const codecFor = (size: { readonly width: number; readonly height: number }): Promise<VideoCodec | null> =>
    firstOf(CODECS[kind], (one) =>
      canEncodeVideo(one, { ...size, bitrate, ...(kind === 'webm' ? { alpha } : {}) }),
    )
  const codec = await codecFor({ width, height })
  if (!codec) {
    const even = { width: width + (width % 2), height: height + (height % 2) }
    const isForOddness = (even.width !== width || even.height !== height) && (await codecFor(even)) !== null
    const what = `${WORDS[kind]} of ${width} × ${height} px${transparent ? ' that one sees through' : ''}`
    throw new CannotFilm(
      isForOddness
        ? `This browser writes no ${what}: its sides have to be even. Nothing was written.`
        : `This browser writes no ${what}. Nothing was written.`,
    )
  }
  const soundCodec = heard ? await firstOf(SOUND_CODECS[kind], (one) => canEncodeAudio(one, SOUND)) : null
  if (heard && !soundCodec)
    throw new CannotFilm(
      `This browser writes no sound into ${WORDS[kind]}. Leave the sound out, or write it as ${kind === 'mp4' ? 'WebM' : 'MP4'}. Nothing was written.`,
    )
  const target = new BufferTarget()
  const format = kind === 'mp4' ? new Mp4OutputFormat() : new WebMOutputFormat()
  const output = new Output({ format, target })
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d')!
  const source = new CanvasSource(canvas, { codec, bitrate, alpha, keyFrameInterval: 2 })
  output.addVideoTrack(source, { frameRate: rate })
  const sound = soundCodec ? new AudioSampleSource({ codec: soundCodec, bitrate: SOUND.bitrate }) : null
  if (sound) output.addAudioTrack(sound)
  await output.start()
  return {
    ...(sound ? { hear: (heardNow: Sound, seconds: number) => addSound(sound, heardNow, seconds) } : {}),
    add: async (drawn, index) => {
      context.clearRect(0, 0, width, height)
      context.drawImage(drawn, 0, 0)
      await source.add(index / rate, 1 / rate)
    },
    finish: async () => {
      await output.finalize()
      return new Blob([target.buffer!], { type: kind === 'mp4' ? 'video/mp4' : 'video/webm' })
    },
  }
}

async function addSound(
  source: AudioSampleSource,
  { rate, channels }: Sound,
  seconds: number,
): Promise<void> {
  const [left, right] = channels as readonly [Float32Array, Float32Array]
  if (left.length === 0) return
  const data = new Float32Array(2 * left.length)
  data.set(left)
  data.set(right, left.length)
  const sample = new AudioSample({
    data,
    format: 'f32-planar',
    numberOfChannels: 2,
    sampleRate: rate,
    timestamp: seconds,
  })
  await source.add(sample)
  sample.close()
}

async function firstOf<T>(all: readonly T[], is: (one: T) => Promise<boolean>): Promise<T | null> {
  for (const one of all) if (await is(one)) return one
  return null
}
