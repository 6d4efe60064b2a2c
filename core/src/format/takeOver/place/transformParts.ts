import type { Vec2 } from '../../../route/index.ts'
import { degreesOf, lengthOf, wordsOf } from '../style/lengths.ts'

/** One function of a transform, with numbers of its own: two of a move or a scale, one of an angle, six of a matrix. */
export interface TransformPart {
  readonly kind: 'move' | 'turn' | 'scale' | 'skewX' | 'skewY' | 'matrix' | 'tiltX' | 'tiltY'
  readonly numbers: readonly number[]
}

/** A transform that cannot be played on a flat stage, or cannot be read: why. */
export class NoTransform extends Error {}

/** The longest transform read, characters. */
const LONGEST = 10_000

/** What shares in a transform are of, px. */
export type TransformBox = Vec2

/**
 * The functions of a transform, as in CSS or in an attribute of SVG; none for `none`.
 * @throws NoTransform
 * Source: W3C, CSS Transforms 1 and 2; SVG 2, section 8.5.
 */
export function readParts(text: string, box: TransformBox): readonly TransformPart[] {
  const source = text.trim()
  if (source === '' || source === 'none') return []
  if (source.length > LONGEST) throw new NoTransform(`“${shortened(source)}” is too long`)
  const calls = [...source.matchAll(/([a-z0-9]+)\(((?:[^()]|\((?:[^()]|\([^()]*\))*\))*)\)/gi)]
  if (source.replace(/([a-z0-9]+)\(((?:[^()]|\((?:[^()]|\([^()]*\))*\))*)\)|[\s,]+/gi, '') !== '')
    throw new NoTransform(`“${shortened(text)}” could not be read`)
  return calls.flatMap(([call, name, inner]) => {
    const read = CALLS[name!.toLowerCase()]
    if (!read) throw new NoTransform(`“${shortened(call)}” has depth, and the stage is flat`)
    return read(new Call(call, wordsOf(inner!), box))
  })
}

const shortened = (text: string): string => (text.length > 60 ? `${text.slice(0, 59)}…` : text)

/** Reads the words of one function. */
class Call {
  constructor(
    readonly text: string,
    readonly words: readonly string[],
    private readonly box: TransformBox,
  ) {}

  private unreadable(): NoTransform {
    return new NoTransform(`“${shortened(this.text)}” could not be read`)
  }

  length(i: number, axis: 0 | 1): number {
    if (this.words[i] === undefined) return 0
    const px = lengthOf(this.words[i], this.box[axis])
    if (px === null) throw this.unreadable()
    return px
  }

  number(i: number, otherwise: number): number {
    const word = this.words[i]
    if (word === undefined) return otherwise
    const value = word.endsWith('%') ? Number(word.slice(0, -1)) / 100 : Number(word)
    if (!Number.isFinite(value)) throw this.unreadable()
    return value
  }

  angle(i = 0): number {
    const degrees = degreesOf(this.words[i] ?? '0')
    if (degrees === null) throw this.unreadable()
    return degrees
  }

  matrix(): readonly number[] {
    if (this.words.length !== 6) throw this.unreadable()
    return this.words.map((_, i) => this.number(i, 0))
  }
}

const part = (kind: TransformPart['kind'], ...numbers: number[]): readonly TransformPart[] => [
  { kind, numbers },
]
const tangent = (degrees: number): number => Math.tan((degrees * Math.PI) / 180)

const scaled = (call: Call): readonly TransformPart[] =>
  part('scale', call.number(0, 1), call.number(1, call.number(0, 1)))
const moved = (call: Call): readonly TransformPart[] => part('move', call.length(0, 0), call.length(1, 1))
const nothing = (): readonly TransformPart[] => []

function turned(call: Call): readonly TransformPart[] {
  const [x, y] = [call.number(1, 0), call.number(2, 0)]
  const turn = part('turn', call.angle())
  return call.words.length < 2 ? turn : [...part('move', x, y), ...turn, ...part('move', -x, -y)]
}

/** A turn about one axis; about a slanted one it has depth. */
function turnedAbout(call: Call): readonly TransformPart[] {
  const axes = [call.number(0, 0), call.number(1, 0), call.number(2, 0)]
  const [axis, ...more] = axes.filter((one) => one !== 0)
  if (axis === undefined || more.length > 0) throw new NoTransform(`“${shortened(call.text)}” turns in depth`)
  const kinds = ['tiltX', 'tiltY', 'turn'] as const
  return part(kinds[axes.indexOf(axis)]!, call.angle(3) * Math.sign(axis))
}

/** Every function that can be played on a flat stage, by its name in small letters. */
const CALLS: Readonly<Record<string, (call: Call) => readonly TransformPart[]>> = {
  translate: moved,
  translate3d: moved,
  translatex: (call) => part('move', call.length(0, 0), 0),
  translatey: (call) => part('move', 0, call.length(0, 1)),
  translatez: nothing,
  scale: scaled,
  scale3d: (call) => part('scale', call.number(0, 1), call.number(1, 1)),
  scalex: (call) => part('scale', call.number(0, 1), 1),
  scaley: (call) => part('scale', 1, call.number(0, 1)),
  scalez: nothing,
  rotate: turned,
  rotatez: turned,
  rotate3d: turnedAbout,
  rotatex: (call) => part('tiltX', call.angle()),
  rotatey: (call) => part('tiltY', call.angle()),
  skewx: (call) => part('skewX', call.angle()),
  skewy: (call) => part('skewY', call.angle()),
  skew: (call) => part('matrix', 1, tangent(call.angle(1)), tangent(call.angle(0)), 1, 0, 0),
  matrix: (call) => part('matrix', ...call.matrix()),
}
