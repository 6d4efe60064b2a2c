import { HOLD, LINEAR, type PlainBend } from '../../../bend/index.ts'
import type { Outline, Vertex } from '../../../property/index.ts'
import type { Vec2 } from '../../../route/index.ts'
import { asTicks, ticksOfSeconds } from '../../../time/index.ts'
import type { LeftOut } from '../motion/animated.ts'
import { mapMoving, still, type Moving, type MovingKey } from '../motion/moving.ts'
import { isJson, numberIn, objectsIn, type Json } from './lottieFile.ts'

/** What reading a property goes by. */
export interface LottieClock {
  /** Frames a second. */
  readonly rate: number
  /** The frame its time begins at. */
  readonly from: number
  readonly leftOut: (one: LeftOut) => void
  /** Where it stands in the file. */
  readonly where: string
}

/** Whether a property says anything. */
export const isSaid = (property: unknown): property is Json => isJson(property) && property['k'] !== undefined

/**
 * A property of numbers in time. Expressions are never run.
 * Source: Lottie specification 1.0, Properties; `e` of older files.
 */
export function numbersOf(
  property: unknown,
  usual: readonly number[],
  clock: LottieClock,
): Moving<readonly number[]> {
  const read = (value: unknown): readonly number[] | null => {
    const list = typeof value === 'number' ? [value] : value
    if (!Array.isArray(list) || list.length === 0) return null
    return usual.map((otherwise, i) => numberIn(list[i], otherwise))
  }
  return movingOf(property, read, usual, clock)
}

export const numberOf = (property: unknown, usual: number, clock: LottieClock): Moving<number> =>
  mapMoving(numbersOf(property, [usual], clock), ([value]) => value!)

export const pairOf = (property: unknown, usual: Vec2, clock: LottieClock): Moving<Vec2> =>
  mapMoving(numbersOf(property, usual, clock), (value) => value as unknown as Vec2)

/** An outline in time. */
export function outlineOf(property: unknown, clock: LottieClock): Moving<Outline> {
  const EMPTY: Outline = { closed: false, vertices: [] }
  const read = (value: unknown): Outline | null => outlineIn(Array.isArray(value) ? value[0] : value)
  const moving = movingOf(property, read, EMPTY, clock)
  const { keys } = moving
  const fits = keys.every(({ value }) => value.vertices.length === keys[0]!.value.vertices.length)
  return fits ? moving : { ...moving, keys: keys.map((key) => ({ ...key, bend: HOLD })) }
}

function outlineIn(value: unknown): Outline | null {
  if (!isJson(value)) return null
  const points = (name: string): readonly Vec2[] =>
    Array.isArray(value[name])
      ? value[name].map((point: unknown) => {
          const list: readonly unknown[] = Array.isArray(point) ? point : []
          return [numberIn(list[0], 0), numberIn(list[1], 0)]
        })
      : []
  const [at, arrive, leave] = [points('v'), points('i'), points('o')]
  const arm = ([x, y]: Vec2 = [0, 0]): Vertex['arrive'] => ({
    angle: (Math.atan2(y, x) * 180) / Math.PI,
    length: Math.hypot(x, y),
  })
  return {
    closed: value['c'] === true,
    vertices: at.map((point, i) => ({ at: point, arrive: arm(arrive[i]), leave: arm(leave[i]), corner: 0 })),
  }
}

function movingOf<V>(
  property: unknown,
  read: (value: unknown) => V | null,
  usual: V,
  clock: LottieClock,
): Moving<V> {
  if (!isSaid(property)) return still(usual)
  if (typeof property['x'] === 'string')
    clock.leftOut({
      what: 'An expression, which is never run; its keyframes were taken.',
      where: clock.where,
    })
  const { k } = property
  const keyframes = objectsIn(k).filter((one) => typeof one['t'] === 'number')
  if (keyframes.length === 0) return still(read(k) ?? usual)
  const keys: MovingKey<V>[] = []
  let arrive: Vec2 = [0, 0]
  keyframes.forEach((one, i) => {
    const next = keyframes[i + 1]
    const ended = keyframes[i - 1]?.['e']
    const value = read(one['s']) ?? (ended === undefined ? null : read(ended)) ?? keys.at(-1)?.value ?? usual
    const bend = next ? bendOf(one) : LINEAR
    const leave = handleOf(one['to'])
    const route =
      leave || arrive[0] !== 0 || arrive[1] !== 0
        ? { route: { arrive, leave: leave ?? ([0, 0] as const) } }
        : {}
    // Of two at one moment, and of the instant before a jump, the later holds.
    const t = ticksOfSeconds((numberIn(one['t'], 0) - clock.from) / clock.rate)
    const last = keys.at(-1)
    if (last && last.t >= t) {
      const before = keys.at(-2)
      if (before && before.t >= t - 1) keys.pop()
      else keys[keys.length - 1] = { ...last, t: asTicks(t - 1), bend: HOLD }
    }
    keys.push({ t, value, bend, ...route })
    arrive = handleOf(one['ti']) ?? [0, 0]
  })
  return { rest: keys[0]!.value, keys: withoutInstants(keys), before: 'hold', after: 'hold' }
}

/** Jumps are written with a keyframe an instant before them, by us and others; nothing is seen of it. */
const INSTANT = asTicks(ticksOfSeconds(0.0005))

function withoutInstants<V>(keys: readonly MovingKey<V>[]): MovingKey<V>[] {
  const out: MovingKey<V>[] = []
  keys.forEach((key, i) => {
    const next = keys[i + 1]
    const before = out.at(-1)
    const isInstant = key.bend.kind === 'hold' && next && next.t - key.t <= INSTANT
    if (!isInstant) out.push(key)
    // What stood still till then is held from where it came to rest.
    else if (before && JSON.stringify(before.value) === JSON.stringify(key.value))
      out[out.length - 1] = { ...before, bend: HOLD }
    else out.push({ ...key, t: asTicks(next.t - 1) })
  })
  return out
}

function handleOf(value: unknown): Vec2 | null {
  if (!Array.isArray(value)) return null
  return [numberIn(value[0], 0), numberIn(value[1], 0)]
}

/** Source: Lottie specification 1.0, Properties (easing handles); several components go by the first. */
function bendOf({ h, i, o }: Json): PlainBend {
  if (h === 1) return HOLD
  const at = (easing: unknown, axis: 'x' | 'y', usual: number): number => {
    if (!isJson(easing)) return usual
    const value = easing[axis]
    return numberIn(Array.isArray(value) ? value[0] : value, usual)
  }
  const [x1, y1, x2, y2] = [at(o, 'x', 0), at(o, 'y', 0), at(i, 'x', 1), at(i, 'y', 1)]
  if (Math.abs(x1 - y1) < 1e-6 && Math.abs(x2 - y2) < 1e-6) return LINEAR
  const within = (share: number): number => Math.min(1, Math.max(0, share))
  return {
    kind: 'handles',
    leave: { reach: within(x1), rise: y1 },
    arrive: { reach: 1 - within(x2), rise: 1 - y2 },
  }
}
