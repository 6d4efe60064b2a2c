import { strFromU8 } from 'fflate'
import { LIMITS } from '../../scene/index.ts'
import { BadFile } from '../badFile.ts'
import { looksLikeLottie } from './lottie/lottieFile.ts'
import { isDotLottie, readDotLottie } from './lottie/readDotLottie.ts'
import { readLottie } from './lottie/readLottie.ts'
import { looksLikeMovingSheet, readMovingSheet } from './sheet/readMovingSheet.ts'
import { looksLikeMovingSvg, readMovingSvg } from './svg/readMovingSvg.ts'
import { looksLikePage, readMovingPage } from './web/readMovingPage.ts'
import { looksLikeWebAnimations, readWebAnimations } from './web/readWebAnimations.ts'
import type { TakenOver } from './takenOver.ts'

/** Bytes a file that moves may have: it is read whole. */
const MOST_BYTES = 64 * 1024 * 1024
/** How a project of ours begins, and how far that is looked for. */
const PROJECT = /"format"\s*:\s*"arrow-bend\/project"/
const BEGINNING = 4_096

/**
 * Reads a file that moves, of which a huge one does not come into the memory.
 * @returns null for one that is none, a project of ours among them
 * @throws BadFile as `readMovingFile`
 */
export async function openMovingFile(
  bytes: Blob,
  file: string,
  makeId: () => string,
): Promise<TakenOver | null> {
  const isHuge = bytes.size > MOST_BYTES
  const read = new Uint8Array(await bytes.slice(0, isHuge ? BEGINNING : bytes.size).arrayBuffer())
  if (!isHuge) return readMovingFile(read, file, makeId)
  // What a project may have is told where it is read.
  if (isZip(read) || PROJECT.test(strFromU8(read))) return null
  throw new BadFile(`“${file}” is over 64 MB. Nothing was changed.`)
}

const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b

/**
 * Reads a file that moves, by what it holds: an animated SVG, a style sheet with keyframes, a Lottie animation, packed or not, Web
 * Animations and pages of ours.
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
  if (isZip(bytes)) {
    const packed = isDotLottie(bytes) || /\.lottie$/i.test(file) ? readDotLottie(bytes) : null
    return packed && readLottie(packed, { name, makeId })
  }
  // A project has a bound of its own, which is told where it is read.
  if (PROJECT.test(strFromU8(bytes.subarray(0, BEGINNING)))) return null
  if (bytes.length > MOST_BYTES) throw new BadFile(`“${file}” is over 64 MB. Nothing was changed.`)
  const text = strFromU8(bytes)
  if (/^\s*\{/.test(text)) {
    const value = jsonOf(text)
    if (looksLikeWebAnimations(value)) return readWebAnimations(value, { name, makeId })
    return looksLikeLottie(value) ? readLottie(value, { name, makeId }) : null
  }
  if (looksLikePage(text)) return readMovingPage(text, { name, makeId })
  if (/<(?:\w+:)?svg[\s>]/.test(text.slice(0, 16_384)) && looksLikeMovingSvg(text))
    return readMovingSvg(text, { name, makeId })
  if (looksLikeMovingSheet(text)) return readMovingSheet(text, { name, makeId })
  return null
}

/** Undefined for text that is no JSON. */
function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
