import { strFromU8 } from 'fflate'
import { LIMITS } from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'
import { looksLikeMovingSheet, readMovingSheet } from './sheet/readMovingSheet.ts'
import { looksLikeMovingSvg, readMovingSvg } from './svg/readMovingSvg.ts'
import type { TakenOver } from './takenOver.ts'

/** Bytes a file that moves may have. */
const MOST_BYTES = 64 * 1024 * 1024

/**
 * Reads a file that moves, by what it holds: an animated SVG, or a style sheet with keyframes.
 * @returns null for one that is none of these
 * @throws BadFile with a sentence for what is damaged, huge or hostile
 */
export function readMovingFile(
  bytes: Uint8Array<ArrayBuffer>,
  file: string,
  makeId: () => string,
): TakenOver | null {
  const name =
    file
      .replace(/\.[^.]*$/, '')
      .trim()
      .slice(0, LIMITS.nameLength) || 'Scene'
  if (bytes.length > MOST_BYTES) throw new BadFile(`“${file}” is over 64 MB. Nothing was changed.`)
  const text = strFromU8(bytes)
  if (/<(?:\w+:)?svg[\s>]/.test(text.slice(0, 16_384)) && looksLikeMovingSvg(text))
    return readMovingSvg(text, { name, makeId })
  if (looksLikeMovingSheet(text)) return readMovingSheet(text, { name, makeId })
  return null
}
