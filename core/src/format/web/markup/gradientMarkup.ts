import { isMoving, srgbOf } from '../../../property/index.ts'
import {
  boxAboutMiddle,
  drawnStops,
  gradientLine,
  gradientPartsIn,
  isFilling,
  outlineBounds,
  ownArt,
  type Layer,
} from '../../../scene/index.ts'
import { gradientAt, gradientTrack, type PlayedGradient, type PlayedStops } from '../gradientTrack.ts'
import { elementText, type Move, type MovingElement } from '../motion/motion.ts'
import { round, type WebContext } from '../webContext.ts'

/** The gradient a shape is filled with: its definition, and the fill that names it. */
export interface GradientMarkup {
  readonly defs: string
  readonly fill: string
}

/**
 * The gradient of a shape; null where its plain fill stays instead. Its colours move everywhere, its ends and stops where
 * attributes can; one that changes its kind stays as it begins.
 * Source: W3C, SVG 2, 14.2.
 */
export function gradientMarkup(layer: Layer, context: WebContext): GradientMarkup | null {
  const played = gradientMoves(layer) === 'nothing' ? null : gradientTrack(layer, context)
  const id = `g${[...layer.id].map((mark) => mark.charCodeAt(0).toString(36)).join('')}`
  const defs = played ? movingGradient(played, id, context) : stillGradient(layer, id, context)
  return defs === null ? null : { defs: `<defs>${defs}</defs>`, fill: `url(#${id})` }
}

const inRgb = (colour: readonly number[]): string =>
  colour.map((part) => round(255 * Math.min(1, Math.max(0, part)))).join(' ')

function stillGradient(layer: Layer, id: string, context: WebContext): string | null {
  const scene = { ...context.scene, layers: [layer] }
  const [item] = ownArt(scene, layer.id, { time: 0, library: context.library })
  if (!item || !('gradient' in item) || !isFilling(item.gradient)) return null
  const box =
    item.kind === 'path' ? outlineBounds(item.outline) : boxAboutMiddle(item.size[0]!, item.size[1]!)
  const [x0, y0, x1, y1] = gradientLine(item.gradient, box).map(round)
  const stops = drawnStops(item.gradient).map(({ offset, colour }) => {
    const [r, g, b, alpha] = srgbOf(colour)
    return `<stop offset="${round(offset)}" stop-color="rgb(${inRgb([r, g, b])} / ${round(alpha)})"/>`
  })
  const tag = `${item.gradient.kind}Gradient`
  const radius = round(Math.hypot(Number(x1) - Number(x0), Number(y1) - Number(y0)))
  const place =
    item.gradient.kind === 'radial'
      ? `cx="${x0}" cy="${y0}" r="${radius}"`
      : `x1="${x0}" y1="${y0}" x2="${x1}" y2="${y1}"`
  return `<${tag} id="${id}" ${place} gradientUnits="userSpaceOnUse">${stops.join('')}</${tag}>`
}

function movingGradient({ kind, track }: PlayedGradient, id: string, { motion }: WebContext): string {
  const first = track.keys[0]!.numbers
  const attribute = (property: string, value: (gradient: PlayedStops) => number): Move => ({
    property,
    track,
    write: (numbers) => round(value(gradientAt(numbers))),
    asAttribute: true,
  })
  /** An element whose attributes move where they can. */
  const element = (
    tag: string,
    attributes: string,
    places: readonly Move[],
    moves: readonly Move[],
  ): MovingElement => ({
    tag,
    attributes: places.reduce(
      (text, { property, write }) => `${text} ${property}="${write(first)}"`,
      attributes,
    ),
    moves: motion.movesAttributes ? [...places, ...moves] : moves,
  })
  const stops = gradientAt(first).stops.map((_, i) => {
    const stopAt = (numbers: readonly number[]) => gradientAt(numbers).stops[i]!
    const offset = attribute('offset', ({ stops: all }) => all[i]!.offset)
    const colours: Move[] = [
      { property: 'stop-color', track, write: (numbers) => `rgb(${inRgb(stopAt(numbers).colour)})` },
      { property: 'stop-opacity', track, write: (numbers) => round(stopAt(numbers).alpha) },
    ]
    return elementText(motion, element('stop', '', [offset], colours))
  })
  const places =
    kind === 'radial'
      ? [
          attribute('cx', ({ start }) => start[0]!),
          attribute('cy', ({ start }) => start[1]!),
          attribute('r', ({ start, end }) => Math.hypot(end[0]! - start[0]!, end[1]! - start[1]!)),
        ]
      : [
          attribute('x1', ({ start }) => start[0]!),
          attribute('y1', ({ start }) => start[1]!),
          attribute('x2', ({ end }) => end[0]!),
          attribute('y2', ({ end }) => end[1]!),
        ]
  const whole = element(`${kind}Gradient`, ` id="${id}" gradientUnits="userSpaceOnUse"`, places, [])
  return elementText(motion, whole, stops.join(''))
}

/** What of a shape's gradient is another later on: its colours alone, where it lies as well, or what it is. */
export function gradientMoves({ properties }: Layer): 'nothing' | 'colours' | 'places' | 'kind' {
  const parts = gradientPartsIn(properties)
  const moves = (name: string): boolean =>
    properties[name] !== undefined && (isMoving(properties[name]) || properties[name].split === true)
  if (parts.length === 0) return 'nothing'
  if (moves('gradient')) return 'kind'
  if (properties['gradient']?.value === 'none') return 'nothing'
  const isColour = (name: string): boolean => properties[name]?.kind === 'colour'
  if (['size', 'outline', 'gradient mix', ...parts.filter((name) => !isColour(name))].some(moves))
    return 'places'
  return parts.some(moves) ? 'colours' : 'nothing'
}
