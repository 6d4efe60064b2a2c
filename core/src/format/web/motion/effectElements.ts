import type { Track } from '../track.ts'
import { premultipliedInSrgb } from './colourInSrgb.ts'
import type { Move } from './motion.ts'

/** So far around it what is blurred is seen, px. */
const FAR = 10_000

/**
 * A blur and a shadow that move, as a filter of its own.
 * @param track as `filterText` takes it
 * @param animate writes the element that animates an attribute
 * Source: W3C, Filter Effects 1 (the elements `blur()` and `drop-shadow()` stand for).
 */
export function effectElements(
  track: Track,
  id: string,
  animate: (name: string, track: Track, write: Move['write']) => string,
): string {
  const digits = (value: number): string => String(Number(value.toFixed(4)))
  const animated = (name: string, i: number, least = -Infinity): string =>
    animate(name, track, (numbers) => digits(Math.max(least, numbers[i]!)))
  const keys = track.keys.map((key) => ({ ...key, numbers: key.numbers.slice(4) }))
  const shade = premultipliedInSrgb({ ...track, keys })
  const rgb = ([r, g, b]: readonly number[]): string => `rgb(${[r!, g!, b!].map(Math.round).join(',')})`
  const region = `filterUnits="userSpaceOnUse" x="${-FAR}" y="${-FAR}" width="${2 * FAR}" height="${2 * FAR}"`
  const blur = `<feGaussianBlur stdDeviation="0">${animated('stdDeviation', 0, 0)}</feGaussianBlur>`
  const shadow = [
    animated('stdDeviation', 1, 0),
    animated('dx', 2),
    animated('dy', 3),
    animate('flood-color', shade, rgb),
    animate('flood-opacity', shade, ([, , , alpha]) => digits(alpha!)),
  ].join('')
  return `<filter id="${id}" ${region} color-interpolation-filters="sRGB">${blur}<feDropShadow>${shadow}</feDropShadow></filter>`
}
