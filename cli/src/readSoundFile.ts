import { readSound } from '@arrow-bend/core/format/sound'
import type { Sound } from '@arrow-bend/core/sound'
import { BadUse } from './badUse.ts'
import { readBytes } from './readBytes.ts'

/** An hour of six channels at 48 kHz, 24 bits. */
const MOST_BYTES = 3_200_000_000

/** Reads a sound from disk. Throws BadFile with a sentence. */
export async function readSoundFile(path: string): Promise<Sound> {
  return readSound(await readBytes(path, MOST_BYTES, 'is over 3.2 GB, more than a sound of an hour is.'))
}

/** A number that was typed after an option; undefined where it was left out. */
export function numberOf(text: string | undefined, option: string): number | undefined {
  if (text === undefined) return undefined
  const number = Number(text)
  if (text.trim() === '' || !Number.isFinite(number))
    throw new BadUse(`“${text.slice(0, 20)}” is not a number, which --${option} takes.`)
  return number
}
