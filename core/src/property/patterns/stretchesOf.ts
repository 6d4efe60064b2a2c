/** Stretches of time that some cover, in their order, those that meet as one. @param parts from and to, ticks */
export function stretchesOf<T extends number>(
  parts: readonly { readonly from: T; readonly to: T }[],
): [from: T, to: T][] {
  const stretches: [T, T][] = []
  for (const { from, to } of [...parts].sort((a, b) => a.from - b.from)) {
    const last = stretches.at(-1)
    if (!last || from > last[1]) stretches.push([from, to])
    else if (to > last[1]) last[1] = to
  }
  return stretches
}
