import { clamp } from '../../../number/index.ts'
import { parseColour } from '../../../property/index.ts'
import type { Bounds } from '../../../scene/index.ts'
import { isShape, readViewBox, UNSEEN, type SvgWhole } from '../../svg/index.ts'
import type { XmlElement } from '../../xml/index.ts'
import type { Animated, LeftOut } from '../motion/animated.ts'
import { isStill, mapMoving, type Moving } from '../motion/moving.ts'
import { elementSteps, placesElement } from '../place/elementSteps.ts'
import type { Step } from '../place/steps.ts'
import { groupPiece, stillValue, tidyPieces, type Piece } from '../pieces/piece.ts'
import { Cascade, childElements, type Computed } from '../style/cascade.ts'
import { styledMotion } from '../style/animations.ts'
import { lengthOf } from '../style/lengths.ts'
import type { Styles } from '../style/readStyles.ts'
import { cropOf, cropSide, isCrop, withCrop } from './crop.ts'
import { ElementNames, labelOf } from './elementNames.ts'
import { movingLength, type MovedElement } from './geometry.ts'
import { fillGradient, gradientChain, type FillGradient } from './gradient.ts'
import { movingOpacity } from './paint.ts'
import { StillPictures } from './pictures.ts'
import { isSmil, readSmil } from './readSmil.ts'
import { shapeBox } from './shapeBox.ts'
import { isForm, moveSteps, shapePiece } from './shapePieces.ts'
import { textPiece } from './textPiece.ts'

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

/** What x and y only place: as a whole it goes where they go. */
const PLACED: ReadonlySet<string> = new Set(['image', 'use', 'text'])
const isSlide = ({ name, attributes }: XmlElement, property: string): boolean =>
  (property === 'x' || property === 'y') &&
  // A group says them only in the place of a `use`.
  (PLACED.has(name) || (name === 'g' && attributes[property] !== undefined))

/** Where the walk stands. */
interface Place {
  readonly steps: readonly Step[]
  readonly until: number
  /** What moves of the elements around, and is handed down. */
  readonly moved: readonly Animated[]
  /** Whose motion the steps here are, in a file of ours. */
  readonly carrier?: string
}

/** What an element is, while it is made into pieces. */
interface Shown {
  readonly computed: Computed
  readonly own: readonly Animated[]
  readonly steps: readonly Step[]
  readonly place: Place
  /** Whether nothing is between it and the eye that its piece does not have. */
  readonly isPlain: boolean
}

interface GroupOf extends Pick<Piece, 'name' | 'steps'> {
  readonly named: boolean
  readonly inner: readonly Piece[]
  readonly place: Place
}

export interface SvgWalkOptions {
  readonly styles: Styles
  /** What else moves of an element, besides what stands in the file itself. */
  readonly movedBy?: (element: XmlElement) => readonly Animated[]
}

/** Walks through a drawing and makes pieces of what it shows. */
export class SvgWalk {
  readonly leftOut: LeftOut[] = []
  readonly pictures: StillPictures
  private readonly cascade: Cascade
  private readonly motion = new Map<XmlElement, readonly Animated[]>()
  /** Width and height of the drawing in its own coordinates. */
  readonly whole: SvgWhole
  private readonly byId = new Map<string, XmlElement>()
  /** The masks that are being read. */
  private readonly around = new Set<XmlElement>()
  private masks = 0
  readonly names = new ElementNames()

