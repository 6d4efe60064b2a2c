import type { Outline } from '../../../property/index.ts'
import { LIMITS, type ArtPicture } from '../../../scene/index.ts'
import { asTicks, frameRateNear, ticksOfSeconds } from '../../../time/index.ts'
import type { LeftOut } from '../motion/animated.ts'
import { isStill, mapMoving, still, type Moving } from '../motion/moving.ts'
import { moveBy } from '../place/steps.ts'
import { groupPiece, stillValue, tidyPieces, type Piece } from '../pieces/piece.ts'
import { embeddedPicture } from '../embeddedPicture.ts'
import { sceneOfPieces } from '../sceneOfPieces.ts'
import type { TakenOver } from '../takenOver.ts'
import {
  isJson,
  lottieFile,
  MOST_NESTING,
  numberIn,
  objectsIn,
  type Json,
  type LottieFile,
} from './lottieFile.ts'
import { isSaid, numberOf, outlineOf, type LottieClock } from './lottieProperty.ts'
import { lottieShapes } from './lottieShapePieces.ts'
import { transformOf } from './lottieTransform.ts'

/**
 * Reads a Lottie animation as layers with keys and bends.
 * @throws BadFile where it is none, damaged, or more than can be read
 * Source: Lottie Animation Community, Lottie specification 1.0.
 */
export function readLottie(
  value: Json,
  { name, makeId }: { readonly name: string; readonly makeId: () => string },
): TakenOver {
  const file = lottieFile(value)
  const reader = new LottieReader(file)
  const pieces = reader.composition(file.layers, 'layers', 0)
  if (!frameRateNear(file.fr))
    reader.tell({
      what: `${file.fr} frames a second, which is no rate of ours; times are kept.`,
      where: 'fr',
    })
  return sceneOfPieces(pieces, {
    name: typeof value['nm'] === 'string' && value['nm'].trim() !== '' ? value['nm'] : name,
    size: [file.w, file.h],
    seconds: (file.op - file.ip) / file.fr,
    rate: file.fr,
    pictures: reader.pictures,
    leftOut: reader.leftOut,
    makeId,
  })
}

/** What is said of layers that are not kept. */
const UNKEPT: Readonly<Record<number, string>> = {
  5: 'A text, which only has outlines where its typeface is.',
  6: 'A sound.',
  13: 'A camera.',
}
const SOLID = /^#[0-9a-f]{6}$/i

class LottieReader {
  readonly leftOut: LeftOut[] = []
  readonly pictures = new Map<string, ArtPicture>()
  private readonly assets: ReadonlyMap<string, Json>
  private masks = 0

  constructor(private readonly file: LottieFile) {
    this.assets = new Map(objectsIn(file.assets).map((asset) => [String(asset['id']), asset]))
  }

  readonly tell = (one: LeftOut): void => {
    if (!this.leftOut.some(({ what, where }) => what === one.what && where === one.where))
      this.leftOut.push(one)
  }

  private clock(where: string, from: number): LottieClock {
    return { rate: this.file.fr, from, leftOut: this.tell, where }
  }

  /** The layers of a composition, bottom first. */
  composition(list: readonly unknown[], path: string, depth: number): readonly Piece[] {
    const layers = objectsIn(list)
    const key = (ind: unknown): string => `${path} ${String(ind)}`
    const from = depth === 0 ? this.file.ip : 0
    const parents = new Set(layers.flatMap(({ parent }) => (parent === undefined ? [] : [parent])))
    const mattes = new Set(layers.flatMap((layer, i) => (isMatted(layer) ? [matteOf(layers, i)] : [])))
    const twins = this.twinsOf(layers, parents)
    const pieces = layers.flatMap((layer, i): readonly Piece[] => {
      if (twins.has(layer['ind'])) return []
      const where = `${path} › ${nameOf(layer, i)}`
      const ind = layer['ind'] ?? `at ${i}`
      const clock = this.clock(where, from)
      const shown = this.layer(layer, { clock, depth, ind: i })
      // What is not shown may carry others all the same.
      const made = shown ?? (parents.has(ind) ? this.carrier(layer, clock, i) : null)
      if (!made) return []
      const parent = twins.get(layer['parent']) ?? layer['parent']
      const matte = isMatted(layer) ? layers[matteOf(layers, i)] : undefined
      const isMatte = mattes.has(i) || layer['td'] === 1
      const asMask = matte && this.matte(layer, matte, key(matte['ind'] ?? `at ${matteOf(layers, i)}`), where)
      return [
        {
          ...made,
          ...(parents.has(ind) || [...twins.values()].includes(ind) || isMatte ? { key: key(ind) } : {}),
          ...(parent === undefined ? {} : { follows: key(parent) }),
          ...(asMask && !made.mask ? { mask: asMask } : {}),
        },
      ]
    })
    return [...pieces].reverse()
  }

