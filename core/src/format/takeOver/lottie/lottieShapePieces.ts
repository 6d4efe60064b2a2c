import type { Outline, Value } from '../../../property/index.ts'
import type { Vec2 } from '../../../route/index.ts'
import { bridgeOutlines, evenOddAsNonzero, pathOutlines } from '../../svg/index.ts'
import { isStill, mapMoving, still, type Moving } from '../motion/moving.ts'
import type { Step } from '../place/steps.ts'
import { groupPiece, stillValue, type Piece } from '../pieces/piece.ts'
import { numberIn, objectsIn, type Json } from './lottieFile.ts'
import { fillValues, isUnseen, strokeValues, type Values } from './lottiePaint.ts'
import { numberOf, outlineOf, pairOf, type LottieClock } from './lottieProperty.ts'
import { transformOf } from './lottieTransform.ts'

/** A form, before it is painted. */
interface Form {
  readonly name: string
  readonly steps: readonly Step[]
  readonly kind: 'rectangle' | 'ellipse' | 'path'
  readonly values: Values
}

/** Groups within groups. */
const MOST_DEPTH = 40
const PAINTS: ReadonlySet<unknown> = new Set(['fl', 'st', 'gf', 'gs'])
/** What is known and not kept, and what is said of it. */
const UNKEPT: Readonly<Record<string, string>> = {
  rp: 'A repeater.',
  rd: 'Corners rounded afterwards.',
  mm: 'Paths merged into one.',
  pb: 'A form that is puckered or bloated.',
  tw: 'A form that is twisted.',
  zz: 'A form that is made to zigzag.',
  op: 'A form that is widened.',
}

/** The shapes of a layer, bottom first. Source: Lottie specification 1.0, Shapes. */
export function lottieShapes(items: unknown, clock: LottieClock): readonly Piece[] {
  return paired(new ShapeGroup(clock, 0).read(objectsIn(items)).pieces)
}

class ShapeGroup {
  /** Top first. */
  private readonly pieces: Piece[] = []
  private readonly forms: Form[] = []

  constructor(
    private readonly clock: LottieClock,
    private readonly depth: number,
  ) {}

  read(items: readonly Json[]): { readonly pieces: readonly Piece[]; readonly forms: readonly Form[] } {
    for (const item of items) {
      if (item['hd'] === true) continue
      const { ty } = item
      const where = `${this.clock.where} › ${nameOf(item)}`
      const clock = { ...this.clock, where }
      const form = this.formOf(item, clock)
      if (form) this.forms.push(form)
      else if (ty === 'gr') this.group(item, clock)
      else if (ty === 'tm') this.trim(item, clock)
      else if (PAINTS.has(ty)) this.pieces.push(...this.painted(item, clock))
      else if (typeof ty === 'string' && UNKEPT[ty]) clock.leftOut({ what: UNKEPT[ty], where })
    }
    return { pieces: [...this.pieces].reverse(), forms: this.forms }
  }

  private group(item: Json, clock: LottieClock): void {
    if (this.depth >= MOST_DEPTH) {
      clock.leftOut({ what: 'Groups that lie deeper in each other than is read.', where: clock.where })
      return
    }
    const items = objectsIn(item['it'])
    const inner = new ShapeGroup(clock, this.depth + 1).read(items)
    const { steps, opacity } = transformOf(items.find(({ ty }) => ty === 'tr') ?? {}, clock)
    const name = nameOf(item)
    if (inner.pieces.length > 0) this.pieces.push(groupPiece(name, paired(inner.pieces), { steps, opacity }))
    this.forms.push(...inner.forms.map((form) => ({ ...form, steps: [...steps, ...form.steps] })))
  }

