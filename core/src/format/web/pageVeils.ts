import type { Layer, LayerMask, WhichCopies } from '../../scene/index.ts'
import { boxTag, round, type WebContext } from './webContext.ts'
import { checkCharacters } from './pageLimits.ts'
import { elementText, type MovingElement } from './motion/motion.ts'
import { placedCrop } from './placedCrop.ts'
import { placedEffect } from './placedEffect.ts'

/** What a layer of a page is seen through: a mask that is written once, or what crops or blurs a group as one thing. */
interface PageVeil {
  /** The same for the same veil. */
  readonly key: string
  /** What stands around all that is seen through it. */
  readonly element: Omit<MovingElement, 'tag'>
}

/** A layer that masks another, and how. */
interface PageMask {
  readonly by: Layer
  readonly of: LayerMask
  /** Which copies of what stands around the mask. */
  readonly copies: WhichCopies
}

/** What is drawn of a page, bottom first, with what it is seen through, innermost first. */
export interface VeiledMarkup {
  readonly markup: string
  readonly veils: readonly PageVeil[]
}

/** Whether a page can say that a layer is seen through another: all but clips, which it has nothing for. */
export const isPageMask = ({ kind }: Layer): boolean => kind !== 'clip'

/** Writes what a layer draws, with all it rides on, as groups of a drawing. */
type WriteCover = (layer: Layer, context: WebContext) => string

/**
 * The veils of one scene of a page, each written once. Masks are drawings in the scene's own coordinates, whose coverage
 * (alpha) counts; what they mask stands in a box as large as the frame.
 * Source: W3C, CSS Masking 1 (mask, mask-type), Filter Effects 1 (feComponentTransfer).
 */
export class PageVeils {
  private readonly ids = new Map<string, string>()
  private readonly asOne = new Map<string, readonly PageVeil[]>()
  private readonly written: string[] = []
  private characters = 0

  /**
   * @param size of the scene, px
   * @param named what their ids begin with: no other scene's on the page may
   */
  constructor(
    private readonly size: readonly [number, number],
    private readonly named: { readonly name: string; readonly within: WebContext['within'] },
    private readonly writeCover: WriteCover,
  ) {}

  /** What a layer is seen through, innermost first: its own mask, then what crops, blurs and masks the groups it stands in, its own group's mask by itself not. */
  of(layer: Layer, context: WebContext): readonly PageVeil[] {
    const { layers, copies: all } = context
    const masks: (PageMask | PageVeil)[] = []
    const copies = new Map(all)
    for (let at: Layer | undefined = layer; at;) {
      if (at !== layer) masks.push(...this.asOneOf(at, { ...context, copies: new Map(copies) }))
      copies.delete(at.id)
      const by = at.mask && layers.get(at.mask.layer)
      // One whose eye is shut masks nothing.
      if (by?.visible && by !== layer && isPageMask(by))
        masks.push({ by, of: at.mask!, copies: new Map(copies) })
      const above: Layer | undefined = at.parent === null ? undefined : layers.get(at.parent)
      at = above?.kind === 'group' ? above : undefined
    }
    // From the outermost inwards, as what is around a mask is not to be written in it again.
    const veils: PageVeil[] = []
    for (const one of masks.reverse()) veils.unshift('key' in one ? one : this.maskOf(one, context, veils))
    return veils
  }

  /** All of them that are drawings, to stand before what they mask; empty for none. */
  masks(): string {
    if (this.written.length === 0) return ''
    const all = this.written.join('')
    return this.named.within === 'page' ? `<svg aria-hidden="true">${all}</svg>` : `<defs>${all}</defs>`
  }

  /** What a group does itself to all that stands in it, innermost first. */
  private asOneOf(group: Layer, context: WebContext): readonly PageVeil[] {
    const key = [group.id, ...[...context.copies].flat()].join(' ')
    const known = this.asOne.get(key)
    if (known) return known
    const [corners, effect] = [placedCrop(group, context), placedEffect(group, context)]
    const veils: readonly PageVeil[] = [
      ...(corners ? [{ key: `${key} crop`, element: { corners } }] : []),
      ...(effect ? [{ key, element: { moves: [effect] } }] : []),
    ]
    this.asOne.set(key, veils)
    return veils
  }

  private maskOf({ by, of, copies }: PageMask, context: WebContext, around: readonly PageVeil[]): PageVeil {
    const { inverted = false, feather = 0 } = of
    const inside: WebContext = { ...context, copies, within: 'drawing', shells: new Map() }
    // What masks may be seen through others in turn.
    const veils = this.of(by, inside).filter(({ key }) => !around.some((one) => one.key === key))
    const which = [by.id, String(inverted), feather, ...[...copies].flat(), ...veils.map(({ key }) => key)]
    const [width, height] = this.size
    // A box of the page is as large as its mask; a group of a drawing has no size.
    const sized = context.within === 'page' ? `width:${width}px;height:${height}px;` : ''
    const veil = (id: string): PageVeil => ({ key: id, element: { style: `${sized}mask:url(#${id})` } })
    const known = this.ids.get(which.join(' '))
    if (known) return veil(known)
    const id = `${this.named.name}${this.ids.size + 1}`
    this.ids.set(which.join(' '), id)
    const cover = throughVeils([{ markup: this.writeCover(by, inside), veils }], inside).join('')
    const soft = feather > 0 ? `<g style="filter:blur(${round(feather / 2)}px)">${cover}</g>` : cover
    const frame = `x="0" y="0" width="${width}" height="${height}"`
    const turned = inverted
      ? `<filter id="${id}i" filterUnits="userSpaceOnUse" ${frame}><feComponentTransfer><feFuncA type="table" tableValues="1 0"/></feComponentTransfer></filter>`
      : ''
    // Through a group of its own that covers the frame, so that the filter sees all of that.
    const all = inverted ? `<g filter="url(#${id}i)"><rect ${frame} fill="none"/>${soft}</g>` : soft
    const mask = `${turned}<mask id="${id}" maskUnits="userSpaceOnUse" ${frame} style="mask-type:alpha">${all}</mask>`
    checkCharacters((this.characters += mask.length))
    this.written.push(mask)
    return veil(id)
  }
}

/** Writes what lies one upon another and is seen through the same veil in one element of that: as one thing. */
export function throughVeils(
  uses: readonly VeiledMarkup[],
  context: Pick<WebContext, 'within' | 'motion'>,
  depth = 0,
): string[] {
  const veilOf = ({ veils }: VeiledMarkup): PageVeil | undefined => veils[veils.length - 1 - depth]
  const tag = boxTag(context)
  const written: string[] = []
  for (let from = 0; from < uses.length;) {
    const veil = veilOf(uses[from]!)
    let to = from + 1
    while (veil && to < uses.length && veilOf(uses[to]!)?.key === veil.key) to += 1
    const inner = veil ? throughVeils(uses.slice(from, to), context, depth + 1).join('') : uses[from]!.markup
    written.push(veil ? elementText(context.motion, { tag, ...veil.element }, inner) : inner)
    from = to
  }
  return written
}
