import { playProperty } from '../../../play/index.ts'
import { isMoving } from '../../../property/index.ts'
import {
  compilePartMoves,
  partPivotInto,
  partTimeAt,
  type Layer,
  type TextLine,
} from '../../../scene/index.ts'
import { playOptions, round, scaleText, type WebContext } from '../webContext.ts'
import type { Move, MovingElement } from '../motion/motion.ts'
import { toTrack, type Track } from '../track.ts'
import { colourMove } from './shapeMoves.ts'

/** Largest errors of what parts move by: they are small, and turn about points within them. */
const WITHIN_PART = { offset: 0.02, scale: 0.02, turn: 0.01, opacity: 0.05, fill: 0.00002 } as const

/** A text whose parts move by themselves. */
interface PartedText {
  readonly parts: readonly TextLine[]
  /** As it begins, px. */
  readonly fontSize: number
  /** The layer time it begins at, ticks. */
  readonly begins: number
}

/** How each part of a text moves: by the layer's keys, a while later than the parts before it. */
export function partElements(
  layer: Layer,
  context: WebContext,
  { parts, fontSize, begins }: PartedText,
): MovingElement[] {
  const moves = compilePartMoves(layer, context.library)
  const ground = playOptions(layer, context)
  const pivot = new Float64Array(2)
  const fill = colourMove(layer, context, { name: 'fill', property: 'fill' })
  return parts.map((part, i) => {
    const timeAt = (time: number): number => partTimeAt(moves, ground.clock.timeAt(time), i, parts.length)
    const clock = { isSceneTime: false, timeAt, paceAt: ground.clock.paceAt }
    const track = (name: string, within: number): Track => {
      const property = layer.properties[name]!
      // What stands still is the same at any time.
      if (!isMoving(property)) return toTrack(playProperty(property, ground), within)
      return toTrack(playProperty(property, { ...ground, within, clock }), within)
    }
    partPivotInto(pivot, moves, part, { fontSize, time: begins })
    const entries: Move[] = [
      {
        property: 'translate',
        track: track('part offset', WITHIN_PART.offset),
        write: ([x, y]) => `${round(x!)}px ${round(y!)}px`,
      },
      {
        property: 'rotate',
        track: track('part turn', WITHIN_PART.turn),
        write: ([by]) => `${round(by!)}deg`,
      },
      {
        property: 'scale',
        track: track('part scale', WITHIN_PART.scale),
        write: scaleText,
      },
      {
        property: 'opacity',
        track: track('part opacity', WITHIN_PART.opacity),
        write: ([percent]) => round(percent! / 100),
      },
      { ...fill, track: track('fill', WITHIN_PART.fill) },
    ]
    const origin = [Number(round(pivot[0]!)), Number(round(pivot[1]!))] as const
    return { tag: 'g', origin, moves: entries }
  })
}
