import type { Layer, WhichCopies } from '../../scene/index.ts'
import { placedCrop, type DrawnUse, type Track, type WebContext } from '../web/index.ts'

/** What layers are seen through together: a matte, or what the crop of a group leaves of them. */
export type LottieVeil = {
  /** The same for the same veil. */
  readonly key: string
  /** The layer all of them stand in, or the one that is masked by itself. */
  readonly of: Layer
} & (
  | { readonly kind: 'mask'; readonly by: Layer; readonly inverted: boolean; readonly copies: WhichCopies }
  /** x and y of the four corners in order round it, px. */
  | { readonly kind: 'crop'; readonly corners: Track }
)

/** What is drawn with what it is seen through, innermost first. */
export interface VeiledUse extends DrawnUse {
  readonly veils: readonly LottieVeil[]
}

/**
 * What a layer is seen through, innermost first: its own mask, then what crops and masks the groups it stands in.
 * @param known crops of groups that were worked out already, by their keys
 */
export function lottieVeils(
  layer: Layer,
  context: WebContext,
  known: Map<string, Track | null>,
): readonly LottieVeil[] {
  const { layers } = context
  const veils: LottieVeil[] = []
  const copies = new Map(context.copies)
  for (let at: Layer | undefined = layer; at;) {
    const key = ['crop', at.id, ...[...copies].flat()].join(' ')
    if (at !== layer && !known.has(key))
      known.set(key, placedCrop(at, { ...context, copies: new Map(copies) }))
    const corners: Track | null = at === layer ? null : known.get(key)!
    if (corners) veils.push({ kind: 'crop', key, of: at, corners })
    copies.delete(at.id)
    const by = at.mask && layers.get(at.mask.layer)
    // One whose eye is shut masks nothing.
    if (by?.visible && by !== layer) {
      veils.push({
        kind: 'mask',
        // A mask stays where it is while what it is for is copied.
        key: ['mask', at.id, ...[...copies].flat()].join(' '),
        of: at,
        by,
        inverted: at.mask!.inverted === true,
        copies: new Map(copies),
      })
    }
    const above: Layer | undefined = at.parent === null ? undefined : layers.get(at.parent)
    at = above?.kind === 'group' ? above : undefined
  }
  return veils
}
