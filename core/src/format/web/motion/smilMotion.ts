import { checkCharacters } from '../pageLimits.ts'
import type { Track } from '../track.ts'
import { colourInSrgb } from './colourInSrgb.ts'
import type { Rounds } from './cssMotion.ts'
import { effectElements } from './effectElements.ts'
import { partsTrack } from './matrixParts.ts'
import {
  changingTrack,
  stillValue,
  type Crop,
  type Motion,
  type Move,
  type MovingElement,
  type Shell,
} from './motion.ts'
import { smilSteps, smilTiming } from './smilTiming.ts'

/** What places an element, in the order in which CSS does it. */
const PLACED = ['translate', 'translate-x', 'translate-y', 'rotate', 'scale', 'transform'] as const
const isPlaced = ({ property }: Move): boolean =>
  property === 'offset-distance' || (PLACED as readonly string[]).includes(property)

/** Values that are usual anyway, and so are not said. */
const USUAL: Readonly<Record<string, string>> = { opacity: '1', 'stroke-opacity': '1', rx: '0px' }
const STEPPED: ReadonlySet<string> = new Set(['stroke-linecap', 'stroke-linejoin'])
const COLOURED: ReadonlySet<string> = new Set(['fill', 'stroke'])

/** The numbers of a value of CSS, a blank between two. */
const bare = (text: string): string =>
  (text.match(/-?\d[\d.e+-]*/g) ?? []).map((number) => number.replace(/^(-?)0\./, '$1.')).join(' ')

/**
 * Motion as elements that animate what they stand in. Only drawings can be written so.
 * Source: W3C, SVG Animations 2 (`animate`, `animateTransform`, `animateMotion`).
 */
export class SmilMotion implements Motion {
  readonly movesAttributes = true
  private readonly clock: string
  private ids = 0
  private characters = 0

  private readonly frame: number

  /**
   * @param seconds length of one round
   * @param rate frames a second
   * @param name what the ids of its filters and cuts begin with
   */
  constructor(
    { seconds, rate, rounds }: { readonly seconds: number; readonly rate: number; readonly rounds: Rounds },
    private readonly name: string,
  ) {
    this.frame = 1 / (seconds * rate)
    const count = rounds === 'forever' ? 'indefinite' : String(rounds)
    this.clock = `dur="${Number(seconds.toFixed(6))}s" repeatCount="${count}" fill="freeze"`
  }

  rules(): string {
    return ''
  }

  shell(element: MovingElement): Shell {
    const shells = [...this.looks(element), ...this.placing(element)]
    const open = shells.map(([first]) => first).join('')
    checkCharacters((this.characters += open.length))
    return [
      open,
      shells
        .map(([, last]) => last)
        .reverse()
        .join(''),
    ]
  }

  /** The element itself with all that does not place it, cut off where it is cropped. */
  private looks({ tag, attributes = '', style, crop, corners, moves = [] }: MovingElement): Shell[] {
    const still = style ? [style] : []
    const moving: string[] = []
    let around = ''
    let wanted = attributes
    for (const move of moves) {
      if (isPlaced(move)) continue
      const value = stillValue(move)
      if (value !== null && move.asAttribute) continue
      if (value !== null) {
        if (value !== USUAL[move.property]) still.push(`${move.property}:${value}`)
      } else if (move.property === 'filter') {
        const id = this.newId()
        around += effectElements(move.track, id, (name, track, write) => this.animate(name, track, write))
        wanted += ` filter="url(#${id})"`
      } else moving.push(this.animations(move))
    }
    const styled = still.length > 0 ? ` style="${still.join(';')}"` : ''
    const own: Shell = [`<${tag}${wanted}${styled}>${around}${moving.join('')}`, `</${tag}>`]
    const isBare = tag === 'g' && own[0] === '<g>'
    const cuts = [...(crop ? [this.cut(crop)] : []), ...(corners ? [this.cutAt(corners)] : [])]
    return [...cuts, ...(isBare ? [] : [own])]
  }

  private animations({ property, track, write }: Move): string {
    if (STEPPED.has(property))
      return `<animate attributeName="${property}" ${smilSteps(track, write)} ${this.clock}/>`
    if (!COLOURED.has(property)) {
      const value = property === 'd' ? (numbers: readonly number[]) => write(numbers).slice(6, -2) : write
      return this.animate(property, track, value)
    }
    const channels = colourInSrgb(track)
    const seen = channels.keys.some(({ numbers }) => numbers[3]! < 1)
      ? this.animate(`${property}-opacity`, channels, ([, , , alpha]) => short(alpha!))
      : ''
    return this.animate(property, channels, srgbText) + seen
  }

  private animate(name: string, whole: Track, write: Move['write']): string {
    const track = changingTrack(whole, write)
    return `<animate attributeName="${name}" ${smilTiming(track, this.frame, write)} ${this.clock}/>`
  }

