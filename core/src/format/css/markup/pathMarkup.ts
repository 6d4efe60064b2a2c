import type { Outline } from '../../../property/index.ts'
import {
  outlineAtTime,
  outlinePathData,
  outlineReader,
  vertexPartName,
  type Layer,
} from '../../../scene/index.ts'
import { playOutline, playOutlineLooks } from '../../../play/index.ts'
import { drawn, playOptions, round, type CssContext } from '../cssContext.ts'
import { keyframesOf } from '../keyframes.ts'
import { paintEntries } from './styleEntries.ts'
import { croppedShape } from './cropStyle.ts'
import { gradientMarkup } from './gradientMarkup.ts'
import { lineMarkup } from './lineMarkup.ts'

export function pathMarkup(layer: Layer, context: CssContext): string {
  const { sheet } = context
  const gradient = gradientMarkup(layer, context)
  const line = lineMarkup(layer, context)
  const painted = [...paintEntries(layer, context, gradient), ...line.entries]
  const property = layer.properties['outline']!
  const reader = outlineReader(layer, 'outline', context.library)
  if (!reader.moves) {
    const data = outlinePathData(outlineAtTime(layer, 'outline', 0, context.library))
    return drawn(
      context,
      `${gradient?.defs ?? ''}${croppedShape(layer, context, `<path d="${data}"${line.attributes} style="${sheet.style(painted)}"/>`)}`,
    )
  }
  const options = playOptions(layer, context)
  const { track: played, closed } = property.split
    ? playOutlineLooks(reader, (vertex) => isEverRound(layer, vertex), options)
    : playOutline(property, options)
  const track = keyframesOf(played, options.within)
  const write = (numbers: readonly number[]): string => pathOf(numbers, closed)
  return drawn(
    context,
    `${gradient?.defs ?? ''}${croppedShape(layer, context, `<path${line.attributes} style="${sheet.style([{ property: 'd', track, write }, ...painted])}"/>`)}`,
  )
}

function isEverRound({ properties }: Layer, vertex: number): boolean {
  const lane = properties[vertexPartName({ vertex, part: 'corner' })]
  const rest = (properties['outline']!.value as Outline).vertices[vertex]!.corner
  const values = lane ? [lane.value, ...lane.keys.map(({ value }) => value)] : [rest]
  return values.some((value) => (value as number) > 0)
}

/** Source: W3C, SVG 2, 9.3 (the d property; paths with the same commands are mixed number by number). */
function pathOf(numbers: readonly number[], closed: boolean): string {
  const list = numbers.map(round)
  const pieces = Array.from(
    { length: (list.length - 2) / 6 },
    (_, i) => `C${list.slice(2 + 6 * i, 8 + 6 * i).join(' ')}`,
  )
  return `path('M${list[0]} ${list[1]}${pieces.join('')}${closed ? 'Z' : ''}')`
}
