import { outlineAtTime, outlinePathData, type Layer } from '../../../scene/index.ts'
import { elementText, type Move } from '../motion/motion.ts'
import { outlineTrack } from '../outlineTrack.ts'
import { drawn, round, type WebContext } from '../webContext.ts'
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
  const moving = outlineTrack(layer, context)
  if (!moving) {
    const data = outlinePathData(outlineAtTime(layer, 'outline', 0, context.library))
    return written(painted, ` d="${data}"`)
  }
  const { track, closed } = moving
  const write = (numbers: readonly number[]): string => pathOf(numbers, closed)
  return written([{ property: 'd', track, write }, ...painted])
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
