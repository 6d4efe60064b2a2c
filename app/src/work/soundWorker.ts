import '../withoutEval.ts'
import { expose, transfer } from 'comlink'
import { readSound } from '@arrow-bend/core/format/sound'
import { Refusal, sentenceOf } from '@arrow-bend/core/refusal'
import {
  envelopeOf,
  findBeats,
  levelOf,
  spectrumOf,
  stretchTime,
  type Band,
  type Beat,
  type Envelope,
  type FindBeats,
  type Sound,
  type Spectrum,
} from '@arrow-bend/core/sound'
import { soundPart } from '../sound/soundPart.ts'
import type { Refused } from './fileWorker.ts'

/** The sound that was asked for last, unpacked: it is often asked for again, with other numbers. */
let last: { readonly id: string; readonly sound: Promise<Sound> } | null = null

async function unpack(blob: Blob, progress?: (share: number) => void): Promise<Sound> {
  const part = await soundPart(blob)
  if (!part) throw new Refusal('This clip has no sound that can be read.')
  return readSound(new Uint8Array(await part.arrayBuffer()), progress)
}

function soundOf(id: string, blob: Blob, progress?: (share: number) => void): Promise<Sound> {
  if (last?.id === id) return last.sound
  const sound = unpack(blob, progress)
  last = { id, sound }
  sound.catch(() => (last = null))
  return sound
}

const refused = (caught: unknown): Refused => ({ refused: sentenceOf(caught) })

const worker = {
  /**
   * @param id by which the sound is kept unpacked
   * @param progress told how far unpacking has come, which takes longest, 0 … 1
   */
  beats: async (
    id: string,
    blob: Blob,
    options: FindBeats,
    progress: (share: number) => void,
  ): Promise<Beat[] | Refused> => {
    try {
      return findBeats(await soundOf(id, blob, progress), options)
    } catch (caught) {
      return refused(caught)
    }
  },

  /** How loud it is in a band, so many times a second. */
  level: async (
    id: string,
    blob: Blob,
    { rate, band }: { readonly rate: number; readonly band: Band },
  ): Promise<Float64Array | Refused> => {
    try {
      return levelOf(await soundOf(id, blob), rate, band)
    } catch (caught) {
      return refused(caught)
    }
  },

  /** Asked for once a sound, too. */
  spectrum: async (blob: Blob): Promise<Spectrum | Refused> => {
    try {
      return spectrumOf(await unpack(blob))
    } catch (caught) {
      return refused(caught)
    }
  },

  /** A sound at another pace and its own pitch. */
  stretched: async (id: string, blob: Blob, pace: number): Promise<Sound | Refused> => {
    try {
      const made = stretchTime(await soundOf(id, blob), pace)
      return transfer(
        made,
        made.channels.map(({ buffer }) => buffer as ArrayBuffer),
      )
    } catch (caught) {
      return refused(caught)
    }
  },

  /** Asked for once a sound, which is not kept unpacked for it. */
  envelope: async (blob: Blob): Promise<Envelope | Refused> => {
    try {
      return envelopeOf(await unpack(blob))
    } catch (caught) {
      return refused(caught)
    }
  },
}
export type SoundWorker = typeof worker

expose(worker)
