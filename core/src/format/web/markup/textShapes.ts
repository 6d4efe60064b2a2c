import type { LetterCommand, Letters } from '../../../letters/index.ts'
import { isMoving } from '../../../property/index.ts'
import { NUMBER_MARK, type FontLook, type Layer } from '../../../scene/index.ts'
import { round } from '../webContext.ts'

/** What letters look like; while one of these moves they are other shapes with every frame. */
const LOOKS = ['font size', 'weight', 'letter spacing'] as const
const NUMBERS = '0123456789.,-\u2212 \u202f\u00a0'

/** Whether a text can leave as shapes: its letters keep their look, and are all in the font. */
export function leavesAsShapes({ properties }: Layer, letters: Letters | undefined): boolean {
  if (!letters || LOOKS.some((name) => isMoving(properties[name]!))) return false
  const { value, keys } = properties['content']!
  const look = { fontSize: 1, weight: 400, letterSpacing: 0 }
  return [value, ...keys.map((key) => key.value)].every((content) =>
    String(content)
      .split(/[\r\n\u2028\u2029]+/)
      .every((line) => letters.outline(line.replaceAll(NUMBER_MARK, NUMBERS), look) !== null),
  )
}

/** A line as the data of a path, its base line’s left end at x, y; null where the font lacks a letter of it. */
export function linePath(
  letters: Letters,
  text: string,
  look: FontLook,
  [left, y]: readonly [number, number],
): string | null {
  const commands = letters.outline(text, look)
  return commands && commands.map((command) => commandText(command, left, y)).join('')
}

function commandText([kind, ...numbers]: LetterCommand, x: number, y: number): string {
  return `${kind}${(numbers as readonly number[]).map((value, i) => round(value + (i % 2 === 0 ? x : y))).join(' ')}`
}