  /** Groups within one another, each of which moves in one way; what stays between is joined. */
  private placing({ route, origin, moves = [] }: MovingElement): Shell[] {
    const shells: Shell[] = []
    let still = ''
    const close = (animation: string): void => {
      const transform = still ? ` transform="${still}"` : ''
      if (transform || animation) shells.push([`<g${transform}>${animation}`, '</g>'])
      still = ''
    }
    const along = moves.find(({ property }) => property === 'offset-distance')
    if (along && route) close(this.motionAlong(along, route))
    if (origin) still += `translate(${origin.join(' ')})`
    for (const property of PLACED) {
      const move = moves.find((one) => one.property === property)
      if (!move) continue
      const value = stillValue(move)
      for (const { type, track, write } of transformsOf(move, value !== null)) {
        const text = write(track.keys[0]!.numbers)
        if (track.keys.some(({ numbers }) => write(numbers) !== text))
          close(
            `<animateTransform attributeName="transform" type="${type}" additive="sum" ${smilTiming(track, this.frame, write)} ${this.clock}/>`,
          )
        else if (!IDLE.has(`${type} ${text}`)) still += `${type}(${text})`
      }
    }
    if (origin) still += `translate(${origin.map((part) => -part).join(' ')})`
    close('')
    return shells
  }

  /** A route by the distance travelled, as a share of its length. */
  private motionAlong({ track }: Move, route: string): string {
    const length = track.path!.reduce((sum, span) => sum + span.route.length, 0)
    const timing = smilTiming(track, this.frame, ([distance]) =>
      short(Math.min(1, Math.max(0, distance! / length))),
    )
    const mode = timing.includes('calcMode=') ? '' : ' calcMode="linear"'
    return `<animateMotion path="${route}" rotate="0" ${timing.replace('values=', 'keyPoints=')}${mode} ${this.clock}/>`
  }

  private cut(crop: Crop): Shell {
    const id = this.newId()
    const track = crop.rectangle()
    const [x, y, width, height] = track.keys[0]!.numbers.map((part) => short(part))
    const animations = ['x', 'y', 'width', 'height'].map((name, i): string =>
      track.keys.some(({ numbers }) => numbers[i] !== track.keys[0]!.numbers[i])
        ? this.animate(name, track, (numbers) => short(numbers[i]!))
        : '',
    )
    const rectangle = `<rect x="${x}" y="${y}" width="${width}" height="${height}">${animations.join('')}</rect>`
    return clipped(id, rectangle)
  }

  private cutAt(corners: Track): Shell {
    const d = (numbers: readonly number[]): string =>
      `M${[0, 2, 4, 6].map((i) => `${short(numbers[i]!)} ${short(numbers[i + 1]!)}`).join('L')}Z`
    const texts = new Set(corners.keys.map(({ numbers }) => d(numbers)))
    const animation = texts.size > 1 ? this.animate('d', corners, d) : ''
    return clipped(this.newId(), `<path d="${d(corners.keys[0]!.numbers)}">${animation}</path>`)
  }

  private newId(): string {
    return `${this.name}${(this.ids += 1)}`
  }
}

const clipped = (id: string, shape: string): Shell => [
  `<g clip-path="url(#${id})"><clipPath id="${id}">${shape}</clipPath>`,
  '</g>',
]

/** Seven digits: as many as a 32-bit float has. */
const short = (value: number): string => String(Number(value.toFixed(6)))

const srgbText = ([r, g, b]: readonly number[]): string =>
  `rgb(${[r!, g!, b!].map((part) => Math.round(Math.min(255, Math.max(0, part)))).join(',')})`

/** Transforms that do nothing. */
const IDLE: ReadonlySet<string> = new Set([
  'translate 0 0',
  'translate 0',
  'rotate 0',
  'skewX 0',
  'scale 1',
  'scale 1 1',
])

interface Transform {
  readonly type: 'translate' | 'rotate' | 'skewX' | 'scale' | 'matrix'
  readonly track: Track
  readonly write: Move['write']
}

/** A placing property as transforms of SVG, which has none that moves by whole matrices. */
function transformsOf({ property, track, write }: Move, isStill: boolean): Transform[] {
  const text = (numbers: readonly number[]): string => bare(write(numbers))
  if (property === 'rotate' || property === 'scale') return [{ type: property, track, write: text }]
  if (property === 'translate-x')
    return [{ type: 'translate', track, write: (numbers) => `${text(numbers)} 0` }]
  if (property === 'translate-y')
    return [{ type: 'translate', track, write: (numbers) => `0 ${text(numbers)}` }]
  const isMatrix = write(track.keys[0]!.numbers).startsWith('matrix')
  if (!isMatrix) return [{ type: 'translate', track, write: text }]
  if (isStill) return [{ type: 'matrix', track, write: text }]
  const parts = partsTrack(track, (numbers) => text(numbers).split(' ').map(Number))
  const part = (type: Transform['type'], from: number, to: number): Transform => ({
    type,
    track: parts,
    write: (numbers) => numbers.slice(from, to).map(short).join(' '),
  })
  return [part('translate', 0, 2), part('rotate', 2, 3), part('skewX', 3, 4), part('scale', 4, 6)]
}
