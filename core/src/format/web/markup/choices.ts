import type { Layer } from '../../../scene/index.ts'
import type { WebContext } from '../webContext.ts'
import { HOLD } from '../../../bend/index.ts'
import { choiceValues, playProperty, type PlayedKey } from '../../../play/index.ts'
import { playOptions } from '../webContext.ts'
import type { Move } from '../motion/motion.ts'
import { toTrack, type Track } from '../track.ts'

/** Numbers of choices are whole: anything less than one is the same choice. */
const NEAREST = 0.5

export interface ShownChoice {
  readonly value: string
  /** What shows it only while it is chosen; none where it always is. */
  readonly shown: readonly Move[]
}

/** Which of its values a choice has when: the numbers tell which of those played. */
export function choiceTrack(
  layer: Layer,
  name: string,
  context: WebContext,
): { readonly track: Track; readonly played: readonly string[] } {
  const property = layer.properties[name]!
  const options = playOptions(layer, context, NEAREST)
  const played = toTrack(playProperty(property, options), options.within)
  return { track: held(played), played: choiceValues(property, options) }
}

/** Every value a choice of a layer takes during the scene, once each. */
export function choicesOf(layer: Layer, name: string, context: WebContext): ShownChoice[] {
  const { track, played } = choiceTrack(layer, name, context)
  const values = [...new Set(played)]
  if (values.length === 1) return [{ value: values[0]!, shown: [] }]
  return values.map((value) => {
    const isShown = ({ numbers }: PlayedKey): number => (played[Math.round(numbers[0]!)] === value ? 1 : 0)
    const keys = track.keys.map((key) => ({ ...key, numbers: [isShown(key)] }))
    return { value, shown: [shownBy({ ...track, keys })] }
  })
}

/** What shows an element while a track is 1. */
export const shownBy = (track: Track): Move => ({ property: 'opacity', track, write: ([on]) => String(on) })

const held = (track: Track): Track => ({ ...track, keys: track.keys.map((key) => ({ ...key, bend: HOLD })) })
