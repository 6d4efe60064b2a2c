/** Fewer than these are never crowded; beads nearer than that many px on average are. */
const FEW = 60
const ROOM = 8

/** Whether so many keys on so many px are too many to be told apart. */
export function isCrowded(count: number, width: number): boolean {
  return count > FEW && width / count < ROOM
}

/** Of things in order that stand nearer than can be told apart the first of each group, with the others it stands for. */
export function together<T extends { readonly x: number }>(
  list: readonly T[],
  near: number,
): { first: T; all: T[] }[] {
  const groups: { first: T; all: T[] }[] = []
  for (const item of list) {
    const group = groups[groups.length - 1]
    if (group && item.x - group.first.x < near) group.all.push(item)
    else groups.push({ first: item, all: [item] })
  }
  return groups
}
