import { compileProperty, valueAt, type Property, type PropertyKind } from '../property/index.ts'
import { asTicks } from '../time/index.ts'
import type { MoveSettings, MoveTrack, ReadyMove } from './move.ts'

/** How a thing looks at one moment of a move, against how it looks at rest. */
export interface MoveGhost {
  /** Offset, px. */
  readonly place: readonly [x: number, y: number]
  /** Factors. */
  readonly scale: readonly [x: number, y: number]
  /** Degrees. */
  readonly turn: number
  /** Factor, at least 0. */
  readonly opacity: number
}

/** Long enough that rounding to ticks is nothing. */
const TICKS = 1e9

const KINDS: Readonly<Record<string, PropertyKind>> = {
  position: 'place',
  scale: 'pair',
  turn: 'turn',
  opacity: 'number',
}

function propertyOf({ property, how, keys }: MoveTrack): Property | null {
  const kind = KINDS[property]
  if (!kind || how === 'set' || how === 'zoom' || how === 'roll') return null
  return {
    kind,
    value: keys[0]!.amount,
    keys: keys.map(({ at, amount, bend, route }, i) => ({
      id: String(i),
      t: asTicks(Math.round(at * TICKS)),
      value: amount,
      bend,
      through: 'corner',
      ...(route ? { route } : {}),
    })),
  }
}

/**
 * A move at moments evenly apart, the first and the last among them: what it looks like, drawn small. Other properties than
 * place, scale, turn and opacity are left out.
 * @param count ≥ 2
 */
export function moveGhosts(move: ReadyMove, settings: MoveSettings, count: number): MoveGhost[] {
  const compiled = new Map(
    move.tracks(settings).flatMap((track) => {
      const property = propertyOf(track)
      return property ? [[track.property, compileProperty(property, [])] as const] : []
    }),
  )
  return Array.from({ length: count }, (_, i) => {
    const time = Math.round((TICKS * i) / (count - 1))
    const numbers = (name: string, rest: readonly number[]): readonly number[] => {
      const property = compiled.get(name)
      return property ? valueAt(property, time) : rest
    }
    const [x, y] = numbers('position', [0, 0])
    const [across, down] = numbers('scale', [1, 1])
    return {
      place: [x!, y!],
      scale: [across!, down!],
      turn: numbers('turn', [0])[0]!,
      opacity: Math.max(0, numbers('opacity', [1])[0]!),
    }
  })
}
