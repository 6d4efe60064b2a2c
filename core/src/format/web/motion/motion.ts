import type { Track } from '../track.ts'

/** One property of an element that may move: named as in CSS, or as one of `PLACED`. */
export interface Move {
  readonly property: string
  readonly track: Track
  /** Numbers of the track as the property's value in CSS. */
  readonly write: (numbers: readonly number[]) => string
  /** Whether it is an attribute that is no property of CSS; the element's attributes say what it is at first. */
  readonly asAttribute?: true
}

/** What cuts off an element at its four sides. */
export interface Crop {
  /** Which of the element's boxes; its own, where it is a picture or stands for one. */
  readonly box: 'own' | 'stroke-box' | 'view-box'
  /** Top, right, bottom, left: shares in %; null where nothing is ever cut off, and what reaches beyond the box is seen. */
  readonly sides: readonly (Move | null)[]
  /** The same as a rectangle in the element's own coordinates: x, y, width, height, px. */
  readonly rectangle: () => Track
}

/** An element of a page or a drawing, apart from what it holds. */
export interface MovingElement {
  readonly tag: string
  /** With a blank before each. */
  readonly attributes?: string
  /** Declarations that stay as they are, without a semicolon at the end. */
  readonly style?: string
  /** The path (its data) that `offset-distance` runs along. */
  readonly route?: string
  /** What it is turned and scaled about, px; its own 0, 0 when left out. */
  readonly origin?: readonly [x: number, y: number]
  readonly crop?: Crop | null
  /** Only what lies within these is seen: x and y of four corners, px of what it stands in; it is not placed itself. */
  readonly corners?: Track
  /**
   * What may move. It is placed in the order of CSS: `offset-distance`, `translate` (or `translate-x` and `translate-y`, each
   * with keys of its own), `rotate`, `scale`, `transform`.
   */
  readonly moves?: readonly Move[]
}

/** What stands around others: how it begins and how it ends. */
export type Shell = readonly [open: string, close: string]

/** One way to write what moves: style rules, scripted animations, or elements of their own. */
export interface Motion {
  /** The element around whatever it holds. */
  readonly shell: (element: MovingElement) => Shell
  /** Whether attributes that are no properties of CSS can move; their moves are told apart by `asAttribute`. */
  readonly movesAttributes: boolean
  /** What its elements need in the style sheet of the page or drawing. */
  readonly rules: () => string
}

/** An element with what it holds. */
export function elementText(motion: Motion, element: MovingElement, inner = ''): string {
  const [open, close] = motion.shell(element)
  return `${open}${inner}${close}`
}

/** Numbers of a track that never change; null where they do. */
export function stillValue({ track, write }: Move): string | null {
  const values = track.keys.map(({ numbers }) => write(numbers))
  return values.every((value) => value === values[0]) ? values[0]! : null
}

/** A track without keys that say what those before and after them say. */
export function changingTrack(track: Track, write: Move['write']): Track {
  const { keys } = track
  const texts = keys.map(({ numbers }) => write(numbers))
  const isRepeated = (i: number): boolean => texts[i] === texts[i - 1] && texts[i] === texts[i + 1]
  return keys.some((_, i) => isRepeated(i))
    ? { ...track, keys: keys.filter((_, i) => !isRepeated(i)) }
    : track
}