  private formOf(item: Json, clock: LottieClock): Form | null {
    const name = nameOf(item)
    const middle = (): readonly Step[] => {
      const by = pairOf(item['p'], [0, 0], clock)
      return isStill(by) && by.rest[0] === 0 && by.rest[1] === 0 ? [] : [{ kind: 'move', by }]
    }
    const size = (): Moving<Value> =>
      mapMoving(pairOf(item['s'], [0, 0], clock), ([width, height]): Value => [
        Math.max(0, width),
        Math.max(0, height),
      ])
    switch (item['ty']) {
      case 'rc': {
        const corner = mapMoving(numberOf(item['r'], 0, clock), (px): Value => Math.max(0, px))
        return {
          name,
          steps: middle(),
          kind: 'rectangle',
          values: { size: { moving: size() }, corner: { moving: corner } },
        }
      }
      case 'el':
        return { name, steps: middle(), kind: 'ellipse', values: { size: { moving: size() } } }
      case 'sh':
        return {
          name,
          steps: [],
          kind: 'path',
          values: { outline: { moving: outlineOf(item['ks'], clock) } },
        }
      case 'sr':
        return {
          name,
          steps: starSteps(item, clock),
          kind: 'path',
          values: { outline: stillValue(starOutline(item, clock)) },
        }
      default:
        return null
    }
  }

  /** What is trimmed is every form before it. */
  private trim(item: Json, clock: LottieClock): void {
    const values: Values = {
      'trim start': { moving: numberOf(item['s'], 0, clock) },
      'trim end': { moving: numberOf(item['e'], 100, clock) },
      'trim offset': { moving: mapMoving(numberOf(item['o'], 0, clock), (degrees) => degrees / 3.6) },
    }
    this.forms.forEach((form, i) => {
      const path = form.kind === 'path' ? form : asPath(form)
      if (!path) clock.leftOut({ what: 'How the line of a form that moves is trimmed.', where: clock.where })
      else this.forms[i] = { ...path, values: { ...path.values, ...values } }
    })
  }

  /** All forms so far with one paint, top first. */
  private painted(item: Json, clock: LottieClock): readonly Piece[] {
    const isFill = item['ty'] === 'fl' || item['ty'] === 'gf'
    const outlines = this.forms.map(({ kind, steps, values }) => {
      const outline = values['outline']?.moving
      return kind === 'path' && outline && isStill(outline) && steps.length === 0
        ? (outline.rest as Outline)
        : null
    })
    // Still outlines that are filled as one may be holes of each other.
    if (isFill && this.forms.length > 1 && outlines.every((one) => one !== null)) {
      const filled = outlines.filter(({ vertices }) => vertices.length > 1)
      if (filled.length > 1) {
        const wound = item['r'] === 2 ? evenOddAsNonzero(filled) : filled
        if (!wound)
          clock.leftOut({
            what: 'Filled where outlines that cross lie over each other an odd number of times; it is by their direction now.',
            where: clock.where,
          })
        const whole: Form = {
          ...this.forms[0]!,
          values: { outline: stillValue(bridgeOutlines(wound ?? filled)) },
        }
        return [pieceOf(whole, fillValues(item, whole.values, clock))]
      }
    }
    return this.forms.map((form) => {
      if (!isFill) return pieceOf(form, strokeValues(item, clock))
      // What is trimmed is the line: the fill is of the whole.
      const whole = Object.fromEntries(
        Object.entries(form.values).filter(([name]) => !name.startsWith('trim ')),
      )
      return pieceOf({ ...form, values: whole }, fillValues(item, form.values, clock))
    })
  }
}

const pieceOf = ({ name, steps, kind, values }: Form, paint: Values): Piece => ({
  name,
  steps,
  opacity: still(1),
  art: { kind, values: { ...values, ...paint } },
  children: [],
})

const nameOf = ({ nm, ty }: Json): string => (typeof nm === 'string' && nm.trim() !== '' ? nm : String(ty))

const FORM = ['size', 'corner', 'outline'] as const

/**
 * Pieces where a line lies right on the fill of the same form, as one; what is never seen goes, unless nothing else is there.
 * @param pieces bottom first
 */
function paired(pieces: readonly Piece[]): readonly Piece[] {
  const out: Piece[] = []
  for (const piece of pieces) {
    const below = out.at(-1)
    const joined = below && joinedPaint(below, piece)
    if (joined) out[out.length - 1] = joined
    else out.push(piece)
  }
  return out
}

