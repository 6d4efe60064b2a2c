/** What a stop of a frame move is called. @param which its place among `count` */
export function stopName(which: number, count: number): string {
  if (which === 0) return 'First'
  return which === count - 1 ? 'Last' : `Stop ${which}`
}
