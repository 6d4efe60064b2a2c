import type { Key, Property, Value } from '../../../property/index.ts'
import { definitionOf, LIMITS, makeLayer, type Layer, type LayerKind } from '../../../scene/index.ts'
import type { Vec2 } from '../../../route/index.ts'
import { isStill, type Moving, type MovingKey } from '../motion/moving.ts'
import { boxesOf, percentOf, PLAIN_BOX, type Box } from '../place/boxes.ts'
import { percentOfShare, type Piece, type PieceValue } from './piece.ts'

export interface LayersOfPieces {
  readonly makeId: () => string
  /** Of layers that say nothing of their own. */
  readonly span: Layer['span']
}

/**
 * Pieces as layers, top first.
 * @param pieces bottom first
 */
export function layersOfPieces(pieces: readonly Piece[], options: LayersOfPieces): Layer[] {
  const ids = new Map<string, string>()
  const idOf = (key: string): string => {
    const id = ids.get(key) ?? options.makeId()
    ids.set(key, id)
    return id
  }
  return new Making(options, idOf).layersIn(pieces, { parent: null, span: options.span })
}

/** What pieces lie in: its layer, and when that is shown. */
interface Around {
  readonly parent: string | null
  readonly span: Layer['span']
}

class Making {
  constructor(
    private readonly options: LayersOfPieces,
    private readonly idOf: (key: string) => string,
  ) {}

  layersIn(pieces: readonly Piece[], around: Around): Layer[] {
    return [...pieces].reverse().flatMap((piece) => this.layersOf(piece, around))
  }

  /** The layers of a piece, those it is moved by first, what is in it last. */
  private layersOf(given: Piece, around: Around): Layer[] {
    const span = given.span ?? around.span
    const piece = { ...given, span }
    const boxes = boxesOf(piece.steps)
    const outer = boxes.slice(0, -1)
    const layers: Layer[] = []
    let parent = piece.follows === undefined ? around.parent : this.idOf(piece.follows)
    for (const box of outer) {
      const carrier = this.layer(piece, { id: this.options.makeId(), kind: 'group', parent }, box, {})
      layers.push(carrier)
      parent = carrier.id
    }
    const id = piece.key === undefined ? this.options.makeId() : this.idOf(piece.key)
    const kind = piece.art?.kind ?? 'group'
    const own = this.layer(piece, { id, kind, parent }, boxes.at(-1)!, {
      ...piece.art?.values,
      opacity: { moving: percentOfShare(piece.opacity) },
      ...(piece.time ? { 'local time': { moving: piece.time } } : {}),
    })
    const { mask } = piece
    const seen: Layer = mask
      ? {
          ...own,
          mask: {
            layer: this.idOf(mask.of),
            ...(mask.inverted ? { inverted: true as const } : {}),
            ...(mask.rides ? { follows: true as const } : {}),
          },
        }
      : own
    return [...layers, seen, ...this.layersIn(piece.children, { parent: id, span })]
  }

  private layer(
    { name, span }: Piece & { readonly span: Layer['span'] },
    { id, kind, parent }: { readonly id: string; readonly kind: LayerKind; readonly parent: string | null },
    box: Box,
    values: Readonly<Record<string, PieceValue>>,
  ): Layer {
    const made = makeLayer({
      id,
      name: name.trim().slice(0, LIMITS.nameLength) || 'Layer',
      kind,
      span,
      parent,
    })
    const all: Readonly<Record<string, PieceValue>> = { ...placing(box), ...values }
    const properties = Object.fromEntries(
      Object.entries(all).flatMap(([property, value]) => {
        const definition = definitionOf(kind, property)
        const before =
          made.properties[property] ??
          (definition && { kind: definition.kind, value: definition.value, keys: [] })
        return before ? [[property, this.property(before, value)] as const] : []
      }),
    )
    const along = box.along === null ? {} : { turnAlongRoute: box.along }
    return { ...made, ...along, properties: { ...made.properties, ...properties } }
  }

  private property(before: Property, { moving, mix }: PieceValue): Property {
    if (isStill(moving)) return { ...before, value: moving.rest }
    // What was worked out of several things that move may stay where it is.
    const first = JSON.stringify(moving.keys[0]!.value)
    if (moving.keys.every(({ value }) => JSON.stringify(value) === first))
      return { ...before, value: moving.keys[0]!.value }
    return {
      ...before,
      ...(mix ? { mix } : {}),
      value: moving.rest,
      keys: moving.keys.map((key) => this.key(key)),
      ...(moving.before === 'hold' ? {} : { before: moving.before }),
      ...(moving.after === 'hold' ? {} : { after: moving.after }),
    }
  }

  private key({ t, value, bend, route, timeless }: MovingKey<Value>): Key {
    return {
      id: this.options.makeId(),
      t,
      value,
      bend,
      through: 'corner',
      ...(route ? { route: { ...route, through: isInLine(route) ? 'joined' : 'corner' } } : {}),
      ...(timeless ? { timeless } : {}),
    }
  }
}

/** Whether both handles lie on one line, so that turning one turns the other. */
function isInLine({ arrive, leave }: { readonly arrive: Vec2; readonly leave: Vec2 }): boolean {
  const size = Math.hypot(...arrive) * Math.hypot(...leave)
  const cross = arrive[0] * leave[1] - arrive[1] * leave[0]
  const dot = arrive[0] * leave[0] + arrive[1] * leave[1]
  return size > 0 && dot < 0 && Math.abs(cross) <= 1e-4 * size
}

/** The properties that place a layer. */
function placing(box: Box): Readonly<Record<string, PieceValue>> {
  const value = (moving: Moving<Value>): PieceValue => ({ moving })
  return {
    position: value(box.position),
    turn: value(box.turn),
    scale: value(percentOf(box.scale)),
    pivot: { moving: { ...PLAIN_BOX.position, rest: box.pivot } },
  }
}
