import type { LetterCommand, Letters } from '../../letters/index.ts'
import { isMoving } from '../../property/index.ts'
import { textLines, type Layer, type TextLook } from '../../scene/index.ts'
import { leavesAsShapes, textLookAt, textReadings, type WebContext } from '../web/index.ts'
import { colourTrack, paint, PLACED, type LottieShape } from './lottieShapes.ts'
import { lottieNumbers, outlineOf } from './lottieValues.ts'

/** How a text is set; while one of these moves its lines would be others. */
const SETTING = ['paragraph width', 'line height', 'alignment'] as const

/** Whether a Lottie animation can hold a text: as shapes that move as one. */
export const isTextOfLottie = (layer: Layer, letters: Letters | undefined): boolean =>
  leavesAsShapes(layer, letters) &&
  SETTING.every((name) => !isMoving(layer.properties[name]!)) &&
  layer.properties['parts']!.value === 'whole' &&
  !isMoving(layer.properties['parts']!)

/** A text as shapes: all it reads during the scene, each shown while it does. */
export function lottieText(layer: Layer, context: WebContext, frames: number): readonly LottieShape[] {
  const { letters } = context.options
  if (!isTextOfLottie(layer, letters)) return []
  const look = textLookAt(layer, context)
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

function outlinesOf(look: TextLook, letters: Letters): LottieShape[] {
  return textLines(look, letters.measure).flatMap(({ text, x, y }) =>
    contoursOf(letters.outline(text, look) ?? []).map((contour) => ({
      ty: 'sh',
      ks: { a: 0, k: outlineOf(cubicsOf(contour, x, y), true) },
    })),
  )
}

/** A thousandth of a px is more than enough of a letter. */
const short = (value: number): number => Number(value.toFixed(3))

/** Every contour by itself. */
function contoursOf(commands: readonly LetterCommand[]): LetterCommand[][] {
  const contours: LetterCommand[][] = []
  for (const command of commands)
    if (command[0] === 'M') contours.push([command])
    else contours.at(-1)?.push(command)
  return contours
}

/** A contour as the points of cubics: its start, then two handles and an end each; quadratic curves are raised to cubics. */
function cubicsOf(contour: readonly LetterCommand[], left: number, down: number): readonly number[] {
  const numbers: number[] = []
  const pen = (): readonly [number, number] => [numbers.at(-2)!, numbers.at(-1)!]
  const lineTo = (x: number, y: number): void => void numbers.push(...pen(), x, y, x, y)
  for (const [kind, ...given] of contour) {
    const [a, b, c, d, e, f] = (given as number[]).map((value, i) =>
      short(value + (i % 2 === 0 ? left : down)),
    )
    if (kind === 'M') numbers.push(a!, b!)
    else if (kind === 'L') lineTo(a!, b!)
    else if (kind === 'C') numbers.push(a!, b!, c!, d!, e!, f!)
    else if (kind === 'Q') {
      const [x, y] = pen()
      // A quadratic’s handles are two thirds of the way to its middle. Source: degree elevation (textbook).
      const third = (from: number, to: number): number => short(from + (2 / 3) * (to - from))
      numbers.push(third(x, a!), third(y, b!), third(c!, a!), third(d!, b!), c!, d!)
    } else if (pen()[0] !== numbers[0] || pen()[1] !== numbers[1]) lineTo(numbers[0]!, numbers[1]!)
  }
  return numbers
}
