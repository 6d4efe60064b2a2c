import { parseColour, type OklabAlpha } from '../property/index.ts'
import type { Scene } from './document.ts'

/** Quiet colours for a scene that has none of its own yet; none is the one that selections and keys are shown in. */
const QUIET = ['#6f8f9b', '#9a8f6d', '#86789c', '#7b9472', '#a97f7f', '#5f7f94']
const DARK = '#1f2b33'
const LIGHT = '#f7f4ec'
/** Two colours nearer than this in OKLab look alike on each other. */
const ALIKE = 0.12

function isAlike(one: OklabAlpha, other: OklabAlpha): boolean {
  return Math.hypot(one[0] - other[0], one[1] - other[1], one[2] - other[2]) < ALIKE
}

/**
 * The colour a new shape takes: one of those the scene's shapes have, in turn, that stands out from the background; in
 * a scene without, a quiet one.
 */
export function newColour(scene: Scene): string {
  const ground = parseColour(scene.background)
  const own = scene.layers.flatMap(({ kind, properties }) => {
    const fill = properties['fill']
    return fill?.kind === 'colour' && kind !== 'text' ? [String(fill.keys[0]?.value ?? fill.value)] : []
  })
  const fits = (text: string): boolean => {
    const colour = parseColour(text)
    return colour[3] > 0.5 && !isAlike(colour, ground)
  }
  const palette = [...new Set(own)].filter(fits)
  const quiet = QUIET.filter(fits)
  // A palette of one or two goes on with quiet colours, so that shapes can be told from each other.
  const colours =
    palette.length > 2 ? palette : [...palette, ...quiet.filter((text) => !palette.includes(text))]
  const last = own.find(fits)
  return colours[(last === undefined ? 0 : colours.indexOf(last) + 1) % colours.length] ?? DARK
}

/** The colour of a new text: dark or light, whichever is farther from the background. */
export function newTextColour(scene: Scene): string {
  return parseColour(scene.background)[0] > 0.6 ? DARK : LIGHT
}
