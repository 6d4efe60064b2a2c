import * as z from 'zod/mini'
import { LINEAR } from '../../../bend/index.ts'
import { isColour } from '../../../property/index.ts'
import { BadFile } from '../../badFile.ts'
import type { XmlElement } from '../../xml/index.ts'
import type { Animated, LeftOut } from '../motion/animated.ts'
import { sceneSeconds } from '../motion/sceneLength.ts'
import type { RoundKey, Timing } from '../motion/playRounds.ts'
import { sceneOfPieces } from '../sceneOfPieces.ts'
import { bendOfEasing } from '../style/animations.ts'
import { childElements } from '../style/cascade.ts'
import { readStyles } from '../style/readStyles.ts'
import { SvgWalk } from '../svg/svgWalk.ts'
import type { TakenOver } from '../takenOver.ts'
import { drawingOfFrame, readMarkup } from './drawingOfPage.ts'

const side = z.number().check(z.gt(0), z.maximum(16_384))
const count = z.union([z.number(), z.literal('Infinity')])
const timingSchema = z.looseObject({
  duration: z.optional(z.number()),
  delay: z.optional(z.number()),
  iterations: z.optional(count),
  direction: z.optional(z.string()),
  fill: z.optional(z.string()),
  easing: z.optional(z.string()),
})
const keyframeSchema = z.looseObject({
  offset: z.optional(z.nullable(z.number())),
  easing: z.optional(z.string()),
})
const fileSchema = z.looseObject({
  name: z.optional(z.string()),
  size: z.tuple([side, side]),
  background: z.optional(z.string()),
  rate: z.optional(z.number()),
  markup: z.string(),
  timing: timingSchema,
  animations: z.array(
    z.looseObject({
      target: z.string(),
      keyframes: z.array(keyframeSchema),
      timing: z.optional(timingSchema),
    }),
  ),
})
type Keyframe = z.infer<typeof keyframeSchema>
type GivenTiming = z.infer<typeof timingSchema>

/** Whether a value is Web Animations as Arrow Bend writes them. */
export const looksLikeWebAnimations = (value: unknown): boolean =>
  typeof value === 'object' &&
  value !== null &&
  (value as { format?: unknown }).format === 'arrow-bend/web-animations'

/**
 * Reads Web Animations with the boxes they move.
 * @throws BadFile where they are damaged, or more than can be read
 * Source: W3C, Web Animations 1 (keyframes and timing options).
 */
export function readWebAnimations(
  value: unknown,
  { name, makeId }: { readonly name: string; readonly makeId: () => string },
): TakenOver {
  const read = fileSchema.safeParse(value)
  if (!read.success)
    throw new BadFile(
      'These Web Animations are damaged: they have no size, no markup, or no keyframes that could be read. Nothing was changed.',
    )
  const { data } = read
  const page = readMarkup(data.markup)
  const frame = childElements(page).find(({ attributes }) => attributes['class'] === 'frame') ?? page
  const root = drawingOfFrame(frame, data.size)
  const leftOut: LeftOut[] = []
  const targets = new Map<string, Animated[]>()
  for (const { target, keyframes, timing } of data.animations) {
    const moved = motionsOf(keyframes, timingOf({ ...data.timing, ...timing }), {
      where: target,
      leftOut: (one) => leftOut.push(one),
    })
    targets.set(target, [...(targets.get(target) ?? []), ...moved])
  }
  const movedBy = ({ attributes }: XmlElement): readonly Animated[] =>
    attributes['data-move'] === undefined
      ? []
      : (targets.get(`[data-move="${attributes['data-move']}"]`) ?? [])
  const walk = new SvgWalk(root, data.size, { styles: readStyles([STILL]), movedBy })
  const seconds = sceneSeconds(walk.timings())
  return sceneOfPieces(walk.piecesOf(root, { steps: [], until: seconds, moved: [] }), {
    name: data.name ?? name,
    size: data.size,
    seconds,
    rate: data.rate,
    background: data.background !== undefined && isColour(data.background) ? data.background : null,
    shares: true,
    pictures: walk.pictures.pictures,
    leftOut: [...leftOut, ...walk.leftOut],
    makeId,
  })
}

/** What the custom properties of such files are where nothing is said. */
const STILL = ['--x', '--y']
  .map((name) => `@property ${name}{initial-value:0px}`)
  .concat(['top', 'right', 'bottom', 'left'].map((name) => `@property --crop-${name}{initial-value:0%}`))
  .join('')

function timingOf({
  duration = 0,
  delay = 0,
  iterations = 1,
  direction = 'normal',
  fill = 'none',
}: GivenTiming): Timing {
  return {
    delay: delay / 1000,
    duration: Math.max(1, duration) / 1000,
    rounds: iterations === 'Infinity' ? Infinity : Math.max(0, iterations),
    alternates: direction.startsWith('alternate'),
    reversed: direction.endsWith('reverse'),
    fillsBefore: fill === 'backwards' || fill === 'both',
    fillsAfter: fill === 'forwards' || fill === 'both',
  }
}

/** The properties keyframes move, by their names in CSS. */
function motionsOf(
  keyframes: readonly Keyframe[],
  timing: Timing,
  { where, leftOut }: { readonly where: string; readonly leftOut: (one: LeftOut) => void },
): Animated[] {
  const rounds = new Map<string, RoundKey<string | null>[]>()
  keyframes.forEach((keyframe, i) => {
    const { offset, easing = 'linear', ...values } = keyframe
    const share = offset ?? (keyframes.length > 1 ? i / (keyframes.length - 1) : 1)
    const bend = bendOfEasing(easing)
    if (!bend) leftOut({ what: `The easing “${easing}” could not be read; it is linear now.`, where })
    for (const [key, value] of Object.entries(values)) {
      if (key === 'composite' || (typeof value !== 'string' && typeof value !== 'number')) continue
      const property = cssName(key)
      const round = rounds.get(property) ?? []
      rounds.set(property, round)
      if (round.length === 0 && share > 0) round.push({ share: 0, value: null, bend: LINEAR })
      round.push({ share: Math.min(1, Math.max(0, share)), value: String(value), bend: bend ?? LINEAR })
    }
  })
  return [...rounds].map(([property, round]) => ({
    property,
    timing,
    where,
    round: round.at(-1)!.share < 1 ? [...round, { share: 1, value: null, bend: LINEAR }] : round,
  }))
}

const cssName = (key: string): string =>
  key.startsWith('--')
    ? key
    : key === 'cssOffset'
      ? 'offset'
      : key.replace(/[A-Z]/g, (sign) => `-${sign.toLowerCase()}`)
