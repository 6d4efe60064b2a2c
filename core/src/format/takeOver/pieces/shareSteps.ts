import { LIMITS } from '../../../scene/index.ts'
import { isStillStep, type Step } from '../place/steps.ts'
import { groupPiece, type Piece } from './piece.ts'

/**
 * Pieces of which several begin with the same motion ride on one that has it: a file that writes what carries them once for each
 * becomes layers that have it once.
 * @param pieces bottom first
 * @param base key of what all of them ride on
 */
export function shareSteps(pieces: readonly Piece[], base?: string): readonly Piece[] {
  const riding = base === undefined ? {} : { follows: base }
  const clusters = new Map<string, Piece[]>()
  for (const piece of pieces) {
    const head = movingHead(piece.steps)
    if (head !== null) clusters.set(head, [...(clusters.get(head) ?? []), piece])
  }
  const placed = new Map<Piece, Piece>()
  const carriers: Piece[] = []
  for (const cluster of clusters.values()) {
    if (cluster.length < 2) continue
    const length = commonLength(cluster.map(({ steps }) => steps))
    const key = `carrier ${base ?? ''} ${carriers.length}`
    const steps = cluster[0]!.steps.slice(0, length)
    const name = steps.findLast(({ of }) => of)?.of?.slice(0, LIMITS.nameLength) ?? 'Carrier'
    const carrier = groupPiece(name, [], { key, steps, ...riding })
    const inner = shareSteps(
      cluster.map((piece) => ({ ...piece, steps: piece.steps.slice(length) })),
      key,
    )
    cluster.forEach((piece, i) => placed.set(piece, inner[i]!))
    carriers.push(carrier, ...inner.slice(cluster.length))
  }
  return [...pieces.map((piece) => placed.get(piece) ?? { ...piece, ...riding }), ...carriers]
}

/** What tells the motion a piece begins with, up to the first step that moves; null where none does. */
function movingHead(steps: readonly Step[]): string | null {
  const first = steps.findIndex((step) => !isStillStep(step))
  return first < 0 ? null : JSON.stringify(steps.slice(0, first + 1))
}

/** How many steps all have in common. */
function commonLength(lists: readonly (readonly Step[])[]): number {
  const texts = lists.map((steps) => steps.map((step) => JSON.stringify(step)))
  const isCommon = (i: number): boolean => texts.every((list) => i < list.length && list[i] === texts[0]![i])
  let length = 0
  while (isCommon(length)) length += 1
  return length
}
