import type { Layer, Project, Scene } from '../../scene/index.ts'
import { secondsOfTicks } from '../../time/index.ts'
import { turnTrack } from './boxMarkup.ts'
import { easingsOf } from './motion/cssMotion.ts'
import { changingTrack, stillValue, type Move } from './motion/motion.ts'
import { cutBends } from './motion/cutBends.ts'
import { percentText } from './motion/shares.ts'
import { colourMove } from './markup/shapeMoves.ts'
import { checkCharacters } from './pageLimits.ts'
import { placeTrack } from './placeTrack.ts'
import {
  bareContext,
  round,
  scaleText,
  trackOf,
  type WebContext,
  type WebExportOptions,
} from './webContext.ts'

/**
 * A style sheet for elements of one's own: a class for each layer that moves. An element ends where its page puts it, and comes
 * from as far away as the layer does; `--length` and `--distance` change how long and how far.
 * @throws BadFile where it would be more than a browser plays
 * Source: W3C, CSS Animations 1, CSS Transforms 2 (individual transforms), Media Queries 5 (`prefers-reduced-motion`).
 */
export function exportStyleSheet(project: Project, scene: Scene, options: WebExportOptions): string {
  const context = bareContext(project, scene, options)
  const names = new Set<string>()
  const rules = scene.layers.flatMap((layer) => layerRules(layer, context, names))
  const { rounds = 'forever' } = options
  const length = Number(secondsOfTicks(scene.duration).toFixed(6))
  const classes = [...names].map((name) => `.${name}`).join(',')
  const text = `/* ${`${project.name}: ${scene.name}`.replace(/\*\//g, '* /')}
   Give an element the class of its layer: it ends where your page puts it. What rides on another layer goes inside its element.
   --length is how long one round lasts, --distance how far things travel (1: as far as drawn). */
${classes ? `${classes}{--length:${length}s;--distance:1;--rounds:${rounds === 'forever' ? 'infinite' : rounds}}\n` : ''}${rules.join('')}${classes ? `@media (prefers-reduced-motion:reduce){${classes}{animation:none}}\n` : ''}`
  checkCharacters(text.length)
  return text
}

function layerRules(layer: Layer, context: WebContext, names: Set<string>): string[] {
  const moves = movesOf(layer, context).filter((move) => stillValue(move) === null)
  if (moves.length === 0) return []
  const name = classOf(layer.name, names)
  const pivot = trackOf(layer, 'pivot', context).keys[0]!.numbers
  const origin = pivot.some((part) => part !== 0)
    ? `transform-origin:${pivot.map((part) => `calc(50% + ${round(part)}px)`).join(' ')};`
    : ''
  const animations = moves.map(
    ({ property }) => `${name}-${property} var(--length) linear var(--rounds) both`,
  )
  return [
    `.${name}{${origin}animation:${animations.join(',')}}\n`,
    ...moves.map((move) => keyframes(name, move)),
  ]
}

function keyframes(name: string, { property, track: whole, write }: Move): string {
  const track = cutBends(changingTrack(whole, write))
  const easings = easingsOf(track)
  const steps = track.keys.map(({ share, numbers }, i) => {
    const easing = easings[i] === 'linear' ? '' : `;animation-timing-function:${easings[i]}`
    return `${percentText(share)}{${property}:${write(numbers)}${easing}}\n`
  })
  return `@keyframes ${name}-${property}{\n${steps.join('')}}\n`
}

/** What an element of a page can do of what a layer does. */
function movesOf(layer: Layer, context: WebContext): Move[] {
  const has = (name: string): boolean => layer.properties[name] !== undefined
  const plain = (property: string, name: string, write: Move['write']): Move => ({
    property,
    track: trackOf(layer, name, context),
    write,
  })
  const travelled = placeTrack(layer, context)
  const [endX, endY] = travelled.keys.at(-1)!.numbers as readonly [number, number]
  const away = (part: number): string => `calc(${round(part)}px*var(--distance))`
  return [
    {
      property: 'translate',
      track: travelled,
      write: ([x, y]) => `${away(x! - endX)} ${away(y! - endY)}`,
    },
    {
      property: 'rotate',
      track: turnTrack(layer, context),
      write: ([degrees]) => `${round(degrees!)}deg`,
    },
    plain('scale', 'scale', scaleText),
    plain('opacity', 'opacity', ([percent]) => round(percent! / 100)),
    ...(has('fill') ? [colourMove(layer, context, { name: 'fill', property: 'fill' })] : []),
    ...(has('stroke') ? [colourMove(layer, context, { name: 'stroke', property: 'stroke' })] : []),
  ]
}

/** A name that can be a class, and is no other layer's. */
function classOf(name: string, taken: Set<string>): string {
  const plain = name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
  const base = /^\p{L}/u.test(plain) ? plain : `layer-${plain}`
  let free = base
  for (let i = 2; taken.has(free); i += 1) free = `${base}-${i}`
  taken.add(free)
  return free
}
