import type { UnitCurve } from '@arrow-bend/core/bend'

export interface SpacingMark {
  readonly frame: number
  readonly y: number
  /** px */
  readonly length: number
  /** −1: this frame goes back, and lies on the left of the stringer. */
  readonly side: 1 | -1
  readonly label: string
}

export interface SpacingLadder {
  readonly list: readonly SpacingMark[]
  readonly top: number
  readonly bottom: number
}

/** Length of a mark, of a tenth and the least gap between labels, px. */
const MARK = 7
const TENTH = 11
const LABEL_GAP = 11
/** Marks drawn at most; longer spans show every second, fifth, … frame. */
const MOST_MARKS = 240

/** The timing chart of a span: one mark a frame at the height of its progress. */
export function spacingMarks(curve: UnitCurve, frames: number, yOf: (p: number) => number): SpacingLadder {
  const every = [1, 2, 5, 10, 20, 50, 100, 1000].find((n) => frames / n <= MOST_MARKS) ?? 10_000
  const list: SpacingMark[] = []
  const labelled: number[] = []
  let before = -Infinity
  for (let frame = 0; frame <= frames; frame += every) {
    const p = curve.progress(frame / Math.max(1, frames))
    const tenth = frame % (10 * every) === 0 || frame === frames
    const y = yOf(p)
    const free = tenth && labelled.every((other) => Math.abs(other - y) > LABEL_GAP)
    if (free) labelled.push(y)
    list.push({
      frame,
      y,
      length: tenth ? TENTH : MARK,
      side: p < before - 1e-9 ? -1 : 1,
      label: free ? String(frame) : '',
    })
    before = p
  }
  const ys = list.map(({ y }) => y)
  return { list, top: Math.min(...ys, yOf(1)), bottom: Math.max(...ys, yOf(0)) }
}
