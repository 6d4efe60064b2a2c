import { playProperty } from '../../../play/index.ts'
import { isMoving } from '../../../property/index.ts'
import {
  compilePartMoves,
  partPivotInto,
  partTimeAt,
  type Layer,
  type TextLine,
} from '../../../scene/index.ts'
import { playOptions, round, type CssContext } from '../cssContext.ts'
import { keyframesOf, type Track } from '../keyframes.ts'
import type { StyleEntry } from '../keyframeSheet.ts'
import { colourEntry } from './styleEntries.ts'

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

/** How each part of a text moves: its style, that of the layer's keys a while later than the parts before it. */
export function partStyles(
  layer: Layer,
  context: CssContext,
  { parts, fontSize, begins }: PartedText,
): string[] {
  const moves = compilePartMoves(layer, context.library)
  const ground = playOptions(layer, context)
  const pivot = new Float64Array(2)
  const fill = colourEntry(layer, context, { name: 'fill', property: 'fill' })
  return parts.map((part, i) => {
    const timeAt = (time: number): number => partTimeAt(moves, ground.clock.timeAt(time), i, parts.length)
    const clock = { isSceneTime: false, timeAt, paceAt: ground.clock.paceAt }
    const track = (name: string, within: number): Track => {
      const property = layer.properties[name]!
      // What stands still is the same at any time.
      if (!isMoving(property)) return keyframesOf(playProperty(property, ground), within)
      return keyframesOf(playProperty(property, { ...ground, within, clock }), within)
    }
    partPivotInto(pivot, moves, part, { fontSize, time: begins })
    const entries: StyleEntry[] = [
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
        write: ([x, y]) => `${round(x! / 100)} ${round(y! / 100)}`,
      },
      {
        property: 'opacity',
        track: track('part opacity', WITHIN_PART.opacity),
        write: ([percent]) => round(percent! / 100),
      },
      { ...fill, track: track('fill', WITHIN_PART.fill) },
    ]
    return `transform-origin:${round(pivot[0]!)}px ${round(pivot[1]!)}px;${context.sheet.style(entries)}`
  })
}
