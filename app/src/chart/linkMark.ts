/** Half the width of the mark of a linked span, px. */
export const LINK_MARK = 5.5

/** Two links of a chain round a point, to be stroked: the mark of a span that follows a bend of the library. */
export function linkMark(x: number, y: number): string {
  const link = (left: number): string => `M${left + 2.4} ${y - 2}h1.6a2 2 0 0 1 0 4h-1.6a2 2 0 0 1 0 -4Z`
  return link(x - LINK_MARK + 0.1) + link(x - 0.9)
}
