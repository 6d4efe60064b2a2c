import type { Vec2 } from '../../../route/index.ts'
import type { Animated, LeftOut } from '../motion/animated.ts'
import { mapMoving, still, type Moving } from '../motion/moving.ts'
import { playRounds } from '../motion/playRounds.ts'
import { routeOf } from '../motion/routeOf.ts'
import type { Computed } from '../style/cascade.ts'
import { degreesOf, lengthOf, wordsOf } from '../style/lengths.ts'
import { about, moveBy, type Step } from './steps.ts'
import { NoTransform, readParts, type TransformBox, type TransformPart } from './transformParts.ts'
import { movingSteps, stepsOfParts, type PlayNumbers } from './transforms.ts'

/** What placing an element goes by. */
export interface PlaceContext {
  /** What shares are of, px. */
  readonly box: TransformBox
  /** Where that box begins, in the element's coordinates. */
  readonly boxAt: Vec2
  /** What `transform-origin` is where nothing is said. */
  readonly usualOrigin: string
  /** Where the scene ends, s. */
  readonly until: number
  readonly leftOut: (one: LeftOut) => void
}

/** Properties of CSS that place an element, in the order in which they do. Source: W3C, CSS Transforms 2, section 6. */
const INDIVIDUAL = ['translate', 'rotate', 'scale'] as const
const CALL: Readonly<Record<(typeof INDIVIDUAL)[number], (value: string) => string>> = {
  translate: (value) => `translate(${wordsOf(value).slice(0, 2).join(',')})`,
  rotate: (value) => `rotate(${value})`,
  scale: (value) => `scale(${wordsOf(value).slice(0, 2).join(',')})`,
}
const asTransform = (property: string, value: string | undefined): string => {
  if (value === undefined || value === 'none') return 'none'
  return property === 'transform' ? value : CALL[property as (typeof INDIVIDUAL)[number]](value)
}

/** Custom properties by which X and Y move by themselves, in files of ours. */
const AXES = ['--x', '--y'] as const

/** X and Y that move by themselves; instead of a `translate` that only hands them on. */
function axisSteps(computed: Computed, moved: readonly Animated[], context: PlaceContext): readonly Step[] {
  return AXES.flatMap((property, axis) => {
    const one = moved.find((each) => each.property === property)
    if (!one) return []
    const rest = [lengthOf(computed[property], 0) ?? 0]
    const keys = one.round.map((key) => ({
      ...key,
      value: key.value === null ? rest : [lengthOf(key.value, 0) ?? 0],
    }))
    // What `translate` hands on is what holds without motion.
    const by = mapMoving(playing(one, context)({ keys, rest }), ([px]): Vec2 =>
      axis === 0 ? [px! - rest[0]!, 0] : [0, px! - rest[0]!],
    )
    return [{ kind: 'move' as const, by }]
  })
}

/** Whether something that is moved says where an element is. */
export const placesElement = (property: string): boolean =>
  property === 'transform' ||
  property === 'motion' ||
  property === 'offset-distance' ||
  (AXES as readonly string[]).includes(property) ||
  (INDIVIDUAL as readonly string[]).includes(property)

/** What places an element, in the order of CSS, outermost first. What cannot be played is told and left out. */
export function elementSteps(
  computed: Computed,
  moved: readonly Animated[],
  context: PlaceContext,
): readonly Step[] {
  const origin = originOf(computed, context)
  const steps = [
    ...axisSteps(computed, moved, context),
    ...INDIVIDUAL.flatMap((property) => transformSteps(property, computed[property], moved, context)),
    ...offsetSteps(computed, moved, { ...context, origin }),
    ...transformSteps('transform', computed['transform'], moved, context),
  ]
  return [...motionSteps(moved, context), ...about(origin, steps)]
}

function transformSteps(
  property: string,
  base: string | undefined,
  moved: readonly Animated[],
  context: PlaceContext,
): readonly Step[] {
  const read = (text: string | undefined): readonly TransformPart[] =>
    readParts(asTransform(property, text), context.box)
  let steps: readonly Step[] = []
  try {
    steps = stepsOfParts(read(base))
  } catch (caught) {
    tell(caught, { what: `${property}: ${base}`, where: 'its style' }, context)
  }
  for (const one of moved.filter((each) => each.property === property)) {
    try {
      const rest = one.adds ? [] : read(base)
      const round = {
        keys: one.round.map((key) => ({ ...key, value: key.value === null ? rest : read(key.value) })),
        rest,
      }
      const moving = movingSteps(round, playing(one, context))
      steps = one.adds ? [...steps, ...moving] : moving
    } catch (caught) {
      tell(caught, { what: `How it moves by ${property} was left out`, where: one.where }, context)
    }
  }
  return steps
}

