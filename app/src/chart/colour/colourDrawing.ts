import type { BendLibrary } from '@arrow-bend/core/bend'
import {
  colourLooks,
  compiledOf,
  hexOf,
  timedKeys,
  type ColourLook,
  type OklabAlpha,
  type Property,
} from '@arrow-bend/core/property'
import { text } from '../route/pathText.ts'

export type ColourPart = 'lightness' | 'chroma' | 'hue' | 'alpha'

/** A graph of one part of a colour, on a scale of its own. */
export interface ColourBand {
  readonly part: ColourPart
  readonly label: string
  readonly low: number
  readonly high: number
  readonly top: number
  readonly bottom: number
  readonly path: string
  /** What plain sRGB cannot show, above its border; of chroma alone, else empty. */
  readonly beyond: string
  readonly y: (value: number) => number
  readonly valueOf: (y: number) => number
}

/** A key in one of the bands. */
export interface ColourBead {
  readonly key: string
  readonly index: number
  readonly part: ColourPart
  readonly x: number
  readonly y: number
  readonly look: ColourLook
}

export interface ColourDrawing {
  /** Cells of the ramp: where each begins, px, and its colour. */
  readonly ramp: readonly { readonly x: number; readonly width: number; readonly colour: string }[]
  readonly rampHeight: number
  readonly bands: readonly ColourBand[]
  readonly beads: readonly ColourBead[]
}

export interface ColourOptions {
  readonly xOf: (time: number) => number
  readonly timeAt: (x: number) => number
  /** px */
  readonly width: number
  readonly top: number
  readonly bottom: number
  readonly library: BendLibrary
}

/** px from one moment that is looked at to the next, and between bands. */
const [STEP, GAP] = [6, 6]

/** Keys in view that can be taken hold of one by one; among more there is no room for that. */
const MOST_BEADS = 200

const LABELS: Readonly<Record<ColourPart, string>> = {
  lightness: 'Lightness',
  chroma: 'Chroma',
  hue: 'Hue',
  alpha: 'Alpha',
}

/** A colour drawn large: its ramp, and under it lightness, chroma and hue as graphs; alpha where it is not full. */
export function drawColour(
  property: Property,
  { xOf, timeAt, width, top, bottom, library }: ColourOptions,
): ColourDrawing {
  const compiled = compiledOf(property, library)
  const keys = timedKeys(property)
  const count = Math.max(2, Math.ceil(width / STEP))
  const steps = Array.from({ length: count + 1 }, (_, i) => timeAt((i / count) * width))
  const numbered = keys.flatMap((key, index) => {
    const x = xOf(key.t)
    return x >= 0 && x <= width ? [{ key, index, x }] : []
  })
  const inView = numbered.length > MOST_BEADS ? [] : numbered
  const times = [...new Set([...steps, ...inView.map(({ key }) => key.t as number)])].sort((a, b) => a - b)
  const looks = colourLooks(compiled, times)
  const rampHeight = Math.max(12, Math.min(26, (bottom - top) * 0.16))
  const parts: ColourPart[] = ['lightness', 'chroma', 'hue']
  if (looks.some(({ alpha }) => alpha < 1)) parts.push('alpha')
  const [from, room] = [top + rampHeight + GAP, bottom - top - rampHeight - GAP]
  const bands = parts.map((part, i) =>
    bandOf(part, looks, {
      xOf,
      top: from + (i * room) / parts.length,
      bottom: from + ((i + 1) * room) / parts.length - GAP,
    }),
  )
  const at = new Map(looks.map((look) => [look.time, look]))
  return {
    ramp: looks.slice(0, -1).map((look, i) => {
      const [x, end] = [xOf(look.time), xOf(looks[i + 1]!.time)]
      // A hair of the next, so that no ground is seen between them.
      return { x, width: end - x + 0.5, colour: hexOf([...look.colour] as OklabAlpha) }
    }),
    rampHeight,
    bands,
    beads: bands.flatMap(({ part, y }) =>
      inView.map(({ key, index, x }) => {
        const look = at.get(key.t)!
        return { key: key.id, index, part, x, y: y(look[part]), look }
      }),
    ),
  }
}

interface BandPlace {
  readonly xOf: (time: number) => number
  readonly top: number
  readonly bottom: number
}

function bandOf(part: ColourPart, looks: readonly ColourLook[], { xOf, top, bottom }: BandPlace): ColourBand {
  const [low, high] = rangeOf(part, looks)
  const y = (value: number): number => bottom - ((value - low) / (high - low)) * (bottom - top)
  const line = (value: (look: ColourLook) => number): string =>
    looks.map((look) => text([xOf(look.time), Math.min(bottom, Math.max(top, y(value(look))))])).join('L')
  const [first, last] = [xOf(looks[0]!.time), xOf(looks.at(-1)!.time)]
  return {
    part,
    label: LABELS[part],
    low,
    high,
    top,
    bottom,
    path: `M${line((look) => look[part])}`,
    beyond:
      part === 'chroma' ? `M${text([first, top])}L${line(({ most }) => most)}L${text([last, top])}Z` : '',
    y,
    valueOf: (at) => low + ((bottom - at) / (bottom - top)) * (high - low),
  }
}

/** Lightness and alpha go from none to all; chroma to what is in sight and what sRGB has; hues as far as they go. */
function rangeOf(part: ColourPart, looks: readonly ColourLook[]): readonly [number, number] {
  if (part === 'lightness' || part === 'alpha') return [0, 1]
  if (part === 'chroma')
    return [0, Math.max(0.1, ...looks.map(({ chroma, most }) => Math.max(chroma, most))) * 1.05]
  const hues = looks.map(({ hue }) => hue)
  const [low, high] = [Math.min(...hues), Math.max(...hues)]
  const room = Math.max(20, (high - low) * 0.1)
  return [low - room, high + room]
}
