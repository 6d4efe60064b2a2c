import { LIMITS, type Bounds } from '../../../scene/index.ts'
import { BadFile } from '../../badFile.ts'
import { cleanSvg, isShape, readViewBox, svgCanvas, UNSEEN, type SvgWhole } from '../../svg/index.ts'
import { readXml, textOf, type XmlElement } from '../../xml/index.ts'
import type { Animated, LeftOut } from '../motion/animated.ts'
import { sceneSeconds } from '../motion/sceneLength.ts'
import { isStill } from '../motion/moving.ts'
import { elementSteps, placesElement } from '../place/elementSteps.ts'
import { matrixStep, type Step } from '../place/steps.ts'
import { groupPiece, type Piece } from '../pieces/piece.ts'
import { Cascade, childElements, type Computed } from '../style/cascade.ts'
import { styledMotion } from '../style/animations.ts'
import { readStyles } from '../style/readStyles.ts'
import { sceneOfPieces } from '../sceneOfPieces.ts'
import type { TakenOver } from '../takenOver.ts'
import { movingOpacity } from './paint.ts'
import { StillPictures } from './pictures.ts'
import { isSmil, readSmil } from './readSmil.ts'
import { isForm, shapePiece } from './shapePieces.ts'

/** What of an element may move besides its place and its form. */
const LOOKS: ReadonlySet<string> = new Set([
  'opacity',
  'visibility',
  'display',
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-opacity',
  'stroke-width',
  'stroke-dasharray',
  'stroke-dashoffset',
])
/** Of these, what children take from the element they lie in. */
const HANDED_DOWN = /^(?:fill|stroke)/

/**
 * Whether a text is an SVG that moves by itself: by elements that animate, or by keyframes.
 * A quick look, that may take a still file for a moving one where its text speaks of such.
 */
export const looksLikeMovingSvg = (text: string): boolean =>
  /<(?:\w+:)?(?:animate(?:Transform|Motion|Color)?|set)[\s/>]|@(?:-\w+-)?keyframes\s/.test(text)

/**
 * Reads an SVG that moves as layers with keys and bends.
 * @param makeId of layers and keys
 * @throws BadFile when it is no SVG, damaged, too large, hostile, or shows nothing
 * Source: W3C, SVG 2, SVG Animations 2, CSS Animations 1.
 */
export function readMovingSvg(
  text: string,
  { name, makeId }: { readonly name: string; readonly makeId: () => string },
): TakenOver {
  const { root, lost } = cleanSvg(readXml(text, 'This SVG'), { keepsMotion: true })
  if (root?.name !== 'svg') throw new BadFile('This file holds no SVG picture. Nothing was changed.')
  const canvas = svgCanvas(root)
  if (!canvas.size.every((side) => side > 0 && side <= LIMITS.frameSide))
    throw new BadFile(
      `This SVG is over ${LIMITS.frameSide.toLocaleString('en')} px wide or high, more than can be drawn. Nothing was changed.`,
    )
  const walk = new SvgWalk(root, canvas.size)
  if (lost) walk.tell({ what: 'Scripts and links to other files.', where: 'the file' })
  const seconds = sceneSeconds(walk.timings())
  const pieces = walk.piecesOf(root, { steps: [matrixStep(canvas.matrix)], until: seconds, moved: [] })
  return sceneOfPieces(pieces, {
    name: titleOf(root) ?? name,
    size: canvas.size,
    seconds,
    shares: childElements(root).some(({ attributes }) => attributes['data-layer'] !== undefined),
    pictures: walk.pictures.pictures,
    leftOut: walk.leftOut,
    makeId,
  })
}

/** Where the walk stands. */
interface Place {
  readonly steps: readonly Step[]
  readonly until: number
  /** What moves of the elements around, and is handed down. */
  readonly moved: readonly Animated[]
}

class SvgWalk {
  readonly leftOut: LeftOut[] = []
  readonly pictures: StillPictures
  private readonly cascade: Cascade
  private readonly motion = new Map<XmlElement, readonly Animated[]>()
  private readonly whole: SvgWhole
  private readonly counts = new Map<string, number>()
  private readonly names = new Map<XmlElement, string>()