function tell(caught: unknown, { what, where }: LeftOut, { leftOut }: PlaceContext): void {
  if (!(caught instanceof NoTransform)) throw caught
  leftOut({ what: `${what}: ${caught.message}.`, where })
}

/** How the numbers of something moved play. */
export const playing =
  ({ timing }: Animated, { until }: Pick<PlaceContext, 'until'>): PlayNumbers =>
  ({ keys, rest }) =>
    playRounds({ round: keys, timing, rest, until })

/** What `transform-origin` is, in the element's coordinates. Source: W3C, CSS Transforms 1, section 4. */
function originOf(computed: Computed, { box, boxAt, usualOrigin }: PlaceContext): Vec2 {
  const words = wordsOf(computed['transform-origin'] ?? usualOrigin)
  const isUpright = (word: string | undefined): boolean => word === 'top' || word === 'bottom'
  const isLevel = (word: string | undefined): boolean => word === 'left' || word === 'right'
  const [first = '50%', second = '50%'] =
    isUpright(words[0]) || isLevel(words[1])
      ? [words[1] ?? 'center', words[0]!]
      : [words[0], words[1] ?? 'center']
  const SHARES: Readonly<Record<string, string>> = {
    left: '0%',
    top: '0%',
    center: '50%',
    right: '100%',
    bottom: '100%',
  }
  const at = (word: string, axis: 0 | 1): number =>
    boxAt[axis] + (lengthOf(SHARES[word] ?? word, box[axis]) ?? 0)
  return [at(first, 0), at(second, 1)]
}

/** Moved along a path by its style. Source: W3C, Motion Path 1, section 3. */
function offsetSteps(
  computed: Computed,
  moved: readonly Animated[],
  context: PlaceContext & { readonly origin: Vec2 },
): readonly Step[] {
  const path = /^path\(\s*(?:(?:nonzero|evenodd)\s*,\s*)?(['"])(.*)\1\s*\)$/s.exec(
    (computed['offset-path'] ?? '').trim(),
  )?.[2]
  if (path === undefined) return []
  const share = (text: string | null | undefined, length: number): readonly number[] => [
    length > 0 ? (lengthOf(text ?? '0%', length) ?? 0) / length : 0,
  ]
  const one = moved.find(({ property }) => property === 'offset-distance')
  const at = routeOf(path, (length): Moving<number> => {
    const rest = share(computed['offset-distance'], length)
    if (!one) return still(rest[0]!)
    const keys = one.round.map((key) => ({
      ...key,
      value: key.value === null ? rest : share(key.value, length),
    }))
    return mapMoving(playing(one, context)({ keys, rest }), ([value]) => value!)
  })
  if (!at) {
    context.leftOut({ what: 'The path it moves along could not be read.', where: 'offset-path' })
    return []
  }
  const turns = wordsOf(computed['offset-rotate'] ?? 'auto')
  const degrees = turns.map(degreesOf).find((value) => value !== null) ?? 0
  const isAlong = turns.includes('auto') || turns.includes('reverse')
  const along = isAlong ? degrees + (turns.includes('reverse') ? 180 : 0) : undefined
  const [x, y] = context.origin
  const step: Step = { kind: 'move', by: at, ...(along === undefined ? {} : { along }) }
  const turned: Step[] = !isAlong && degrees !== 0 ? [{ kind: 'turn', by: still(degrees) }] : []
  return [...(x === 0 && y === 0 ? [] : [moveBy([-x, -y])]), step, ...turned]
}

/** What `animateMotion` moves: before all that places the element. Source: W3C, SVG Animations 2, 'animateMotion'. */
function motionSteps(moved: readonly Animated[], context: PlaceContext): readonly Step[] {
  return moved.flatMap((one): Step[] => {
    if (!one.along) return []
    const { path, rotate } = one.along
    const at = routeOf(path, () =>
      mapMoving(
        playing(
          one,
          context,
        )({ keys: one.round.map((key) => ({ ...key, value: [Number(key.value ?? 0)] })), rest: [0] }),
        ([value]) => value!,
      ),
    )
    if (!at) {
      context.leftOut({ what: 'The path it moves along could not be read.', where: one.where })
      return []
    }
    const turn = rotate === 'auto' ? 0 : rotate === 'auto-reverse' ? 180 : undefined
    const step: Step = { kind: 'move', by: at, ...(turn === undefined ? {} : { along: turn }) }
    const degrees = degreesOf(rotate)
    return degrees ? [step, { kind: 'turn', by: still(degrees) }] : [step]
  })
}
