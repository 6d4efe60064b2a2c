import { LINEAR, settle, type PlainBend } from '../bend/index.ts'
import type { Value } from '../property/index.ts'
import type { Vec2 } from '../route/index.ts'
import type { MoveHow, MoveSettings, MoveTrack } from './move.ts'

/** Quick at first, then long in coming to rest. Source of this and the next two: own. */
export const ARRIVE: PlainBend = {
  kind: 'handles',
  leave: { reach: 0.16, rise: 0.8 },
  arrive: { reach: 0.66, rise: 0 },
}
/** Up to speed and down again within a move. */
export const SWAY: PlainBend = {
  kind: 'handles',
  leave: { reach: 0.45, rise: 0 },
  arrive: { reach: 0.45, rise: 0 },
}
/** As a camera is moved: slow to start, slow to stop, steady between. */
export const GLIDE: PlainBend = {
  kind: 'handles',
  leave: { reach: 0.3, rise: 0 },
  arrive: { reach: 0.3, rise: 0 },
}

/** How something comes to its place: past it first where that is asked for. */
export const arriving = ({ overshoot }: Pick<MoveSettings, 'overshoot'>): PlainBend =>
  overshoot > 0 ? settle({ reach: 0.12, rise: 0.55 }, overshoot) : ARRIVE

/** A point in a direction, px. */
export function along({ direction }: Pick<MoveSettings, 'direction'>, distance: number): Vec2 {
  const radians = (direction * Math.PI) / 180
  return [Math.cos(radians) * distance, Math.sin(radians) * distance]
}

/** What a direction is nearest to: across or up and down. */
export const isAcross = ({ direction }: Pick<MoveSettings, 'direction'>): boolean => {
  const [x, y] = along({ direction }, 1)
  return Math.abs(x) >= Math.abs(y)
}

/** A factor as strong as is asked for; never below 0. */
export const stronger = (factor: number, { strength }: Pick<MoveSettings, 'strength'>): number =>
  Math.max(0, 1 + (factor - 1) * strength)

export const both = (factor: number): Vec2 => [factor, factor]

/** From one amount to another over all of the move. */
export const from = (
  property: string,
  how: MoveHow,
  [start, end]: readonly [Value, Value],
  bend: PlainBend,
): MoveTrack => ({
  property,
  how,
  keys: [
    { at: 0, amount: start, bend },
    { at: 1, amount: end, bend: LINEAR },
  ],
})

/** Several amounts, each at its share of the move, with one bend, or one for each stretch. */
export const over = (
  property: string,
  how: MoveHow,
  amounts: readonly (readonly [at: number, amount: Value])[],
  bends: PlainBend | readonly PlainBend[],
): MoveTrack => ({
  property,
  how,
  keys: amounts.map(([at, amount], i) => {
    const bend = 'kind' in bends ? bends : (bends[i] ?? LINEAR)
    return { at, amount, bend: i < amounts.length - 1 ? bend : LINEAR }
  }),
})

/** To and fro, each swing a share of the one before, coming to rest in the end. */
export function swings(property: string, how: MoveHow, swing: (share: number) => Value): MoveTrack {
  const shares = [0, 1, -0.75, 0.5, -0.3, 0.12, 0]
  return over(
    property,
    how,
    shares.map((share, i) => [i / (shares.length - 1), swing(share)] as const),
    SWAY,
  )
}
