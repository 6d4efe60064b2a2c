import { BadFile } from '../badFile.ts'

/** Characters of a page, and keyframes of one of its properties: more than these no browser plays smoothly. */
const MOST_CHARACTERS = 24 * 1024 * 1024
const MOST_KEYFRAMES = 100_000

/** Throws BadFile where a page comes to be too large. */
export function checkCharacters(characters: number): void {
  if (characters > MOST_CHARACTERS)
    throw new BadFile(
      'The page would be over 24 MB, more than a browser plays. Make the scene shorter, sweep keys that change little, or save the numbers of single properties as CSV. Nothing was written.',
    )
}

/** Throws BadFile where a property would take too many keyframes. */
export function checkKeyframes(count: number): void {
  if (count > MOST_KEYFRAMES)
    throw new BadFile(
      `One of its moves would take over ${MOST_KEYFRAMES.toLocaleString('en')} keyframes, more than a browser plays. Make the scene shorter or sweep keys that change little, or save its numbers as CSV. Nothing was written.`,
    )
}