  /** Layers that only carry others exactly as a drawn one of the same place does: what rides on them may ride on that. */
  private twinsOf(layers: readonly Json[], parents: ReadonlySet<unknown>): ReadonlyMap<unknown, unknown> {
    const placeOf = ({ parent, ks }: Json): string =>
      JSON.stringify([parent, isJson(ks) ? [ks['p'], ks['a'], ks['s'], ks['r']] : null])
    const drawn = new Map(
      layers.flatMap((layer) =>
        layer['ty'] === 4 && isDrawnPlainly(layer) ? [[placeOf(layer), layer['ind']] as const] : [],
      ),
    )
    return new Map(
      layers.flatMap((layer) => {
        const twin = layer['ty'] === 3 && parents.has(layer['ind']) ? drawn.get(placeOf(layer)) : undefined
        return twin === undefined ? [] : [[layer['ind'], twin] as const]
      }),
    )
  }

  private matte(layer: Json, matte: Json, of: string, where: string): Piece['mask'] | null {
    const kind = numberIn(layer['tt'], 1)
    if (kind > 2) this.tell({ what: 'A matte by brightness, which is by coverage now.', where })
    if (matte['ty'] !== 4 && matte['ty'] !== 2 && matte['ty'] !== 1) {
      this.tell({ what: 'A matte that is no single shape or picture.', where })
      return null
    }
    return { of, inverted: kind === 2 || kind === 4, rides: false }
  }

  private layer(
    layer: Json,
    { clock, depth, ind }: { readonly clock: LottieClock; readonly depth: number; readonly ind: number },
  ): Piece | null {
    const { where } = clock
    const ty = numberIn(layer['ty'], -1)
    if (layer['hd'] === true && ty !== 3) return null
    if (UNKEPT[ty] || ty < 0 || ty > 5) {
      this.tell({ what: UNKEPT[ty] ?? 'A layer of a kind that is not known.', where })
      return null
    }
    if (layer['ddd'] === 1) this.tell({ what: 'Its depth.', where })
    if (objectsIn(layer['ef']).some(({ en }) => en !== 0)) this.tell({ what: 'Its effects.', where })
    if (numberIn(layer['bm'], 0) !== 0) this.tell({ what: 'How it is mixed with what is below.', where })
    const ks = isJson(layer['ks']) ? layer['ks'] : {}
    const { steps, opacity } = transformOf(ks, clock, layer['ao'] === 1)
    const children = this.content(layer, ty, clock, depth)
    if (!children) return null
    const time = ty === 0 ? this.timeOf(layer, clock) : null
    const span = this.spanOf(layer, clock, depth)
    const seen = this.seenThrough(layer, children, clock)
    return groupPiece(nameOf(layer, ind), seen.children, {
      ...(seen.mask ? { mask: seen.mask } : {}),
      steps,
      // What carries others is never seen itself.
      opacity: ty === 3 ? still(1) : opacity,
      named: ty !== 1,
      ...(span ? { span } : {}),
      ...(time ? { time } : {}),
    })
  }

  /** A layer that is not shown, and only carries others. */
  private carrier(layer: Json, clock: LottieClock, i: number): Piece {
    const { steps } = transformOf(isJson(layer['ks']) ? layer['ks'] : {}, clock, layer['ao'] === 1)
    return groupPiece(nameOf(layer, i), [], { steps })
  }

  /** What a layer shows, bottom first; null where it shows nothing that can be kept. */
  private content(layer: Json, ty: number, clock: LottieClock, depth: number): readonly Piece[] | null {
    const { where } = clock
    if (ty === 3) return []
    if (ty === 4) return lottieShapes(layer['shapes'], clock)
    if (ty === 1) {
      const size = [numberIn(layer['sw'], 0), numberIn(layer['sh'], 0)] as const
      const fill = typeof layer['sc'] === 'string' && SOLID.test(layer['sc']) ? layer['sc'] : '#000000'
      const values = {
        size: stillValue(size),
        fill: stillValue(fill),
        'stroke width': stillValue(0),
        corner: stillValue(0),
      }
      return [
        {
          name: 'Solid',
          steps: [moveBy([size[0] / 2, size[1] / 2])],
          opacity: still(1),
          art: { kind: 'rectangle', values },
          children: [],
        },
      ]
    }
    const id = String(layer['refId'])
    const asset = this.assets.get(id)
    if (!asset) {
      this.tell({ what: 'What it shows is not in the file.', where })
      return null
    }
    return ty === 2 ? this.picture(asset, id, where) : this.inner(asset, id, depth, where)
  }

