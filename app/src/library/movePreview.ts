import { clamp } from '@arrow-bend/core/number'
import { compileBend, type PlainBend } from '@arrow-bend/core/bend'
import type { SpanTarget } from '@arrow-bend/core/choose'
import { PlaceSpan } from '@arrow-bend/core/property'
import { secondsOfTicks } from '@arrow-bend/core/time'

/** A move drawn small, which a bend is tried on. */
export interface MovePreview {
  /** The way something goes, as a path in the box; empty for what stays where it is. */
  readonly way: string
  /** What moves: a disc along the way, or a sheet that grows, turns or shows. */
  readonly shape: 'disc' | 'sheet'
  readonly seconds: number
  /** How that is moved, bent so. */
  readonly frames: (bend: PlainBend) => Keyframe[]
}

/** The box previews are drawn in, px. */
export const PREVIEW_BOX = { width: 64, height: 46 } as const
const INSET = 9
const STEPS = 60
const REST_SECONDS = 0.6
const [LEAST_SECONDS, MOST_SECONDS] = [0.3, 4]
/** How far past its ends something may be seen to go, share of the way. */
const PAST = 0.25

type At = (progress: number) => Omit<Keyframe, 'offset'>

const preview = (shape: MovePreview['shape'], way: string, seconds: number, at: At): MovePreview => {
  const length = clamp(seconds, LEAST_SECONDS, MOST_SECONDS)
  const whole = length + REST_SECONDS
  return {
    way,
    shape,
    seconds: whole,
    frames: (bend) => {
      const curve = compileBend(bend)
      const frames = Array.from({ length: STEPS + 1 }, (_, i): Keyframe => {
        const progress = clamp(curve.progress(i / STEPS), -PAST, 1 + PAST)
        return { offset: ((i / STEPS) * length) / whole, ...at(progress) }
      })
      return [...frames, { ...frames[STEPS], offset: 1 }]
    },
  }
}

const moved = (x: number, y: number): Omit<Keyframe, 'offset'> => ({
  transform: `translate(${x.toFixed(2)}px, ${y.toFixed(2)}px)`,
})

/** From side to side, where nothing that moves is selected. */
function plainMove(seconds: number): MovePreview {
  const { width, height } = PREVIEW_BOX
  const [from, to] = [INSET + 6, width - INSET - 6]
  const y = height / 2
  return preview('disc', `M${from} ${y}H${to}`, seconds, (p) => moved(from + p * (to - from), y))
}

/** The move of a span, drawn small: a place goes along its own route, what grows grows, what turns turns; null: from side to side. */
export function movePreview(target: SpanTarget | null): MovePreview {
  if (!target) return plainMove(1)
  const seconds = secondsOfTicks(target.to.t - target.from.t)
  const span = target.compiled.spans[target.index]
  if (span instanceof PlaceSpan && span.route.length > 0) return routeMove(span, seconds)
  const numbers = [target.from.value, target.to.value].map((value) =>
    typeof value === 'number' ? value : Array.isArray(value) ? Number(value[0]) : NaN,
  )
  const [from, to] = numbers as [number, number]
  if (!Number.isFinite(from + to) || from === to) return plainMove(seconds)
  if (target.property.kind === 'turn')
    return preview('sheet', '', seconds, (p) => ({
      transform: `rotate(${(from + p * (to - from)).toFixed(2)}deg)`,
    }))
  if (target.ref.property === 'scale') {
    const most = Math.max(Math.abs(from), Math.abs(to))
    return preview('sheet', '', seconds, (p) => ({
      transform: `scale(${Math.max(0.02, Math.abs(from + p * (to - from)) / most).toFixed(4)})`,
    }))
  }
  if (target.ref.property === 'opacity')
    return preview('sheet', '', seconds, (p) => ({
      opacity: clamp((from + p * (to - from)) / 100, 0, 1).toFixed(3),
    }))
  return plainMove(seconds)
}

function routeMove({ route }: PlaceSpan, seconds: number): MovePreview {
  const point = new Float64Array(2)
  const at = (share: number): readonly [number, number] => {
    route.pointInto(point, share * route.length)
    return [point[0]!, point[1]!]
  }
  const points = Array.from({ length: 41 }, (_, i) => at(i / 40))
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
  const [left, top] = [Math.min(...xs), Math.min(...ys)]
  const { width, height } = PREVIEW_BOX
  const [wide, high] = [Math.max(...xs) - left, Math.max(...ys) - top]
  const scale = Math.min(
    (width - 2 * INSET) / Math.max(wide, 1e-6),
    (height - 2 * INSET) / Math.max(high, 1e-6),
  )
  const placed = ([x, y]: readonly [number, number]): [number, number] => [
    width / 2 + (x - left - wide / 2) * scale,
    height / 2 + (y - top - high / 2) * scale,
  ]
  const way = `M${points
    .map((one) =>
      placed(one)
        .map((part) => part.toFixed(1))
        .join(' '),
    )
    .join('L')}`
  return preview('disc', way, seconds, (p) => moved(...placed(at(p))))
}
