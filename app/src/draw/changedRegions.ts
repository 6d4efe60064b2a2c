import type { DrawItem, SceneSampler } from '@arrow-bend/core/scene'
import { drawnBox, type CanvasBox, type StageMap } from './drawnBox.ts'
import type { PictureBook } from './pictureBook.ts'
import { changedItems, lookOf, type SceneLook } from './sceneLook.ts'

/** A picture as it was painted: what it looked like, and where each of its items was, px of the canvas. */
export interface PaintedPicture {
  readonly look: SceneLook
  readonly boxes: readonly CanvasBox[]
}

/** What is painted on. */
export interface Canvas {
  readonly width: number
  readonly height: number
  /** From the stage to it. */
  readonly stage: StageMap
  readonly pictures: PictureBook
}

/** Regions cost more than they spare where they are many, or where they come to this share of the canvas. */
const MOST_REGIONS = 8
/** So many, before some of them meet, are not even joined. */
const MOST_APART = 32
const MOST_SHARE = 0.7
/** Edges are blurred by less than this, px. */
const EDGE = 2

const EVERYWHERE: CanvasBox = [-Infinity, -Infinity, Infinity, Infinity]

/** A sampled scene as it is painted now; the boxes of what did not change are taken over. */
export function paintedPicture(
  sampler: SceneSampler,
  canvas: Canvas,
  before: PaintedPicture | null,
): { readonly now: PaintedPicture; readonly changed: readonly number[] | null } {
  const look = lookOf(sampler)
  const changed = before && changedItems(before.look, look)
  if (changed?.length === 0) return { now: before!, changed }
  const isOther = new Set(changed)
  const boxes = sampler.items.map((item, i) =>
    changed && !isOther.has(i) ? before!.boxes[i]! : boxOf(item, canvas),
  )
  return { now: { look, boxes }, changed }
}

function boxOf(item: DrawItem, { stage, pictures }: Canvas): CanvasBox {
  // Letters that move by themselves leave the box of their text.
  if (item.kind === 'text' && item.parts !== 'whole') return EVERYWHERE
  return drawnBox([item], { stage, pictures, until: null })
}

/**
 * What of a canvas has to be painted anew, whole px; null for all of it.
 * @param changed places of the items that look different
 */
export function changedRegions(
  items: readonly DrawItem[],
  { changed, before, now }: { changed: readonly number[]; before: PaintedPicture; now: PaintedPicture },
  { width, height }: Canvas,
): CanvasBox[] | null {
  let regions: CanvasBox[] = []
  for (const i of withMasked(items, changed)) {
    if (items[i]!.kind === 'scene') continue
    if (regions.length > MOST_APART) return null
    for (const { boxes } of [before, now]) {
      const [left, top, right, bottom] = boxes[i]!
      const region: CanvasBox = [
        Math.max(0, Math.floor(left - EDGE)),
        Math.max(0, Math.floor(top - EDGE)),
        Math.min(width, Math.ceil(right + EDGE)),
        Math.min(height, Math.ceil(bottom + EDGE)),
      ]
      if (areaOf(region) > 0) regions = joined(regions, region)
    }
  }
  const area = regions.reduce((sum, region) => sum + areaOf(region), 0)
  return regions.length > MOST_REGIONS || area > MOST_SHARE * width * height ? null : regions
}

/** With what changes because its mask does, or because the box is another that its group is cropped in. */
function withMasked(items: readonly DrawItem[], changed: readonly number[]): ReadonlySet<number> {
  const all = withCropped(items, changed)
  const masks = new Set<unknown>([...all].flatMap((i) => (items[i]!.isMask ? [items[i]] : [])))
  // A mask may be seen through another.
  for (let known = -1; masks.size > 0 && known !== all.size;) {
    known = all.size
    items.forEach((item, i) => {
      const isMasked = item.veils.some(
        (veil) => veil.kind === 'mask' && veil.items.some((one) => masks.has(one)),
      )
      if (!isMasked) return
      all.add(i)
      if (item.isMask) masks.add(item)
    })
  }
  return all
}

function withCropped(items: readonly DrawItem[], changed: readonly number[]): Set<number> {
  const all = new Set(changed)
  const crops = new Set(changed.flatMap((i) => items[i]!.veils.filter(({ kind }) => kind === 'crop')))
  if (crops.size > 0)
    items.forEach(({ veils }, i) => {
      if (veils.some((veil) => crops.has(veil))) all.add(i)
    })
  return all
}

const areaOf = ([left, top, right, bottom]: CanvasBox): number =>
  Math.max(0, right - left) * Math.max(0, bottom - top)

export const overlaps = (a: CanvasBox, b: CanvasBox): boolean =>
  a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3]

/** Regions with one more, made one with those it lies over or is so near that one is no larger than both. */
function joined(regions: readonly CanvasBox[], region: CanvasBox): CanvasBox[] {
  let all = region
  let apart = [...regions]
  for (let met = true; met;) {
    met = false
    apart = apart.filter((one) => {
      const both: CanvasBox = [
        Math.min(one[0], all[0]),
        Math.min(one[1], all[1]),
        Math.max(one[2], all[2]),
        Math.max(one[3], all[3]),
      ]
      if (!overlaps(one, all) && areaOf(both) > areaOf(one) + areaOf(all)) return true
      all = both
      met = true
      return false
    })
  }
  return [...apart, all]
}
