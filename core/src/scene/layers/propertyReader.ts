import type { BendLibrary } from '../../bend/index.ts'
import {
  compiledOf,
  outlineOfNumbers,
  storedValueAt,
  playedValueInto,
  type CompiledProperty,
  type Outline,
  isMoving,
} from '../../property/index.ts'
import type { Layer } from '../document.ts'
import { outlineReader, type OutlineReader } from '../outline/outlineReader.ts'

/** Writes one property into a thing to draw, at a layer time in ticks. */
export type PropertyWriter = (time: number) => void

/** Makes writers of a layer's properties; what has no keys is written at once, and never again. */
export interface PropertyReader {
  /** Writes the numbers of a pair or a colour. */
  list(name: string, out: Float64Array): PropertyWriter
  number(name: string, write: (value: number) => void): PropertyWriter
  choice(name: string, write: (value: string) => void): PropertyWriter
  /** Writes the outline only when a vertex has moved. */
  outline(name: string, write: (value: Outline) => void): PropertyWriter
}

const one = new Float64Array(1)
/** Of what never changes: it is written once, when its writer is made. */
export const writesNothing: PropertyWriter = () => undefined

/** The layer must come from a valid document. */
export function propertyReader({ properties }: Layer, library: BendLibrary): PropertyReader {
  const compiled = (name: string): CompiledProperty => compiledOf(properties[name]!, library)
  const moves = (name: string): boolean => isMoving(properties[name]!)
  const once = (name: string, writer: PropertyWriter): PropertyWriter => {
    if (moves(name)) return writer
    writer(0)
    return writesNothing
  }
  return {
    list: (name, out) => {
      const track = compiled(name)
      return once(name, (time) => playedValueInto(out, track, time))
    },
    number: (name, write) => {
      const track = compiled(name)
      return once(name, (time) => {
        playedValueInto(one, track, time)
        write(one[0]!)
      })
    },
    choice: (name, write) => {
      const track = compiled(name)
      return once(name, (time) => write(String(storedValueAt(track, time))))
    },
    outline: (name, write) => {
      const reader = outlineReader({ properties }, name, library)
      // What stands still is drawn as it is stored.
      if (!reader.moves && !properties[name]!.split) return writesNothing
      const writer = outlineWriter(reader, write)
      if (reader.moves) return writer
      writer(0)
      return writesNothing
    },
  }
}

function outlineWriter(reader: OutlineReader, write: (value: Outline) => void): PropertyWriter {
  const numbers = new Float64Array(reader.width)
  const shown = new Float64Array(reader.width).fill(NaN)
  return (time) => {
    reader.numbersInto(numbers, time)
    if (numbers.every((part, i) => part === shown[i])) return
    shown.set(numbers)
    write(outlineOfNumbers(numbers, reader.closed))
  }
}
