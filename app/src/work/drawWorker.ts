import '../withoutEval.ts'
import { expose } from 'comlink'
import type { StillFrames } from '../pictures/filmOf.ts'
import { stillFilm } from '../pictures/stillFilm.ts'
import {
  AskedPictures,
  drawFrame,
  loadTextFont,
  PictureBook,
  type DecodedPicture,
  type FrameToDraw,
  type ScalesAsked,
} from '../draw/index.ts'

export interface FramePicture extends FrameToDraw {
  readonly type: 'image/png' | 'image/webp'
  /** Decoded pictures by asset id; an SVG cannot be decoded here. */
  readonly pictures: readonly (readonly [assetId: string, picture: DecodedPicture])[]
  /** Of clips the frames that are shown. */
  readonly clips: readonly StillFrames[]
}

/** Of lossy kinds, 0 … 1. */
const QUALITY = 0.85

/** Text is drawn in the font of the stage; without it, in what there is. */
const font = loadTextFont((self as unknown as { fonts: FontFaceSet }).fonts).catch(() => undefined)

const worker = {
  /** The pictures a frame shows, with the scales they are drawn at. @param sizes of all there are, px */
  picturesOf: async (
    frame: FrameToDraw,
    sizes: ReadonlyMap<string, readonly [width: number, height: number]>,
  ): Promise<readonly (readonly [assetId: string, scales: ScalesAsked])[]> => {
    await font
    const pictures = new AskedPictures(sizes)
    drawFrame(frame, pictures)
    return pictures.asked
  },
  /** A picture of a frame, as a file. */
  drawFrame: async ({ type, pictures, clips, ...frame }: FramePicture): Promise<Blob> => {
    await font
    const canvas = drawFrame(frame, new PictureBook(pictures, clips.map(stillFilm)))
    for (const bitmap of pictures.flatMap(([, { sizes }]) => sizes)) bitmap.close()
    return canvas.convertToBlob({ type, quality: QUALITY })
  },
}
export type DrawWorker = typeof worker

expose(worker)
