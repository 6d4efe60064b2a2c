import type { Draft } from 'immer'
import { LINEAR, type BendLibrary } from '../../bend/index.ts'
import type { Key, Property, Value } from '../../property/index.ts'
import { definitionOf, type Layer, type Project, type Scene } from '../../scene/index.ts'
import { asTicks, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { currentValue, shifted } from '../currentValue.ts'
import { editProperty, undrafted } from '../editProperty.ts'
import { layerTicks } from '../layerTicks.ts'
import { putBetween } from '../moves/putBetween.ts'
import { sceneIn, type MakeId } from '../refs.ts'

/** Layers of a file that move, to have others move as they do. */
export interface GiveTakenMotion {
  readonly scene: string
  /** Layers that are to move, ids. */
  readonly layers: readonly string[]
  /** Of the file, top first. */
  readonly taken: readonly Layer[]
  /** When the file begins: scene time, ticks. */
  readonly time: Ticks
  readonly makeId: MakeId
}

/** What came of it. */
export interface GivenMotion {
  readonly layers: number
  readonly keys: number
  /** What layers have no property for, in words; each once. */
  readonly without: readonly string[]
}

/** Properties that say how large a stand-in is, which is nothing of its motion. */
const OF_THE_STAND_IN: ReadonlySet<string> = new Set(['size', 'corner', 'pivot', 'outline', 'picture'])

/**
 * Has layers move as those of a file do: one of its name each, else the only one, else in their order, starting over. Each
 * keeps its own place, size, turn and opacity, as a page's elements do: places are as far from it as the file's are from
 * rest, sizes and opacity as large a part. What moved meanwhile gives way; all that moved, where the motion goes on for ever.
 * @throws BadEdit where the file moves nothing the layers have, one is locked, or a position is split
 */
export function giveTakenMotion(
  draft: Draft<Project>,
  { scene: sceneId, layers: ids, taken, time, makeId }: GiveTakenMotion,
): GivenMotion {
  const scene = undrafted<Scene>(sceneIn(draft, sceneId))
  const chosen = scene.layers.filter(({ id }) => ids.includes(id))
  const movers = taken.filter((layer) => movedIn(layer).length > 0)
  if (chosen.length === 0) throw new BadEdit('Select the layers that are to move first. Nothing was changed.')
  if (movers.length === 0)
    throw new BadEdit('Nothing in the file moves a layer by itself. Nothing was changed.')
  const without = new Set<string>()
  let [keys, given] = [0, 0]
  for (const [layer, mover] of pairsOf(chosen, movers)) {
    const start = layerTicks(draft, { scene: sceneId, layer: layer.id }, time)
    let moved = false
    for (const [name, motion] of movedIn(mover)) {
      const definition = definitionOf(layer.kind, name)
      if (!definition || layer.properties[name]?.kind !== motion.kind) {
        without.add(definitionOf(mover.kind, name)?.label.toLowerCase() ?? name)
        continue
      }
      if (layer.properties[name].split)
        throw new BadEdit(
          `The ${definition.label.toLowerCase()} of “${layer.name}” is split in lanes. Join it first. Nothing was changed.`,
        )
      editProperty(draft, { scene: sceneId, layer: layer.id, property: name }, (property, library) =>
        onto(property, motion, { name, start, library, makeId }),
      )
      keys += motion.keys.length
      moved = true
    }
    if (moved) given += 1
  }
  if (given === 0)
    throw new BadEdit(
      `The selected ${chosen.length === 1 ? 'layer has' : 'layers have'} no ${[...without].join(', ')} to move. Nothing was changed.`,
    )
  return { layers: given, keys, without: [...without] }
}

const movedIn = ({ properties }: Layer): (readonly [name: string, property: Property])[] =>
  Object.entries(properties).filter(([name, { keys }]) => keys.length > 0 && !OF_THE_STAND_IN.has(name))

/** A name as people and style sheets write it alike. */
const plainName = (name: string): string => name.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/** Which layer moves as which: by name, else in order. */
function pairsOf(chosen: readonly Layer[], movers: readonly Layer[]): (readonly [Layer, Layer])[] {
  const named = (layer: Layer): Layer | undefined =>
    movers.find(({ name }) => plainName(name) === plainName(layer.name) && plainName(name) !== '')
  const rest = movers.filter((mover) => !chosen.some((layer) => named(layer) === mover))
  const others = rest.length > 0 ? rest : movers
  let next = 0
  return chosen.map((layer) => {
    const own = named(layer)
    if (own) return [layer, own] as const
    next += 1
    return [layer, others[(next - 1) % others.length]!] as const
  })
}

interface Onto {
  readonly name: string
  readonly start: Ticks
  readonly library: BendLibrary
  readonly makeId: MakeId
}

/** A property that plays a motion from where it is. */
function onto(property: Property, motion: Property, { name, start, library, makeId }: Onto): Property {
  const here = currentValue(property, start, library)
  const keys = motion.keys.map((key): Key => ({
    ...key,
    id: makeId(),
    t: asTicks(key.t + start),
    value: valueFrom(name, here, key.value, motion.value),
  }))
  const { before, after, mix } = motion
  const goesOnForEver = before !== undefined || after !== undefined
  if (property.keys.length > 0 && !goesOnForEver)
    return putBetween(property, {
      times: [keys[0]!.t, keys[keys.length - 1]!.t],
      library,
      makeId,
      keys: (goesOn) => [...keys.slice(0, -1), { ...keys[keys.length - 1]!, bend: goesOn?.bend ?? LINEAR }],
    })
  // What it is at the start comes back when the motion is taken off again.
  const made: { -readonly [K in keyof Property]: Property[K] } = { ...property, value: here, keys }
  delete made.before
  delete made.after
  delete made.patterns
  if (before) made.before = before
  if (after) made.after = after
  if (mix && property.kind === 'colour') made.mix = mix
  return made
}

/** Properties that are parts of what they were: %. */
const BY_RATIO: ReadonlySet<string> = new Set(['scale', 'opacity'])

/** What a value of the file comes to on a layer: `rest` is what the file’s is without its motion. */
function valueFrom(name: string, here: Value, value: Value, rest: Value): Value {
  if (typeof value === 'string' || typeof value === 'boolean' || 'vertices' in Object(value)) return value
  if (!BY_RATIO.has(name)) return shifted(here, rest, value)
  const part = (own: number, now: number): number => (own * now) / 100
  if (typeof value === 'number') return part(here as number, value)
  const [x, y] = value as readonly [number, number]
  const [ownX, ownY] = here as readonly [number, number]
  return [part(ownX, x), part(ownY, y)]
}
