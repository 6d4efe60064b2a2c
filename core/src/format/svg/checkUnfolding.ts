import { BadFile } from '../badFile.ts'
import type { XmlElement } from '../xml/index.ts'
import { cssIds } from './cssUrls.ts'
import type { SvgStyles } from './svgStyles.ts'
import { UNSEEN } from './unseen.ts'

/** How many elements more than it has an SVG may come to when what it points at is put in place. */
const MOST_UNFOLDED = 20_000
/** How deep elements and what they point at may lie in one another. */
const MOST_DEPTH = 400

/** What only colours, and holds nothing that is drawn. */
const COLOURS: ReadonlySet<string> = new Set(['linearGradient', 'radialGradient', 'solidColor'])

/**
 * Counts what an SVG unfolds to before anybody draws it: a kilobyte of elements that each use the one before twice can
 * come to more than any browser draws.
 * @throws BadFile when it is too much or too deep, or something is drawn within itself
 * Source: W3C, SVG 2, 5.6 (use), 13.2 (paint servers), chapters 14 and 15.
 */
export function checkUnfolding(root: XmlElement, styles: SvgStyles): void {
  const byId = new Map<string, XmlElement>()
  let elements = 0
  let sheets = ''
  const gather = (element: XmlElement): void => {
    elements += 1
    const id = element.attributes['id']
    if (id && !byId.has(id)) byId.set(id, element)
    for (const child of element.children) {
      if (typeof child !== 'string') gather(child)
      else if (element.name === 'style') sheets += child
    }
  }
  gather(root)
  const heavy = (id: string): boolean => !COLOURS.has(byId.get(id)?.name ?? 'linearGradient')
  // Which elements rules that are not read here apply to is not known.
  if (styles.complex && cssIds(sheets).some(heavy))
    throw new BadFile('The styles of this SVG are too involved to tell what it draws. Nothing was changed.')

  const counts = new Map<XmlElement, number>()
  const open = new Set<XmlElement>()
  const count = (element: XmlElement): number => {
    const known = counts.get(element)
    if (known !== undefined) return known
    if (open.has(element))
      throw new BadFile('A part of this SVG is drawn within itself. Nothing was changed.')
    if (open.size > MOST_DEPTH)
      throw new BadFile('The parts of this SVG lie too deep in one another. Nothing was changed.')
    open.add(element)
    let sum = 1
    for (const child of element.children)
      if (typeof child !== 'string' && !UNSEEN.has(child.name)) sum += count(child)
    for (const id of idsOf(element, styles)) {
      const target = byId.get(id)
      if (target) sum += count(target)
    }
    open.delete(element)
    if (sum > elements + MOST_UNFOLDED)
      throw new BadFile(
        `Put in place, what this SVG points at would be over ${MOST_UNFOLDED.toLocaleString('en')} parts, more than can be drawn. Nothing was changed.`,
      )
    counts.set(element, sum)
    return sum
  }
  count(root)
}

/** The ids an element draws something by. */
function idsOf(element: XmlElement, styles: SvgStyles): string[] {
  const { name, attributes } = element
  const href = attributes['href']?.trim() ?? ''
  const linked = href.startsWith('#') && name !== 'a' ? [href.slice(1)] : []
  const texts = new Set([...Object.values(attributes), ...Object.values(styles.of(element, {}))])
  return [...linked, ...[...texts].flatMap(cssIds)]
}
