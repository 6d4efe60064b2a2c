import type { ArtPicture, Bounds } from '../../../scene/index.ts'
import { isShape, loadsNothing, readLength, svgPictures, type SvgWhole } from '../../svg/index.ts'
import type { XmlElement, XmlNode } from '../../xml/index.ts'
import { embeddedPicture } from '../embeddedPicture.ts'
import { still } from '../motion/moving.ts'
import { moveBy, type Step } from '../place/steps.ts'
import { stillValue, type Piece } from '../pieces/piece.ts'
import { isElement, type Cascade } from '../style/cascade.ts'
import { isSmil } from './readSmil.ts'
import { shapeBox } from './shapeBox.ts'

/** Says where and how an element is shown, which its layer does instead. */
const PLACING: ReadonlySet<string> = new Set([
  'transform',
  'translate',
  'rotate',
  'scale',
  'opacity',
  'transform-origin',
  'offset-path',
  'offset-distance',
  'offset-rotate',
])

/** Parts of an SVG that take more than plain shapes, as pictures that do not move. */
export class StillPictures {
  readonly pictures = new Map<string, ArtPicture>()
  private readonly flat = new Map<XmlElement, XmlElement>()
  private readonly root: XmlElement

  constructor(
    root: XmlElement,
    private readonly cascade: Cascade,
    private readonly viewBox: Bounds,
  ) {
    this.root = this.flattened(root)
  }

  /** An element and what is in it as a piece that shows a picture. */
  piece(element: XmlElement, look: Pick<Piece, 'name' | 'named' | 'steps' | 'opacity'>): Piece {
    const { x, y, width, height } = this.boundsOf(element)
    const size = [Math.max(1, Math.ceil(width)), Math.max(1, Math.ceil(height))] as const
    const attributes = {
      viewBox: `${x} ${y} ${size[0]} ${size[1]}`,
      width: String(size[0]),
      height: String(size[1]),
    }
    const made = svgPictures({ ...this.root, attributes }, { size, matrix: [1, 0, 0, 1, -x, -y] })
    const bytes = made.of([withoutPlace(this.flat.get(element)!)], [])
    const key = `picture ${this.pictures.size + 1}`
    this.pictures.set(key, { name: look.name, type: 'image/svg+xml', bytes, size })
    const middle: Step = moveBy([x + size[0] / 2, y + size[1] / 2])
    return {
      ...look,
      steps: [...look.steps, middle],
      art: { kind: 'image', values: { picture: stillValue(key) } },
      children: [],
    }
  }

  /** A picture that stands in the file itself as a piece; null for one that cannot be read. */
  embedded(element: XmlElement, look: Pick<Piece, 'name' | 'named' | 'steps' | 'opacity'>): Piece | null {
    const computed = this.cascade.of(element)
    const side = (name: string, of: number): number => readLength(computed[name], of) ?? 0
    const { width: wide, height: high } = this.viewBox
    const size = [side('width', wide), side('height', high)] as const
    const picture = embeddedPicture(element.attributes['href'], { name: look.name, size })
    if (!picture) return null
    const key = `picture ${this.pictures.size + 1}`
    this.pictures.set(key, picture)
    const shares = size.map((length, i) => (length > 0 ? length / picture.size[i]! : 1)) as [number, number]
    const isStretched = element.attributes['preserveAspectRatio'] === 'none'
    const scale: readonly [number, number] = isStretched ? shares : [Math.min(...shares), Math.min(...shares)]
    const middle = moveBy([
      side('x', wide) + (size[0] || picture.size[0]) / 2,
      side('y', high) + (size[1] || picture.size[1]) / 2,
    ])
    const sized: Step[] = scale.every((part) => part === 1) ? [] : [{ kind: 'scale', by: still(scale) }]
    return {
      ...look,
      steps: [...look.steps, middle, ...sized],
      art: { kind: 'image', values: { picture: stillValue(key) } },
      children: [],
    }
  }

  /** The same tree with every style written at its element, and nothing that moves. */
  private flattened(element: XmlElement): XmlElement {
    const { attributes } = element
    const style = Object.entries(this.cascade.of(element))
      .filter(([property, value]) => attributes[property] !== value && !/^(?:--|animation)/.test(property))
      .filter(([, value]) => loadsNothing(value))
      .map(([property, value]) => `${property}:${value}`)
      .join(';')
    const kept = Object.fromEntries(
      Object.entries(attributes).filter(
        ([name, value]) => name !== 'class' && name !== 'style' && !/^data:image\/svg/i.test(value),
      ),
    )
    const flat: XmlElement = {
      name: element.name,
      attributes: { ...kept, ...(style ? { style } : {}) },
      children: element.children.flatMap((child): XmlNode[] => {
        if (!isElement(child)) return [child]
        return child.name === 'style' || isSmil(child) ? [] : [this.flattened(child)]
      }),
    }
    this.flat.set(element, flat)
    return flat
  }

  /** The box an element is sure to be drawn in, in its own coordinates, px. */
  boundsOf(element: XmlElement): Bounds {
    const { viewBox } = this
    const whole: SvgWhole = [viewBox.width, viewBox.height]
    const computed = this.cascade.of(element)
    if (isShape(element)) {
      const box = shapeBox(element, whole)
      if (!box) return viewBox
      // A mitred corner reaches out by twice the line's width at most with the usual limit.
      const line =
        (computed['stroke'] ?? 'none') === 'none' ? 0 : 2 * (readLength(computed['stroke-width'], 100) ?? 1)
      return {
        x: box.x - line,
        y: box.y - line,
        width: box.width + 2 * line,
        height: box.height + 2 * line,
      }
    }
    if (element.name === 'image') {
      const side = (name: string, of: number): number => readLength(computed[name], of) ?? 0
      const [width, height] = [side('width', whole[0]), side('height', whole[1])]
      if (width > 0 && height > 0) return { x: side('x', whole[0]), y: side('y', whole[1]), width, height }
    }
    return viewBox
  }
}

/** Without what places and fades the outermost. */
function withoutPlace({ name, attributes, children }: XmlElement): XmlElement {
  const kept = Object.entries(attributes).filter(
    ([property]) => !PLACING.has(property) && property !== 'style',
  )
  const style = (attributes['style'] ?? '')
    .split(/;(?![^(]*\))/)
    .filter((declaration) => !PLACING.has(declaration.split(':')[0]!.trim()))
    .join(';')
  return { name, attributes: { ...Object.fromEntries(kept), ...(style ? { style } : {}) }, children }
}
