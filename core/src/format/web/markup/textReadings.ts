import { HOLD } from '../../../bend/index.ts'
import { compiledOf, storedValueAt, playedValueAt, isMoving } from '../../../property/index.ts'
import { countedText, NUMBER_MARK, type Layer, type Separator } from '../../../scene/index.ts'
import { playOptions, type WebContext } from '../webContext.ts'
import { toTrack, type Track } from '../track.ts'
import { checkKeyframes } from '../pageLimits.ts'
import { choicesOf, shownBy, type ShownChoice } from './choices.ts'

/** What is shown or not goes by whole numbers. */
const WHOLE = 0.5

const NUMBER = ['content', 'number', 'number decimals', 'number separator']

/** All a text reads during the scene, once each: what it says, and each frame's number put in. */
export function textReadings(layer: Layer, context: WebContext): ShownChoice[] {
  const { properties } = layer
  const contents = choicesOf(layer, 'content', context)
  const readAt = readerOf(layer, context)
  if (!contents.some(({ value }) => value.includes(NUMBER_MARK))) return contents
  if (NUMBER.every((name) => !isMoving(properties[name]!))) return [{ value: readAt(0), shown: [] }]
  const { frame } = playOptions(layer, context)
  const { duration } = context
  const count = Math.ceil(duration / frame)
  checkKeyframes(count)
  const changes: { readonly share: number; readonly value: string }[] = []
  for (let i = 0; i < count; i += 1) {
    // A frame's own moment, which rates such as 23.976 put between ticks.
    const time = Math.ceil(i * frame)
    const value = readAt(time)
    if (changes.at(-1)?.value !== value) changes.push({ share: time / duration, value })
  }
  const values = [...new Set(changes.map(({ value }) => value))]
  if (values.length === 1) return [{ value: values[0]!, shown: [] }]
  return values.map((value) => {
    const keys = changes.map(({ share, value: one }) => ({
      share,
      numbers: [one === value ? 1 : 0],
      bend: HOLD,
    }))
    return { value, shown: [shownBy(toTrack({ keys: withoutRepeats(keys), path: null }, WHOLE))] }
  })
}

/** Steps that say the same as the one before are left out. */
const withoutRepeats = (keys: Track['keys']): Track['keys'] =>
  keys.filter(({ numbers }, i) => i === 0 || keys[i - 1]!.numbers[0] !== numbers[0])

/** Tells what a text reads at a scene time, ticks. */
function readerOf(layer: Layer, context: WebContext): (sceneTime: number) => string {
  const { clock } = playOptions(layer, context)
  const [content, number, decimals, separator] = NUMBER.map((name) =>
    compiledOf(layer.properties[name]!, context.library),
  )
  return (sceneTime) => {
    const time = clock.timeAt(sceneTime)
    return countedText({
      content: String(storedValueAt(content!, time)),
      number: playedValueAt(number!, time)[0]!,
      decimals: playedValueAt(decimals!, time)[0]!,
      separator: String(storedValueAt(separator!, time)) as Separator,
    })
  }
}