  constructor(
    private readonly root: XmlElement,
    size: readonly [number, number],
  ) {
    const styles = readStyles(sheetsIn(root))
    this.cascade = new Cascade(root, styles)
    const box = readViewBox(root.attributes['viewBox'])
    const viewBox: Bounds = box
      ? { x: box[0], y: box[1], width: box[2], height: box[3] }
      : { x: 0, y: 0, width: size[0], height: size[1] }
    this.whole = [viewBox.width, viewBox.height]
    const context = { nameOf: (element: XmlElement) => this.sayOf(element), leftOut: this.tell }
    const smil = readSmil(root, context)
    const gather = (element: XmlElement): void => {
      const styled = styledMotion(this.cascade.of(element), styles, {
        whose: this.sayOf(element),
        leftOut: this.tell,
      })
      const all = [...(smil.get(element) ?? []), ...styled]
      if (all.length > 0) this.motion.set(element, all)
      for (const child of childElements(element)) if (!isSmil(child)) gather(child)
    }
    gather(root)
    this.pictures = new StillPictures(root, this.cascade, viewBox)
  }

  readonly tell = (one: LeftOut): void => {
    if (!this.leftOut.some(({ what, where }) => what === one.what && where === one.where))
      this.leftOut.push(one)
  }

  timings(): Animated['timing'][] {
    return [...this.motion.values()].flatMap((all) => all.map(({ timing }) => timing))
  }

  /** What children of an element become, bottom first. */
  piecesOf(element: XmlElement, place: Place): readonly Piece[] {
    const own = this.motion.get(element) ?? []
    const moved = [...place.moved, ...own.filter(({ property }) => HANDED_DOWN.test(property))]
    const inner = childElements(element).flatMap((child) =>
      this.pieceOf(child, { ...place, steps: [], moved }),
    )
    if (element !== this.root) return inner
    const { name, named } = { name: 'Picture', named: false }
    const group = this.group(element, { name, named, inner, place })
    return [{ ...group, steps: [...place.steps, ...group.steps] }]
  }

  private pieceOf(element: XmlElement, place: Place): readonly Piece[] {
    if (UNSEEN.has(element.name) || isSmil(element)) return []
    const computed = this.cascade.of(element)
    const own = this.motion.get(element) ?? []
    if (computed['display'] === 'none' && !own.some(({ property }) => property === 'display')) return []
    this.tellUnknown(element, own)
    const name = this.nameOf(element)
    const named = labelOf(element) !== null
    if (element.name === 'g' || element.name === 'a') {
      const inner = this.piecesOf(element, place)
      return inner.length > 0 ? [this.group(element, { name, named, inner, place })] : []
    }
    const steps = this.stepsOf(element, computed, own, place)
    const declared = element.attributes
    const handed = place.moved.filter(
      ({ property }) => declared[property] === undefined && !own.some((one) => one.property === property),
    )
    const given = { computed, moved: [...handed, ...own], until: place.until, leftOut: this.tell }
    if (isShape(element) && !this.hasEffect(computed)) {
      const piece = shapePiece(element, given, { name, named, steps, whole: this.whole })
      if (piece) return [piece]
      const lost = own.filter(({ property }) => isForm(property) || /^(?:fill|stroke)/.test(property))
      for (const { property, where } of lost)
        this.tell({
          what: `How its ${property} moves was left out, as it is painted with more than plain colours.`,
          where,
        })
    }
    for (const [inner, animations] of this.motion)
      if (inner !== element && this.isWithin(inner, element))
        for (const { where } of animations)
          this.tell({ what: 'It moves within what became a picture.', where })
    const look = { name, named, steps, opacity: movingOpacity(given, false) }
    const isEmbedded = element.name === 'image' && !this.hasEffect(computed)
    return [(isEmbedded && this.pictures.embedded(element, look)) || this.pictures.piece(element, look)]
  }