  private picture(asset: Json, id: string, where: string): readonly Piece[] | null {
    const [w, h] = [numberIn(asset['w'], 0), numberIn(asset['h'], 0)]
    const known = this.pictures.get(id)
    const picture =
      known ??
      embeddedPicture(asset['p'], { name: typeof asset['nm'] === 'string' ? asset['nm'] : id, size: [w, h] })
    if (!picture) {
      this.tell({ what: 'A picture that lies beside the file, or cannot be read.', where })
      return null
    }
    this.pictures.set(id, picture)
    const [width, height] = picture.size
    const scale = still([w > 0 ? w / width : 1, h > 0 ? h / height : 1] as const)
    return [
      {
        name: 'Picture',
        steps: [{ kind: 'scale', by: scale }, moveBy([width / 2, height / 2])],
        opacity: still(1),
        art: { kind: 'image', values: { picture: stillValue(id) } },
        children: [],
      },
    ]
  }

  /** Of the picture a layer shows, px; null where it shows none. */
  private sizeOf({ ty, refId }: Json): readonly [number, number] | null {
    const asset = ty === 2 ? this.assets.get(String(refId)) : undefined
    return asset ? [numberIn(asset['w'], 1), numberIn(asset['h'], 1)] : null
  }

  private inner(asset: Json, id: string, depth: number, where: string): readonly Piece[] | null {
    if (depth >= MOST_NESTING) {
      this.tell({ what: 'Compositions that lie deeper in each other than is read.', where })
      return null
    }
    return this.composition(objectsIn(asset['layers']), `${id}`, depth + 1)
  }

  /** The moment a composition is at; null where it runs with what it lies in. */
  private timeOf(layer: Json, clock: LottieClock): Moving<number> | null {
    if (isSaid(layer['tm'])) return numberOf(layer['tm'], 0, clock)
    const [start, stretch] = [numberIn(layer['st'], 0), numberIn(layer['sr'], 1)]
    const begins = (start - clock.from) / clock.rate
    if (stretch === 1) return begins === 0 ? null : still(-begins)
    const key = (seconds: number, value: number) => ({
      t: ticksOfSeconds(seconds),
      value,
      bend: { kind: 'linear' } as const,
    })
    return {
      rest: 0,
      keys: [key(begins, 0), key(begins + stretch, 1)],
      before: 'continue',
      after: 'continue',
    }
  }

  /** When a layer is shown; null where that is all along. A composition in another has a time of its own, with no end that is known. */
  private spanOf(layer: Json, clock: LottieClock, depth: number): Piece['span'] | null {
    const length = (this.file.op - this.file.ip) / this.file.fr
    const seconds = (frame: unknown, otherwise: number): number =>
      (numberIn(frame, otherwise) - clock.from) / clock.rate
    const [from, to] = [seconds(layer['ip'], clock.from), seconds(layer['op'], this.file.op)]
    if (to <= from || (depth === 0 && from <= 0 && to >= length)) return null
    return [ticksOfSeconds(Math.max(0, from)), asTicks(Math.max(1, ticksOfSeconds(to)))]
  }

