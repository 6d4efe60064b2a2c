/**
 * What the url()s of a piece of CSS point at, in time that grows with its length alone. One that never ends points at
 * all that follows.
 * Source: W3C, CSS Syntax 3, 4.3.6 (url tokens); quotes as CSS Values 4, 4.4.
 */
export function cssUrls(css: string): string[] {
  const found: string[] = []
  const starts = /url\(/gi
  for (let start = starts.exec(css); start; start = starts.exec(css)) {
    let from = starts.lastIndex
    while (from < css.length && /\s/.test(css[from]!)) from += 1
    const quote = css[from] === '"' || css[from] === "'" ? css[from]! : null
    const begin = quote ? from + 1 : from
    const end = css.indexOf(quote ?? ')', begin)
    found.push(css.slice(begin, end < 0 ? css.length : end).trim())
    if (end < 0) break
    starts.lastIndex = end
  }
  return found
}

/** The ids of elements in the same file that a piece of CSS points at. */
export function cssIds(css: string): string[] {
  return cssUrls(css).flatMap((link) => (link.startsWith('#') ? [link.slice(1)] : []))
}