  private group(
    element: XmlElement,
    {
      name,
      named,
      inner,
      place,
    }: {
      readonly name: string
      readonly named: boolean
      readonly inner: readonly Piece[]
      readonly place: Place
    },
  ): Piece {
    const computed = this.cascade.of(element)
    const moved = this.motion.get(element) ?? []
    if (element !== this.root && this.hasEffect(computed))
      this.tell({ what: 'Its mask, cut or filter.', where: this.sayOf(element) })
    const opacity = movingOpacity({ computed, moved, until: place.until, leftOut: this.tell }, true)
    const steps =
      element === this.root && moved.every(({ property }) => !placesElement(property))
        ? []
        : this.stepsOf(element, computed, moved, place)
    return groupPiece(name, inner, { steps, opacity, named: named && !isStill(opacity) ? true : named })
  }

  private stepsOf(
    element: XmlElement,
    computed: Computed,
    moved: readonly Animated[],
    { until }: Place,
  ): readonly Step[] {
    const isOwnBox = computed['transform-box'] === 'fill-box' || computed['transform-box'] === 'content-box'
    const box = isOwnBox
      ? this.pictures.boundsOf(element)
      : { x: 0, y: 0, width: this.whole[0], height: this.whole[1] }
    return elementSteps(computed, moved, {
      box: [box.width, box.height],
      boxAt: isOwnBox ? [box.x, box.y] : [0, 0],
      usualOrigin: '0 0',
      until,
      leftOut: this.tell,
    })
  }

  private hasEffect(computed: Computed): boolean {
    return ['clip-path', 'mask', 'filter'].some(
      (effect) => computed[effect] !== undefined && computed[effect] !== 'none',
    )
  }

  private tellUnknown(element: XmlElement, own: readonly Animated[]): void {
    for (const { property, where } of own)
      if (!placesElement(property) && !LOOKS.has(property) && !(isForm(property) && isShape(element)))
        this.tell({ what: `How its ${property} moves.`, where })
  }

  private isWithin(inner: XmlElement, outer: XmlElement): boolean {
    for (let at = this.cascade.parentOf(inner); at; at = this.cascade.parentOf(at))
      if (at === outer) return true
    return false
  }

  /** What a layer of an element is called. */
  private nameOf(element: XmlElement): string {
    const label = labelOf(element)
    if (label !== null) return label
    const known = this.names.get(element)
    if (known) return known
    const kind = KIND_NAMES[element.name] ?? element.name
    const count = (this.counts.get(kind) ?? 0) + 1
    this.counts.set(kind, count)
    const name = count === 1 ? kind : `${kind} ${count}`
    this.names.set(element, name)
    return name
  }

  /** An element in sentences. */
  private sayOf(element: XmlElement): string {
    const { id } = element.attributes
    return id ? `<${element.name} id="${id}">` : `<${element.name}> “${this.nameOf(element)}”`
  }
}

const KIND_NAMES: Readonly<Record<string, string>> = {
  g: 'Group',
  a: 'Group',
  rect: 'Rectangle',
  circle: 'Circle',
  ellipse: 'Ellipse',
  path: 'Path',
  line: 'Line',
  polyline: 'Line',
  polygon: 'Polygon',
  text: 'Text',
  image: 'Picture',
  use: 'Picture',
  svg: 'Picture',
}

function sheetsIn(element: XmlElement): string[] {
  return element.name === 'style' ? [textOf(element)] : childElements(element).flatMap(sheetsIn)
}

function titleOf(element: XmlElement): string | null {
  const title = childElements(element).find((child) => child.name === 'title')
  const text = title ? textOf(title).trim().replace(/\s+/g, ' ') : ''
  return text === '' ? null : text.slice(0, LIMITS.nameLength)
}

/** What the file calls an element; null where it does not. */
function labelOf(element: XmlElement): string | null {
  const { attributes } = element
  const texts = [attributes['data-layer'], attributes['aria-label'], titleOf(element), attributes['id']]
  const found = texts.map((text) => (text ?? '').trim().replace(/\s+/g, ' ')).find((text) => text !== '')
  return found?.slice(0, LIMITS.nameLength) ?? null
}
