import {
  BufferTarget,
  canEncodeVideo,
  CanvasSource,
  Mp4OutputFormat,
  Output,
  QUALITY_HIGH,
  QUALITY_MEDIUM,
  QUALITY_VERY_HIGH,
  WebMOutputFormat,
  type VideoCodec,
} from 'mediabunny'
import { CannotFilm, type FilmFacts, type FilmQuality, type FilmSink } from './filmSink.ts'

const QUALITIES = {
  small: QUALITY_MEDIUM,
  good: QUALITY_HIGH,
  best: QUALITY_VERY_HIGH,
} as const satisfies Record<FilmQuality, unknown>
/** The codecs of a container, the one wanted most first. */
const CODECS: Readonly<Record<'webm' | 'mp4', readonly VideoCodec[]>> = {
  webm: ['vp9', 'vp8', 'av1'],
  mp4: ['avc', 'hevc', 'av1', 'vp9'],
}

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
}: FilmFacts & {
  readonly kind: 'webm' | 'mp4'
}): Promise<FilmSink> {
  const bitrate = QUALITIES[quality]
  const alpha = transparent ? 'keep' : 'discard'
  const codec = await firstOf(CODECS[kind], (one) =>
    canEncodeVideo(one, { width, height, bitrate, ...(kind === 'webm' ? { alpha } : {}) }),
  )
  if (!codec) {
    const isOdd = width % 2 === 1 || height % 2 === 1
    throw new CannotFilm(
      isOdd
        ? `This browser writes no ${kind === 'mp4' ? 'MP4' : 'WebM'} of ${width} × ${height} px: its sides have to be even. Nothing was written.`
        : `This browser writes no ${kind === 'mp4' ? 'MP4' : 'WebM'} of ${width} × ${height} px${transparent ? ' that one sees through' : ''}. Nothing was written.`,
    )
  }
  const target = new BufferTarget()
  const format = kind === 'mp4' ? new Mp4OutputFormat() : new WebMOutputFormat()
  const output = new Output({ format, target })
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d')!
  const source = new CanvasSource(canvas, { codec, bitrate, alpha, keyFrameInterval: 2 })
  output.addVideoTrack(source, { frameRate: rate })
  await output.start()
  return {
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

async function firstOf<T>(all: readonly T[], is: (one: T) => Promise<boolean>): Promise<T | null> {
  for (const one of all) if (await is(one)) return one
  return null
}
