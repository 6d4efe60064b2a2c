import type { Draft } from 'immer'
import { colourText, parseColour, type OklabAlpha, type Property, type Value } from '../../property/index.ts'
import {
  definitionOf,
  GRADIENT_ENDS,
  mixedOklab,
  MOST_STOPS,
  stopsIn,
  type GradientKind,
  type Layer,
  type Project,
} from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { currentValue } from '../currentValue.ts'
import { libraryIn, undrafted } from '../editProperty.ts'
import { setValueAt, type SetValueOptions } from '../keys/keys.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn, type LayerRef } from '../refs.ts'

export interface SetGradient extends SetValueOptions {
  readonly kind: GradientKind
  /** Scene time. */
  readonly time: Ticks
}

/** How much lighter or darker a gradient's second colour is at first, OKLab lightness. */
const APART = 0.25

/**
 * Fills a shape with a gradient, or plainly again. One that never had a gradient gets two stops: its fill, and that lighter,
 * or darker where it is light. What a gradient was made of stays while the fill is plain.
 * @throws BadEdit where the layer is locked or no shape
 */
export function setGradient(
  draft: Draft<Project>,
  ref: LayerRef,
  { kind, time, ...options }: SetGradient,
): void {
  const drafted = shapeIn(draft, ref)
  if (kind !== 'none') {
    const layer = undrafted<Layer>(drafted)
    const fill = parseColour(String(valueAt(draft, ref, layer.properties['fill']!, time)))
    const made: Record<string, Value> =
      stopsIn(layer.properties).length >= 2
        ? {}
        : {
            'stop 1 offset': 0,
            'stop 1 colour': colourText(fill),
            'stop 2 offset': 100,
            'stop 2 colour': colourText(otherLightness(fill)),
          }
    for (const { name, value } of GRADIENT_ENDS) if (!layer.properties[name]) made[name] = value
    // A circle grows from the middle.
    if (kind === 'radial' && made['gradient start']) made['gradient start'] = [50, 50]
    for (const [name, value] of Object.entries(made)) write(drafted, name, value)
  }
  setValueAt(draft, { ...ref, property: 'gradient' }, time, { ...options, value: kind })
}

const otherLightness = ([l, a, b, alpha]: OklabAlpha): OklabAlpha => [
  l > 0.6 ? l - APART : l + APART,
  a,
  b,
  alpha,
]

/** The layer of a shape that may be changed. */
function shapeIn(draft: Draft<Project>, ref: LayerRef): Draft<Layer> {
  const layer = layerIn(draft, ref)
  if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
  if (!layer.properties['gradient'])
    throw new BadEdit(`“${layer.name}” is no shape, and has no gradient. Nothing was changed.`)
  return layer
}

function write(layer: Draft<Layer>, name: string, value: Value): void {
  const { kind } = definitionOf(layer.kind, name)!
  layer.properties[name] = { kind, value, keys: [] } as Draft<Property>
}

function valueAt(draft: Draft<Project>, ref: LayerRef, property: Property, time: Ticks): Value {
  return currentValue(property, layerTicks(draft, ref, time), libraryIn(draft))
}

/**
 * Puts a stop between those of a gradient, of the colour that is there now: nothing seen changes at that moment.
 * @param offset where, %; left out, in the middle of the widest gap
 * @returns its number, from 1
 * @throws BadEdit where the layer is locked, has no gradient, or its stops would be too many
 */
export function addStop(
  draft: Draft<Project>,
  ref: LayerRef,
  { time, offset }: { readonly time: Ticks; readonly offset?: number },
): number {
  const drafted = shapeIn(draft, ref)
  const { name, properties } = undrafted<Layer>(drafted)
  const numbers = stopsIn(properties)
  if (numbers.length < 2) throw new BadEdit(`“${name}” has no gradient yet. Nothing was changed.`)
  const added = Array.from({ length: MOST_STOPS }, (_, i) => i + 1).find((n) => !numbers.includes(n))
  if (added === undefined)
    throw new BadEdit(`A gradient has ${MOST_STOPS} stops at most. Nothing was changed.`)
  const now = (property: string): Value => {
    const found = properties[property]
    return found ? valueAt(draft, ref, found, time) : 0
  }
  const stops = numbers
    .map((n) => ({
      offset: now(`stop ${n} offset`) as number,
      colour: parseColour(String(now(`stop ${n} colour`))),
    }))
    .sort((a, b) => a.offset - b.offset)
  const at = offset ?? middleOfWidest(stops.map((stop) => stop.offset))
  const next = stops.findIndex((stop) => stop.offset > at)
  const [before, after] = next <= 0 ? [stops.at(next)!, stops.at(next)!] : [stops[next - 1]!, stops[next]!]
  const gap = after.offset - before.offset
  const colour = mixedOklab(before.colour, after.colour, gap > 0 ? (at - before.offset) / gap : 0)
  write(drafted, `stop ${added} offset`, at)
  write(drafted, `stop ${added} colour`, colourText(colour))
  return added
}

function middleOfWidest(offsets: readonly number[]): number {
  const gaps = offsets.slice(1).map((offset, i) => ({ from: offsets[i]!, width: offset - offsets[i]! }))
  const widest = gaps.reduce((most, gap) => (gap.width > most.width ? gap : most))
  return widest.from + widest.width / 2
}

/**
 * Takes a stop out of a gradient, its keys too.
 * @param stop its number, from 1
 * @throws BadEdit where the layer is locked, it is not there, or fewer than two would be left
 */
export function removeStop(draft: Draft<Project>, ref: LayerRef, stop: number): void {
  const drafted = shapeIn(draft, ref)
  const numbers = stopsIn(undrafted<Layer>(drafted).properties)
  if (!numbers.includes(stop)) throw new BadEdit('There is no such stop. Nothing was changed.')
  if (numbers.length <= 2)
    throw new BadEdit(
      'A gradient has two stops at least. Set it to “none” for a plain fill. Nothing was changed.',
    )
  delete drafted.properties[`stop ${stop} offset`]
  delete drafted.properties[`stop ${stop} colour`]
}