  /**
   * What a layer shows through its masks: cut off at its sides where that says it, else with a mask that rides on it.
   * Source: Lottie specification 1.0, Masks.
   */
  private seenThrough(
    layer: Json,
    children: readonly Piece[],
    clock: LottieClock,
  ): { readonly children: readonly Piece[]; readonly mask?: NonNullable<Piece['mask']> } {
    const [mask, ...more] = objectsIn(layer['masksProperties']).filter(({ mode }) => mode !== 'n')
    if (!mask) return { children }
    const { where } = clock
    if (more.length > 0) this.tell({ what: 'Its other masks; only the first was taken.', where })
    const outline = outlineOf(mask['pt'], clock)
    const inverted = (mask['inv'] === true) !== (mask['mode'] === 's')
    const share = numberOf(mask['o'], 100, clock)
    if (!isStill(share) || share.rest !== 100) this.tell({ what: 'How far its mask shows.', where })
    if (numberOf(mask['x'], 0, clock).rest !== 0 || isJson(mask['f']))
      this.tell({ what: 'How far its mask is widened or softened.', where })
    const rectangle = inverted ? null : uprightRectangle(outline)
    const cropped = rectangle && withCrop(children, rectangle, this.sizeOf(layer))
    if (cropped) return { children: cropped }
    const of = `mask ${(this.masks += 1)}`
    const values = {
      outline: { moving: outline },
      fill: stillValue('#ffffff'),
      stroke: stillValue('#00000000'),
      'stroke width': stillValue(0),
    }
    const piece: Piece = {
      name: typeof mask['nm'] === 'string' ? mask['nm'] : 'Mask',
      key: of,
      steps: [],
      opacity: still(1),
      art: { kind: 'path', values },
      children: [],
    }
    return { children: [piece, ...children], mask: { of, inverted, rides: true } }
  }
}

/** The sides of an outline that is an upright rectangle at every key; null for any other. */
function uprightRectangle(outline: Moving<Outline>): CropRectangle | null {
  const isUpright = [outline.rest, ...outline.keys.map(({ value }) => value)].every(
    ({ vertices }) =>
      vertices.length === 4 &&
      vertices.every(({ at, leave, arrive }, i) => {
        const next = vertices[(i + 1) % 4]!.at
        const isLevel = Math.abs(at[0] - next[0]) < 1e-3 || Math.abs(at[1] - next[1]) < 1e-3
        return leave.length === 0 && arrive.length === 0 && isLevel
      }),
  )
  if (!isUpright) return null
  return mapMoving(outline, ({ vertices }) => {
    const [xs, ys] = [vertices.map(({ at }) => at[0]), vertices.map(({ at }) => at[1])]
    return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)] as const
  })
}

/** Left, top, right, bottom in the layer's coordinates, px. */
type CropRectangle = Moving<readonly [number, number, number, number]>

/**
 * What a layer shows cut off at its sides: a picture, whose corner is its layer's 0, 0, or one rectangle or ellipse about it. Null for
 * all else.
 */
function withCrop(
  pieces: readonly Piece[],
  rectangle: CropRectangle,
  picture: readonly [number, number] | null,
): readonly Piece[] | null {
  const [piece, ...more] = tidyPieces(pieces)
  const size = picture ?? (piece?.steps.length === 0 ? lineBox(piece) : null)
  if (!piece?.art || more.length > 0 || !size) return null
  const [width, height] = size
  const [x, y] = picture ? [0, 0] : [-width / 2, -height / 2]
  const cut = (of: (sides: readonly [number, number, number, number]) => number) => ({
    moving: mapMoving(rectangle, (sides) => Math.min(100, Math.max(0, 100 * of(sides)))),
  })
  const sides = {
    'crop left': cut(([left]) => (left - x) / width),
    'crop top': cut(([, top]) => (top - y) / height),
    'crop right': cut(([, , right]) => (x + width - right) / width),
    'crop bottom': cut(([, , , bottom]) => (y + height - bottom) / height),
  }
  return [{ ...piece, art: { ...piece.art, values: { ...piece.art.values, ...sides } } }]
}

/** The size of a rectangle or an ellipse with its line, which is cut off with it; null where that moves. */
function lineBox({ art }: Piece): readonly [number, number] | null {
  const [size, line] = [art?.values['size']?.moving, art?.values['stroke width']?.moving]
  if (!size || !isStill(size) || (line && !isStill(line))) return null
  const [width, height] = size.rest as readonly [number, number]
  const edge = line ? (line.rest as number) : 0
  return [width + edge, height + edge]
}

const isMatted = ({ tt }: Json): boolean => numberIn(tt, 0) > 0

/** Which layer a layer is seen through: the one it names, or the one before it. */
function matteOf(layers: readonly Json[], i: number): number {
  const { tp } = layers[i]!
  const named = tp === undefined ? -1 : layers.findIndex(({ ind }) => ind === tp)
  return named >= 0 ? named : i - 1
}

const isDrawnPlainly = ({ hd, td }: Json): boolean => hd !== true && td !== 1

function nameOf({ nm }: Json, i: number): string {
  return typeof nm === 'string' && nm.trim() !== '' ? nm.trim().slice(0, LIMITS.nameLength) : `Layer ${i + 1}`
}