function joinedPaint(below: Piece, above: Piece): Piece | null {
  const [fill, line] = [onlyArt(below), onlyArt(above)]
  if (!fill?.art || !line?.art || fill.art.kind !== line.art.kind) return null
  const [filled, lined] = [fill.art.values, line.art.values]
  const isSame = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other)
  if (!FORM.every((name) => isSame(filled[name], lined[name]))) return null
  if (!isSame([fill.steps, fill.opacity], [line.steps, line.opacity])) return null
  if (!isUnseen(filled, 'stroke') || !isUnseen(lined, 'fill')) return null
  const kept = Object.entries(lined).filter(([name]) => name !== 'fill')
  return {
    ...fill,
    name: below.name,
    art: { ...fill.art, values: { ...filled, ...Object.fromEntries(kept) } },
  }
}

/** The one piece a group without anything of its own holds. */
function onlyArt(piece: Piece): Piece | null {
  if (piece.art) return piece
  const [only, ...more] = piece.children
  if (
    !only ||
    more.length > 0 ||
    piece.steps.length > 0 ||
    !isStill(piece.opacity) ||
    piece.opacity.rest !== 1
  )
    return null
  return onlyArt(only)
}

/** A rectangle or an ellipse that stays, as the outline that players walk along. Source: Lottie specification 1.0, Rectangle, Ellipse. */
function asPath({ name, steps, kind, values }: Form): Form | null {
  const { size, corner } = values
  if (!size || !isStill(size.moving) || (corner && !isStill(corner.moving))) return null
  const [width, height] = size.moving.rest as Vec2
  const [x, y] = [width / 2, height / 2]
  const r = Math.min(corner ? (corner.moving.rest as number) : 0, x, y)
  const arc = (toX: number, toY: number): string => (r > 0 ? `A${r} ${r} 0 0 1 ${toX} ${toY}` : '')
  const data =
    kind === 'ellipse'
      ? `M0 ${-y}A${x} ${y} 0 0 1 ${x} 0A${x} ${y} 0 0 1 0 ${y}A${x} ${y} 0 0 1 ${-x} 0A${x} ${y} 0 0 1 0 ${-y}Z`
      : `M${x} ${-y + r}L${x} ${y - r}${arc(x - r, y)}L${-x + r} ${y}${arc(-x, y - r)}L${-x} ${-y + r}${arc(-x + r, -y)}L${x - r} ${-y}${arc(x, -y + r)}Z`
  const [outline] = pathOutlines(data, [1, 0, 0, 1, 0, 0])
  return outline ? { name, steps, kind: 'path', values: { outline: stillValue(outline) } } : null
}

function starSteps(item: Json, clock: LottieClock): readonly Step[] {
  const turn = numberOf(item['r'], 0, clock)
  return [
    { kind: 'move', by: pairOf(item['p'], [0, 0], clock) },
    { kind: 'turn', by: turn },
  ]
}

/** A star or a polygon as it is at first. Source: Lottie specification 1.0, PolyStar. */
function starOutline(item: Json, clock: LottieClock): Outline {
  const first = (name: string, usual = 0): number => {
    const moving = numberOf(item[name], usual, clock)
    if (!isStill(moving)) clock.leftOut({ what: 'How its points and radii move.', where: clock.where })
    return moving.rest
  }
  const isStar = numberIn(item['sy'], 1) === 1
  const points = Math.min(500, Math.max(3, Math.round(first('pt', 5))))
  const [outer, inner] = [first('or'), isStar ? first('ir') : 0]
  const [outerRound, innerRound] = [first('os') / 100, isStar ? first('is') / 100 : 0]
  const count = isStar ? 2 * points : points
  const vertices = Array.from({ length: count }, (_, i) => {
    const isOuter = !isStar || i % 2 === 0
    const radius = isOuter ? outer : inner
    const angle = -90 + (360 * i) / count
    const radians = (angle * Math.PI) / 180
    const length = ((2 * Math.PI * radius) / (4 * count)) * (isOuter ? outerRound : innerRound)
    return {
      at: [radius * Math.cos(radians), radius * Math.sin(radians)] as const,
      arrive: { angle: length === 0 ? 0 : angle - 90, length },
      leave: { angle: length === 0 ? 0 : angle + 90, length },
      corner: 0,
    }
  })
  return {
    closed: true,
    vertices:
      item['d'] === 3
        ? [...vertices]
            .reverse()
            .map(({ arrive, leave, ...rest }) => ({ ...rest, arrive: leave, leave: arrive }))
        : vertices,
  }
}
