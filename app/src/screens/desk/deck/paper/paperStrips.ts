import { laneOf, type Row } from '../rows.ts'

/** Rows on one strip of paper: few enough that painting one is quick, many enough that strips are few. */
const ROWS = 8

/** A row on a strip, px from the strip's top. */
export interface StripRow {
  readonly id: string
  readonly top: number
}

/** A strip of paper beneath rows that follow each other, px from the first row of the deck. */
export interface PaperStrip {
  readonly id: string
  readonly top: number
  readonly height: number
  readonly rows: readonly StripRow[]
  /** What lies on it where: the same text as long as this is the same. */
  readonly layout: string
}

/** What a row is called on the paper: by the lane it shows. */
export const paperIdOf = (row: Row): string => laneOf(row)?.id ?? row.id

/**
 * The strips beneath the rows from one index to another, both included; open lanes draw themselves and have none.
 * A strip keeps its id while the deck is scrolled.
 */
export function stripsOf(
  rows: readonly Row[],
  tops: readonly number[],
  { from, to, isOpen }: { from: number; to: number; isOpen: (row: Row) => boolean },
): PaperStrip[] {
  const strips: PaperStrip[] = []
  const last = Math.min(rows.length, (Math.floor(to / ROWS) + 1) * ROWS)
  let first = Math.max(0, Math.floor(from / ROWS) * ROWS)
  while (first < last) {
    if (isOpen(rows[first]!)) {
      first += 1
      continue
    }
    let end = first + 1
    while (end < last && end % ROWS !== 0 && !isOpen(rows[end]!)) end += 1
    strips.push(stripOf(rows.slice(first, end), tops, first))
    first = end
  }
  return strips
}

function stripOf(rows: readonly Row[], tops: readonly number[], first: number): PaperStrip {
  const top = tops[first]!
  const placed = rows.map((row, i) => ({ id: paperIdOf(row), top: tops[first + i]! - top }))
  return {
    id: String(first),
    top,
    height: tops[first + rows.length]! - top,
    rows: placed,
    layout: `${top}: ${placed.map(({ id, top: at }) => `${id} ${at}`).join(', ')}`,
  }
}
