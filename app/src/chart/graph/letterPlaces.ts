/** px two letters at the ends of lines need from each other. */
const LETTER_HEIGHT = 13

/** Where a letter at the end of a line stands, px. */
interface LetterPlace {
  readonly endX: number
  readonly endY: number
}

/** How high the letters of a graph's one or two lines stand: where they would lie over one another, both give way. */
export function letterHeights([first, second]: readonly LetterPlace[]): readonly number[] {
  if (!first || !second) return first ? [first.endY] : []
  const apart = second.endY - first.endY
  if (Math.abs(first.endX - second.endX) > LETTER_HEIGHT || Math.abs(apart) >= LETTER_HEIGHT)
    return [first.endY, second.endY]
  const middle = (first.endY + second.endY) / 2
  const half = (apart < 0 ? -1 : 1) * (LETTER_HEIGHT / 2)
  return [middle - half, middle + half]
}
