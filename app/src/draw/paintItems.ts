import { veilsOnlyOf, type Bounds, type DrawItem, type Matrix, type Veil } from '@arrow-bend/core/scene'
import type { Context2d } from './context2d.ts'
import { paintAffected } from './paintAffected.ts'
import { paintItem } from './paintItem.ts'
import { paintMasked } from './paintMasked.ts'
import type { PictureBook } from './pictureBook.ts'
import { seenBoxOf } from './seenBox.ts'

export interface PaintItems {
  readonly pictures: PictureBook
  /** Device px a stage px. */
  readonly scale: number
  /** What is painted just beneath an item, by that one's place from the bottom. */
  readonly beneath?: { readonly index: number; readonly paint: () => void } | undefined
  /** Which items are to be painted; the others take their places without it. All of them unless said. */
  readonly picks?: ((item: DrawItem) => boolean) | undefined
}

/** Paints items in their order, each through its veils; in stage coordinates. Masks are not painted themselves. */
export function paintItems(
  context: Context2d,
  items: readonly DrawItem[],
  { pictures, scale, beneath, picks }: PaintItems,
): void {
  const at = beneath && beneath.index > 0 ? beneath.index : 0
  const paint = (some: readonly DrawItem[]): void => {
    paintThroughVeils(
      context,
      some.filter(({ isMask }) => !isMask),
      { pictures, scale, picks },
    )
  }
  if (at > 0) paint(items.slice(0, at))
  if (beneath && beneath.index >= 0) beneath.paint()
  paint(items.slice(at))
}

interface Veiled {
  readonly veils: readonly Veil[]
}

/** What items are painted with, and how they are seen. */
interface Painting extends Pick<PaintItems, 'pictures' | 'scale' | 'picks'> {
  /** How many veils of each item are drawn already, from the outermost. */
  readonly depth?: number
  /** The veils of an item that count; all of them unless said. */
  readonly veilsOf?: (item: Veiled) => readonly Veil[]
}

const allVeils = ({ veils }: Veiled): readonly Veil[] => veils
const allItems = (): boolean => true

/** Paints items from the outermost veil inwards: what lies one upon another behind one veil is seen through it as one thing. */
function paintThroughVeils(context: Context2d, items: readonly DrawItem[], painting: Painting): void {
  const { pictures, scale, depth = 0, veilsOf = allVeils, picks = allItems } = painting
  const veilOf = (item: DrawItem): Veil | undefined => {
    const veils = veilsOf(item)
    return veils[veils.length - 1 - depth]
  }
  for (let from = 0; from < items.length;) {
    const veil = veilOf(items[from]!)
    let to = from + 1
    while (to < items.length && veilOf(items[to]!) === veil) to += 1
    const run = items.slice(from, to)
    if (!veil) for (const item of run) if (picks(item)) paintItem(context, item, pictures, scale)
    if (veil && run.some((item) => item.shown && item.opacity > 0 && picks(item)))
      paintBehind(context, veil, { items: run, painting })
    from = to
  }
}

function paintBehind(
  context: Context2d,
  veil: Veil,
  { items, painting }: { readonly items: readonly DrawItem[]; readonly painting: Painting },
): void {
  const { pictures, scale, depth = 0 } = painting
  const paint = (on: Context2d): void => paintThroughVeils(on, items, { ...painting, depth: depth + 1 })
  if (veil.kind === 'frame') {
    const [x, y, width, height] = veil.box as unknown as [number, number, number, number]
    paintFramed(context, { matrix: veil.matrix, box: { x, y, width, height } }, paint)
  } else if (veil.kind === 'crop') {
    const box = seenBoxOf(veil, pictures)
    if (box) paintFramed(context, { matrix: veil.matrix, box }, paint)
    else paint(context)
  } else if (veil.kind === 'effects')
    paintAffected(context, veil, { items, opacity: 1, pictures, until: veil, paint })
  // One whose eye is shut masks nothing.
  else if (!veil.layer.visible) paint(context)
  else {
    // What masks may be seen through others in turn; what is around both is drawn around both.
    const around = items[0]!.veils
    const veilsOf = ({ veils }: Veiled): readonly Veil[] => veilsOnlyOf(veils, around)
    const paintMask = (on: Context2d): void =>
      paintThroughVeils(on, veil.items as readonly DrawItem[], { pictures, scale, veilsOf })
    paintMasked(context, veil, { pictures, scale, paint, paintMask, veilsOf })
  }
}

/** Paints what is seen within a box only. @param frame the box, and how its coordinates lead to the stage */
function paintFramed(
  context: Context2d,
  { matrix, box }: { readonly matrix: Matrix; readonly box: Bounds },
  paint: (on: Context2d) => void,
): void {
  const outline = new Path2D()
  outline.rect(box.x, box.y, box.width, box.height)
  const [a, b, c, d, e, f] = matrix as unknown as [number, number, number, number, number, number]
  const placed = new Path2D()
  placed.addPath(outline, { a, b, c, d, e, f })
  context.save()
  context.clip(placed)
  paint(context)
  context.restore()
}
