import { KIND_WIDTH, type Property } from '../../../property/index.ts'
import type { Layer } from '../../../scene/index.ts'
import { frameTicks, type FrameRate } from '../../../time/index.ts'
import { fewerKeysIn } from './fewerKeysIn.ts'
import { placeOfChords } from './placeOfChords.ts'

/** Fewer keys are what somebody set. */
const LEAST_KEYS = 10
/** Share of straight spans from which a motion was written out, not set. */
const MOST_STRAIGHT = 0.6
/** How far a motion may stray from what the file says, by the names of properties; in their units. */
const WITHIN: Readonly<Record<string, number>> = {
  position: 0.05,
  scale: 0.05,
  turn: 0.05,
  opacity: 0.1,
  size: 0.05,
}
const USUAL_WITHIN = 0.02
/** Looks a frame by which that is proven. */
const LOOKS = 4

/** Layers whose motion was written out in many short straight ways, with the few bends that say the same. */
export function tidyMotion(layers: readonly Layer[], rate: FrameRate): Layer[] {
  return layers.map((layer) => {
    const written = Object.entries(layer.properties).filter(([, property]) => isWrittenOut(property))
    if (written.length === 0) return layer
    const tidied = written.map(([name, property]) => [name, fewerKeys(name, property, rate)] as const)
    return { ...layer, properties: { ...layer.properties, ...Object.fromEntries(tidied) } }
  })
}

function isWrittenOut({ kind, keys }: Property): boolean {
  if (keys.length < LEAST_KEYS || KIND_WIDTH[kind] === 0 || kind === 'colour') return false
  if (kind === 'place') return true
  const straight = keys.filter(({ bend }) => bend.kind === 'linear').length
  return straight / keys.length >= MOST_STRAIGHT
}

function fewerKeys(name: string, property: Property, rate: FrameRate): Property {
  if (property.kind === 'place') return placeOfChords(property, rate, WITHIN['position']!) ?? property
  return fewerKeysIn(property, {
    within: WITHIN[name] ?? USUAL_WITHIN,
    step: frameTicks(rate) / LOOKS,
  })
}
