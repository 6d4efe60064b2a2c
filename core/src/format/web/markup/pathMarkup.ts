import type { Outline } from '../../../property/index.ts'
import {
  outlineAtTime,
  outlinePathData,
  outlineReader,
  vertexPartName,
  type Layer,
} from '../../../scene/index.ts'
import { playOutline, playOutlineLooks } from '../../../play/index.ts'
import { elementText, type Move } from '../motion/motion.ts'
import { toTrack } from '../track.ts'
import { drawn, playOptions, round, type WebContext } from '../webContext.ts'
import { paintMoves } from './shapeMoves.ts'
import { croppedShape } from './layerCrop.ts'
import { gradientMarkup } from './gradientMarkup.ts'
import { lineMarkup } from './lineMarkup.ts'

export function pathMarkup(layer: Layer, context: WebContext): string {
  const gradient = gradientMarkup(layer, context)
  const line = lineMarkup(layer, context)
  const painted = [...paintMoves(layer, context, gradient), ...line.moves]
  const written = (moves: readonly Move[], data = ''): string => {
    const shape = elementText(context.motion, { tag: 'path', attributes: data + line.attributes, moves })
    return drawn(context, `${gradient?.defs ?? ''}${croppedShape(layer, context, shape)}`)
  }
  const property = layer.properties['outline']!
  const reader = outlineReader(layer, 'outline', context.library)
  if (!reader.moves) {
    const data = outlinePathData(outlineAtTime(layer, 'outline', 0, context.library))
    return written(painted, ` d="${data}"`)
  }
  const options = playOptions(layer, context)
  const { track: played, closed } = property.split
    ? playOutlineLooks(reader, (vertex) => isEverRound(layer, vertex), options)
    : playOutline(property, options)
  const track = toTrack(played, options.within)
  const write = (numbers: readonly number[]): string => pathOf(numbers, closed)
  return written([{ property: 'd', track, write }, ...painted])
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
