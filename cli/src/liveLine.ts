/** A line of a terminal that is written over. */
export interface LiveLine {
  readonly write: (words: string) => void
  /** Takes it away. */
  readonly clear: () => void
}

/** To the left edge, and what stands in the line away. Source: ECMA-48, CR and EL. */
const ANEW = '\r\u001B[K'

/** Tells how far something has come; where nobody looks on, as in a pipeline, it says nothing. */
export function liveLine(stream: {
  readonly isTTY?: boolean
  readonly write: (words: string) => unknown
}): LiveLine {
  let shown = ''
  const write = (words: string): void => {
    if (!stream.isTTY || words === shown) return
    stream.write(`${ANEW}${words}`)
    shown = words
  }
  return { write, clear: () => write('') }
}
