import type { LetterCommand, Letters } from '../../letters/index.ts'
import { compiledOf, isMoving, playedValueAt, storedValueAt } from '../../property/index.ts'
import { textLines, type Alignment, type Layer, type TextLook } from '../../scene/index.ts'
import { leavesAsShapes, playOptions, textReadings, type WebContext } from '../web/index.ts'
import { colourTrack, paint, PLACED, type LottieShape } from './lottieShapes.ts'
import { lottieNumbers, type LottieOutline } from './lottieValues.ts'

/** How a text is set; while one of these moves its lines would be others. */
const SETTING = ['paragraph width', 'line height', 'alignment'] as const

/** Whether a Lottie animation can hold a text: as shapes that move as one. */
export const isTextOfLottie = (layer: Layer, letters: Letters | undefined): letters is Letters =>
  leavesAsShapes(layer, letters) &&
  SETTING.every((name) => !isMoving(layer.properties[name]!)) &&
  layer.properties['parts']!.value === 'whole' &&
  !isMoving(layer.properties['parts']!)

/** A text as shapes: all it reads during the scene, each shown while it does. */
export function lottieText(layer: Layer, context: WebContext, frames: number): readonly LottieShape[] {
  const { letters } = context.options
  if (!isTextOfLottie(layer, letters)) return []
  const look = lookOf(layer, context)
  return textReadings(layer, context).map(({ value, shown }) => ({
    ty: 'gr',
    nm: value,
    it: [
      ...outlinesOf({ ...look, text: value }, letters!),
      paint('fl', colourTrack(layer, 'fill', context), frames),
      {
        ...PLACED,
        ...(shown[0] ? { o: lottieNumbers(shown[0].track, frames, ([on]) => [100 * on!]) } : {}),
      },
    ],
  }))
}

function lookOf(layer: Layer, context: WebContext): Omit<TextLook, 'text'> {
  const begins = playOptions(layer, context).clock.timeAt(0)
  const number = (name: string): number =>
    Math.max(0, playedValueAt(compiledOf(layer.properties[name]!, context.library), begins)[0]!)
  const compiled = (name: string) => compiledOf(layer.properties[name]!, context.library)
  return {
    align: storedValueAt(compiled('alignment'), begins) as Alignment,
    width: number('paragraph width'),
    lineHeight: number('line height') / 100,
    fontSize: number('font size'),
    weight: number('weight'),
    letterSpacing: playedValueAt(compiled('letter spacing'), begins)[0]!,
  }
}

function outlinesOf(look: TextLook, letters: Letters): LottieShape[] {
  return textLines(look, letters.measure).flatMap(({ text, x, y }) =>
    contoursOf(letters.outline(text, look) ?? []).map((contour) => ({
      ty: 'sh',
      ks: { a: 0, k: outlineOf(contour, x, y) },
    })),
  )
}

/** Every contour by itself. */
function contoursOf(commands: readonly LetterCommand[]): LetterCommand[][] {
  const contours: LetterCommand[][] = []
  for (const command of commands)
    if (command[0] === 'M') contours.push([command])
    else contours.at(-1)?.push(command)
  return contours
}

type Pair = readonly [number, number]

/** A closed contour by its vertices and their handles; quadratic curves as the cubics they are. */
function outlineOf(contour: readonly LetterCommand[], left: number, down: number): LottieOutline {
  const v: Pair[] = []
  const i: Pair[] = []
  const o: Pair[] = []
  const put = (at: Pair, arrives: Pair = at): void => {
    v.push([digits(at[0] + left), digits(at[1] + down)])
    i.push([digits(arrives[0] - at[0]), digits(arrives[1] - at[1])])
    o.push([0, 0])
  }
  const leave = (from: Pair, to: Pair): void => {
    o[o.length - 1] = [digits(to[0] - from[0]), digits(to[1] - from[1])]
  }
  let now: Pair = [0, 0]
  for (const command of contour) {
    if (command[0] === 'M' || command[0] === 'L') put((now = [command[1], command[2]]))
    else if (command[0] === 'C') {
      leave(now, [command[1], command[2]])
      put((now = [command[5], command[6]]), [command[3], command[4]])
    } else if (command[0] === 'Q') {
      const [middle, to]: [Pair, Pair] = [
        [command[1], command[2]],
        [command[3], command[4]],
      ]
      // A quadratic’s handles are two thirds of the way to its middle. Source: degree elevation (textbook).
      leave(now, thirds(now, middle))
      put(to, thirds(to, middle))
      now = to
    }
  }
  return { c: true, v, i, o }
}

const thirds = ([x, y]: Pair, to: Pair): Pair => [x + (2 / 3) * (to[0] - x), y + (2 / 3) * (to[1] - y)]
const digits = (value: number): number => Number(value.toFixed(3))
