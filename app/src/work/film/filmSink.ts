import { Refusal } from '@arrow-bend/core/refusal'
import type { Sound } from '@arrow-bend/core/sound'

/** What frames are given to, one after another, and what becomes a file of them. */
export interface FilmSink {
  /** @param index counted from 0 */
  add(canvas: OffscreenCanvas, index: number): Promise<void>
  /** What is heard from a moment on, s; only where the film has a sound. */
  hear?(sound: Sound, seconds: number): Promise<void>
  finish(): Promise<Blob>
}

export type FilmKind = 'webm' | 'mp4' | 'gif' | 'frames' | 'sheet'
export type FilmQuality = 'small' | 'good' | 'best'

/** A film as it is to be. */
export interface FilmFacts {
  readonly kind: FilmKind
  /** Frames a second. */
  readonly rate: number
  /** How many frames there will be. */
  readonly count: number
  /** px */
  readonly width: number
  readonly height: number
  readonly quality: FilmQuality
  /** Whether what is behind shows through where nothing is drawn. */
  readonly transparent: boolean
  /** Whether it has the scene's sound. */
  readonly heard: boolean
  /** How often a GIF is played; 0 for ever. */
  readonly rounds: number
}

/** px a film may be wide or high. */
export const MOST_SIDE = 7680

/** Samples a second of a film's sound: what Opus takes as it is. */
export const SOUND_RATE = 48_000

/** What a browser cannot write, or not so. */
export class CannotFilm extends Refusal {}
