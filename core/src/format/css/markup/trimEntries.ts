import { compiledOf, valueInto } from '../../../property/index.ts'
import { drawnPart, TRIM, type Layer } from '../../../scene/index.ts'
import { playOptions, round, WITHIN, type CssContext } from '../cssContext.ts'
import { keyframesOf } from '../keyframes.ts'
import { playedLooks } from '../playedLooks.ts'
import type { StyleEntry } from '../keyframeSheet.ts'

/** A line of 2 000 px is to begin and end where it should, to `WITHIN`. */
const LONG = 2000

/** What an element has to have for these. */
export const lineAttribute = (entries: readonly StyleEntry[]): string =>
  entries.length > 0 ? ' pathLength="1"' : ''

/** Which part of a shape's line is drawn, in shares of its length: its element has to have a `pathLength` of 1. */
export function trimEntries(layer: Layer, context: CssContext): StyleEntry[] {
  const properties = TRIM.map(({ name }) => layer.properties[name]!)
  const trim = new Float64Array(TRIM.length)
  const one = new Float64Array(1)
  const options = playOptions(layer, context)
  const tracks = properties.map((property) => compiledOf(property, context.library))
  const isStill = properties.every(({ keys }) => keys.length === 0)
  const partInto = (out: Float64Array, sceneTime: number): void => {
    tracks.forEach((track, i) => {
      valueInto(one, track, options.clock.timeAt(sceneTime))
      trim[i] = one[0]!
    })
    const part = drawnPart(trim)
    const [from, length] = part === 'all' ? [0, 1] : part === 'nothing' ? [0, 0] : [part.from, part.length]
    out.set([length * LONG, from * LONG, part === 'nothing' ? 0 : LONG])
  }
  const still = new Float64Array(3)
  partInto(still, 0)
  // As most are: nothing is said of them.
  if (isStill && still[0] === LONG) return []
  const track = keyframesOf(playedLooks(partInto, still.length, { isStill, options }), WITHIN)
  return [
    {
      property: 'stroke-dasharray',
      track,
      write: ([length]) => `${round(length! / LONG)} ${round(1 - length! / LONG)}`,
    },
    { property: 'stroke-dashoffset', track, write: ([, from]) => round(-from! / LONG) },
    { property: 'stroke-opacity', track, write: ([, , shown]) => round(shown! / LONG) },
  ]
}