  constructor(
    private readonly root: XmlElement,
    size: readonly [number, number],
    { styles, movedBy = () => [] }: SvgWalkOptions,
  ) {
    this.cascade = new Cascade(root, styles)
    const box = readViewBox(root.attributes['viewBox'])
    const viewBox: Bounds = box
      ? { x: box[0], y: box[1], width: box[2], height: box[3] }
      : { x: 0, y: 0, width: size[0], height: size[1] }
    this.whole = [viewBox.width, viewBox.height]
    const context = { nameOf: (element: XmlElement) => this.names.inWords(element), leftOut: this.tell }
    const smil = readSmil(root, context)
    const gather = (element: XmlElement): void => {
      const { id } = element.attributes
      if (id && !this.byId.has(id)) this.byId.set(id, element)
      const styled = styledMotion(this.cascade.of(element), styles, {
        whose: this.names.inWords(element),
        leftOut: this.tell,
      })
      const all = [...(smil.get(element) ?? []), ...styled, ...movedBy(element)]
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

  /** Whether an element moves by itself. */
  readonly isMoving = (element: XmlElement): boolean => this.motion.has(element)

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
    const steps = own.some(({ property }) => placesElement(property))
      ? this.stepsOf(element, this.cascade.of(element), own, place)
      : []
    return [
      this.group(element, { name: 'Picture', named: false, inner, place, steps: [...place.steps, ...steps] }),
    ]
  }

  private pieceOf(element: XmlElement, around: Place): readonly Piece[] {
    if (UNSEEN.has(element.name) || isSmil(element)) return []
    const carrier = element.attributes['data-carrier']
    const place = carrier === undefined ? around : { ...around, carrier }
    const computed = this.cascade.of(element)
    const own = this.motion.get(element) ?? []
    if (computed['display'] === 'none' && !own.some(({ property }) => property === 'display')) return []
    this.tellUnknown(element, own)
    const steps = [
      ...this.stepsOf(element, computed, own, place),
      ...this.slideOf(element, computed, own, place),
    ]
    const mask = this.hasEffect(computed) ? this.maskOf(computed, steps, place) : null
    const pieces = this.shownOf(element, {
      computed,
      own,
      steps,
      place,
      isPlain: mask !== null || !this.hasEffect(computed),
    })
    return mask && pieces.length > 0 ? this.through(pieces, mask) : pieces
  }

  /** What an element shows, whatever it is seen through. */
  private shownOf(element: XmlElement, { computed, own, steps, place, isPlain }: Shown): readonly Piece[] {
    const name = this.names.of(element)
    const named = labelOf(element) !== null
    if (element.name === 'g' || element.name === 'a') {
      const inner = this.piecesOf(element, place)
      if (!isPlain) this.tell({ what: 'Its mask, cut or filter.', where: this.names.inWords(element) })
      return inner.length > 0 ? [this.group(element, { name, named, inner, place, steps })] : []
    }
    const declared = element.attributes
    const handed = place.moved.filter(
      ({ property }) => declared[property] === undefined && !own.some((one) => one.property === property),
    )
    const given = { computed, moved: [...handed, ...own], until: place.until, leftOut: this.tell }
    if (isPlain && element.name === 'text') {
      const piece = textPiece(element, given, { name, named, steps })
      if (piece) return this.cropped([piece], given)
    }
    if (isPlain && isShape(element)) {
      const gradient = this.gradientOf(element, given)
      const piece = shapePiece(element, given, { name, named, steps, whole: this.whole, gradient })
      if (piece) return this.cropped([piece], given)
    }
    if (isShape(element) || element.name === 'text')
      this.tellUnmoved(given, isShape(element) ? own : [], isPlain)
    for (const [inner, animations] of this.motion)
      if (inner !== element && this.isWithin(inner, element))
        for (const { where } of animations)
          this.tell({ what: 'It moves within what became a picture.', where })
    const look = { name, named, steps, opacity: movingOpacity(given, false) }
    const embedded = isPlain && element.name === 'image' ? this.pictures.embedded(element, look) : null
    return this.cropped([embedded ?? this.pictures.piece(element, look)], given)
  }

  /** The gradient a shape is filled with; null where it is none of ours. */
  private gradientOf(element: XmlElement, given: MovedElement): FillGradient | null {
    const { computed, moved, until } = given
    if (moved.some(({ property }) => property === 'fill' || property === 'fill-opacity')) return null
    return fillGradient(computed['fill'], {
      byId: this.byId,
      given: (one) => ({
        computed: this.cascade.of(one),
        moved: this.motion.get(one) ?? [],
        until,
        leftOut: this.tell,
      }),
      box: () => shapeBox(element, this.whole),
      whole: this.whole,
      opacity: clamp(lengthOf(computed['fill-opacity'], 1) ?? 1, 0, 1),
    })
  }

  /** Tells what of something that became a picture would move. */
  private tellUnmoved({ computed }: MovedElement, own: readonly Animated[], isPlain: boolean): void {
    const why = isPlain
      ? 'as it is painted with more than colours and gradients of ours'
      : 'as it is seen through more than one shape, or a filter'
    for (const { property, where } of own)
      if (isForm(property) || /^(?:fill|stroke)/.test(property))
        this.tell({ what: `How its ${property} moves was left out, ${why}.`, where })
    const paints = ['fill', 'stroke'].flatMap((paint) => gradientChain(computed[paint], this.byId))
    for (const element of paints.flatMap((one) => [one, ...childElements(one)]))
      for (const { property, where } of this.motion.get(element) ?? [])
        this.tell({ what: `How the ${property} of its gradient moves was left out, ${why}.`, where })
  }

  /** Pieces as an element cuts them off. */
  private cropped(pieces: readonly Piece[], given: MovedElement): readonly Piece[] {
    const crop = cropOf(given)
    const cut = crop && withCrop(pieces, crop)
    if (crop && !cut) this.tell({ what: 'What is cut off of several things together.', where: 'clip-path' })
    return cut ?? pieces
  }

  private group(element: XmlElement, { name, named, inner, place, steps }: GroupOf): Piece {
    const given = {
      computed: this.cascade.of(element),
      moved: this.motion.get(element) ?? [],
      until: place.until,
      leftOut: this.tell,
    }
    const children = isCrop(given.computed) ? this.cropped(tidyPieces(inner), given) : inner
    return groupPiece(name, children, { steps, opacity: movingOpacity(given, true), named })
  }

  private stepsOf(
    element: XmlElement,
    computed: Computed,
    moved: readonly Animated[],
    { until, carrier }: Place,
  ): readonly Step[] {
    const isOwnBox = computed['transform-box'] === 'fill-box' || computed['transform-box'] === 'content-box'
    const box = isOwnBox
      ? this.pictures.boundsOf(element)
      : { x: 0, y: 0, width: this.whole[0], height: this.whole[1] }
    const steps = elementSteps(computed, moved, {
      box: [box.width, box.height],
      boxAt: isOwnBox ? [box.x, box.y] : [0, 0],
      usualOrigin: '0 0',
      until,
      leftOut: this.tell,
    })
    return carrier === undefined ? steps : steps.map((step) => ({ ...step, of: carrier }))
  }

  /** How an element goes where its x and y do, from where they have it at first. */
  private slideOf(
    element: XmlElement,
    computed: Computed,
    moved: readonly Animated[],
    { until }: Place,
  ): readonly Step[] {
    if (!moved.some(({ property }) => isSlide(element, property))) return []
    const [x, y] = (['x', 'y'] as const).map((name, axis) => {
      const moving = movingLength({ computed, moved, until }, name, this.whole[axis]!)
      return mapMoving(moving, (value) => value - moving.rest)
    }) as [Moving<number>, Moving<number>]
    return moveSteps(x, y)
  }

  /** Whether an element is seen through more than its sides. */
  private hasEffect(computed: Computed): boolean {
    return ['clip-path', 'mask', 'filter'].some(
      (effect) =>
        computed[effect] !== undefined &&
        computed[effect] !== 'none' &&
        !(effect === 'clip-path' && isCrop(computed)),
    )
  }

  /**
   * The one shape an element is seen through, placed as the element is; null where there is none, or it takes more than one shape.
   * Source: W3C, CSS Masking 1.
   */
  private maskOf(computed: Computed, steps: readonly Step[], place: Place): Piece | null {
    const [id, ...more] = ['mask', 'clip-path'].flatMap(
      (effect) => /^url\(\s*['"]?#([^'")]+)['"]?\s*\)/.exec(computed[effect] ?? '')?.[1] ?? [],
    )
    const mask = id === undefined || more.length > 0 ? undefined : this.byId.get(id)
    const isFiltered = computed['filter'] !== undefined && computed['filter'] !== 'none'
    if (!mask || isFiltered || this.around.has(mask)) return null
    const { maskContentUnits, clipPathUnits, filter } = mask.attributes
    if ([maskContentUnits, clipPathUnits].includes('objectBoundingBox') || filter !== undefined) return null
    // What masks may not be masked by itself.
    this.around.add(mask)
    const inner = childElements(mask).flatMap((child) =>
      this.pieceOf(child, { ...place, steps: [], moved: [] }),
    )
    this.around.delete(mask)
    const [only, ...others] = tidyPieces(inner)
    if (!only?.art || others.length > 0 || only.mask) return null
    const isCut = mask.name === 'clipPath'
    // A mask shows by its brightness: only a white one shows by what it covers.
    if (!isCut && this.cascade.of(mask)['mask-type'] !== 'alpha' && !isWhite(only.art)) return null
    const art = isCut
      ? { ...only.art, values: { ...only.art.values, fill: stillValue('#ffffff') } }
      : only.art
    return {
      ...only,
      art,
      steps: [...steps, ...only.steps],
      key: `mask ${(this.masks += 1)}`,
      name: labelOf(mask) ?? 'Mask',
    }
  }

  /** What is seen through a mask, and the mask beneath it. */
  private through(pieces: readonly Piece[], mask: Piece): readonly Piece[] {
    const seen = groupPiece(pieces[0]!.name, pieces, {
      named: pieces[0]!.named ?? false,
      mask: { of: mask.key!, inverted: false, rides: false },
    })
    return [mask, seen]
  }

  private tellUnknown(element: XmlElement, own: readonly Animated[]): void {
    for (const { property, where } of own)
      if (
        !placesElement(property) &&
        !isSlide(element, property) &&
        !LOOKS.has(property) &&
        !cropSide(property) &&
        !(isForm(property) && isShape(element)) &&
        !(element.name === 'text' && /^(?:font-size|font-weight|letter-spacing)$/.test(property))
      )
        this.tell({ what: `How its ${property} moves.`, where })
  }

  private isWithin(inner: XmlElement, outer: XmlElement): boolean {
    for (let at = this.cascade.parentOf(inner); at; at = this.cascade.parentOf(at))
      if (at === outer) return true
    return false
  }
}

/** Whether art is white and nothing else. */
function isWhite({ values }: NonNullable<Piece['art']>): boolean {
  const fill = values['fill']?.moving
  return fill !== undefined && isStill(fill) && parseColour(String(fill.rest))[0] > 0.999
}
