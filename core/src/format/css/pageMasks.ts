import type { Layer, LayerMask, WhichCopies } from '../../scene/index.ts'
import { round, type CssContext } from './cssContext.ts'
import { checkCharacters } from './pageLimits.ts'

/** What a layer of a page is seen through. */
interface PageMask {
  readonly by: Layer
  readonly of: LayerMask
  /** Which copies of what stands around the mask. */
  readonly copies: WhichCopies
}

/** Whether a page can say that a layer is seen through another: all but clips, which it has nothing for. */
export const isPageMask = ({ kind }: Layer): boolean => kind !== 'clip'

/** What a layer is seen through: its own mask first, then those of the groups it stands in, its own group's by itself not. */
function masksOf(layer: Layer, { layers, copies: all }: CssContext): PageMask[] {
  const found: PageMask[] = []
  const copies = new Map(all)
  for (let at: Layer | undefined = layer; at;) {
    copies.delete(at.id)
    const by = at.mask && layers.get(at.mask.layer)
    // One whose eye is shut masks nothing.
    if (by?.visible && by !== layer && isPageMask(by))
      found.push({ by, of: at.mask!, copies: new Map(copies) })
    const above: Layer | undefined = at.parent === null ? undefined : layers.get(at.parent)
    at = above?.kind === 'group' ? above : undefined
  }
  return found
}

/** Writes what a layer draws, with all it rides on, as groups of a drawing. */
type WriteCover = (layer: Layer, context: CssContext) => string

/**
 * The masks of one scene of a page, each written once. They are drawings in the scene's own coordinates, whose coverage
 * (alpha) counts; what they mask stands in a box as large as the frame.
 * Source: W3C, CSS Masking 1 (mask, mask-type), Filter Effects 1 (feComponentTransfer).
 */
export class PageMasks {
  private readonly ids = new Map<string, string>()
  private readonly written: string[] = []
  private characters = 0

  /**
   * @param size of the scene, px
   * @param name what their ids begin with: no other scene's on the page may
   */
  constructor(
    private readonly size: readonly [number, number],
    private readonly name: string,
    private readonly writeCover: WriteCover,
  ) {}

  /** The ids of what a layer is seen through, its own first. */
  idsOf(layer: Layer, context: CssContext): readonly string[] {
    return masksOf(layer, context).map((mask) => this.idOf(mask, context))
  }

  /** Markup seen through masks, as one thing. */
  through(ids: readonly string[], markup: string): string {
    const [width, height] = this.size
    return ids.reduce(
      (inner, id) => `<div style="width:${width}px;height:${height}px;mask:url(#${id})">${inner}</div>`,
      markup,
    )
  }

  /** All of them, to stand before what they mask; empty for none. */
  markup(): string {
    return this.written.length > 0 ? `<svg aria-hidden="true">${this.written.join('')}</svg>` : ''
  }

  private idOf({ by, of, copies }: PageMask, context: CssContext): string {
    const { inverted = false, feather = 0 } = of
    const which = [by.id, String(inverted), feather, ...[...copies].flat()].join(' ')
    const known = this.ids.get(which)
    if (known) return known
    const id = `${this.name}${this.ids.size + 1}`
    this.ids.set(which, id)
    const inside: CssContext = { ...context, copies, within: 'mask', shells: new Map() }
    // What masks may be seen through others in turn.
    const cover = this.idsOf(by, inside).reduce(
      (inner, one) => `<g style="mask:url(#${one})">${inner}</g>`,
      this.writeCover(by, inside),
    )
    const soft = feather > 0 ? `<g style="filter:blur(${round(feather / 2)}px)">${cover}</g>` : cover
    const [width, height] = this.size
    const frame = `x="0" y="0" width="${width}" height="${height}"`
    const turned = inverted
      ? `<filter id="${id}i" filterUnits="userSpaceOnUse" ${frame}><feComponentTransfer><feFuncA type="table" tableValues="1 0"/></feComponentTransfer></filter>`
      : ''
    // Through a group of its own that covers the frame, so that the filter sees all of that.
    const all = inverted ? `<g filter="url(#${id}i)"><rect ${frame} fill="none"/>${soft}</g>` : soft
    const mask = `${turned}<mask id="${id}" maskUnits="userSpaceOnUse" ${frame} style="mask-type:alpha">${all}</mask>`
    checkCharacters((this.characters += mask.length))
    this.written.push(mask)
    return id
  }
}
