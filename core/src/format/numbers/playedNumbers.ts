import { compiledOf, isMoving, playedValueInto, storedValueAt, type Property } from '../../property/index.ts'
import {
  compileLayerClock,
  playedProperties,
  playedProperty,
  type Layer,
  type Project,
  type Scene,
} from '../../scene/index.ts'
import { frameTicks, type FrameRate } from '../../time/index.ts'
import { BadFile } from '../badFile.ts'

/** Numbers of one property that moves, a row a frame. */
export interface PlayedNumbers {
  readonly layer: Layer
  readonly name: string
  /** As it is played: of what rolls its turn by the distance. */
  readonly property: Property
  readonly unit: string
  /** One a frame: numbers, or the text that is chosen. */
  readonly frames: readonly (readonly number[] | string)[]
}

/** Numbers in all: more no text can hold. */
const MOST_NUMBERS = 5_000_000

/** How many frames a scene has at a rate: one starts at 0, and each before the end. */
export const frameCount = ({ duration }: Scene, rate: FrameRate): number =>
  Math.ceil(duration / frameTicks(rate))

/**
 * What every property that moves is at every frame of a scene, as it is played.
 * @throws BadFile where that is more than a text can hold
 */
export function playedNumbers(project: Project, scene: Scene, rate: FrameRate): PlayedNumbers[] {
  const { bends: library } = project
  const count = frameCount(scene, rate)
  const step = frameTicks(rate)
  let numbers = 0
  return scene.layers.flatMap((layer) => {
    const clock = compileLayerClock(scene, layer.id, library)
    return playedProperties(layer).flatMap(({ name, kind, unit = '' }): PlayedNumbers[] => {
      const property = playedProperty(layer, name, library)
      // The axes of a split place, and the vertices of a split outline, are told by themselves.
      if (property.split || !isMoving(property)) return []
      const compiled = compiledOf(property, library)
      numbers += count * compiled.width
      if (numbers > MOST_NUMBERS)
        throw new BadFile(
          `That would be over ${MOST_NUMBERS.toLocaleString('en')} numbers, more than one file can hold. Ask for fewer frames a second, or for a shorter stretch. Nothing was written.`,
        )
      const value = new Float64Array(compiled.width)
      const frames = Array.from({ length: count }, (_, frame) => {
        const time = clock.timeAt(frame * step)
        if (kind === 'choice') return String(storedValueAt(compiled, time))
        playedValueInto(value, compiled, time)
        return [...value]
      })
      return [{ layer, name, property, unit, frames }]
    })
  })
}
