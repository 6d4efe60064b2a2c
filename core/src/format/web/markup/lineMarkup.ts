import { dashPattern, drawnPart, TRIM, type Layer } from '../../../scene/index.ts'
import { round, type WebContext } from '../webContext.ts'
import type { Move } from '../motion/motion.ts'
import { playedTogether } from '../playedTogether.ts'
import { choiceTrack } from './choices.ts'

/** A line of 2 000 px is to begin and end where it should, to what is asked. */
const LONG = 2000

/** How a shape's line is drawn: what its element says for good, and what of it may move. */
export interface LineMarkup {
  /** With a blank before each. */
  readonly attributes: string
  readonly moves: readonly Move[]
}

/** Where only a part of a line is drawn, its dashes are left out: the page has one pattern for both. */
export function lineMarkup(layer: Layer, context: WebContext): LineMarkup {
  const trim = trimMoves(layer, context)
  const looks = (
    [
      ['line ends', 'stroke-linecap', 'butt'],
      ['line joins', 'stroke-linejoin', 'miter'],
    ] as const
  ).flatMap(([name, property, usual]) => choiceLook(layer, context, { name, property, usual }))
  const attributes = looks.flatMap((look) => (typeof look === 'string' ? [look] : []))
  const moving = looks.flatMap((look) => (typeof look === 'string' ? [] : [look]))
  return {
    attributes: `${attributes.join('')}${trim.length > 0 ? ' pathLength="1"' : ''}`,
    moves: [...moving, ...(trim.length > 0 ? trim : dashMoves(layer, context))],
  }
}

/** What a choice says: an attribute where it stays, and is not what is usual anyway. */
function choiceLook(
  layer: Layer,
  context: WebContext,
  { name, property, usual }: { readonly name: string; readonly property: string; readonly usual: string },
): (string | Move)[] {
  const choice = layer.properties[name]
  if (!choice) return []
  if (choice.keys.length === 0)
    return choice.value === usual ? [] : [` ${property}="${String(choice.value)}"`]
  const { track, played } = choiceTrack(layer, name, context)
  return [{ property, track, write: ([n]) => played[Math.round(n!)]! }]
}

/** The dashes of a line, px. */
function dashMoves(layer: Layer, context: WebContext): Move[] {
  const dashes = playedTogether(layer, context, {
    names: ['dash', 'dash gap', 'dash offset'],
    width: 3,
    write: (out, dash) => {
      const { lengths, offset } = dashPattern(dash) ?? { lengths: [0, 0], offset: 0 }
      out.set([lengths[0]!, lengths[1]!, offset])
    },
  })
  if (dashes.isStill && dashes.first[0]! + dashes.first[1]! === 0) return []
  const track = dashes.track()
  return [
    { property: 'stroke-dasharray', track, write: ([on, off]) => `${round(on!)} ${round(off!)}` },
    { property: 'stroke-dashoffset', track, write: ([, , offset]) => round(offset!) },
  ]
}

/** Which part of a shape's line is drawn, in shares of its length: its element has to have a `pathLength` of 1. */
function trimMoves(layer: Layer, context: WebContext): Move[] {
  const trim = playedTogether(layer, context, {
    names: TRIM.map(({ name }) => name),
    width: 3,
    write: (out, given) => {
      const part = drawnPart(given)
      const [from, length] = part === 'all' ? [0, 1] : part === 'nothing' ? [0, 0] : [part.from, part.length]
      out.set([length * LONG, from * LONG, part === 'nothing' ? 0 : LONG])
    },
  })
  // As most are: nothing is said of them.
  if (trim.isStill && trim.first[0] === LONG) return []
  const track = trim.track()
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
