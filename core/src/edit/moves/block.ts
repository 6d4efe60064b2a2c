import type { Draft } from 'immer'
import { plainBend, scaledLift, withoutLift, type BendLibrary, type PlainBend } from '../../bend/index.ts'
import {
  numbersOfValue,
  timedKeys,
  type Key,
  type KeyRoute,
  type Property,
  type Value,
} from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import { definitionOf, type Layer, type Project } from '../../scene/index.ts'
import { giveBends } from '../bends/bends.ts'
import { BadEdit } from '../badEdit.ts'
import { currentValue } from '../currentValue.ts'
import { editProperty, propertyToEdit, undrafted } from '../editProperty.ts'
import { putBetween } from './putBetween.ts'
import { byProperty, findProperty, layerIn, type KeyRef, type LayerRef, type MakeId } from '../refs.ts'

/** Which end of a block stays what it is while the rest becomes more or less. */
export type BlockRest = 'end' | 'start'

/** Keys of one layer that make one move together. */
export interface Block {
  readonly ref: LayerRef
  /** Names of the properties that move in it. */
  readonly properties: readonly string[]
  /** The spans between its keys. */
  readonly spans: readonly KeyRef[]
}

/** The block that keys are; null where they are of several layers, or at one moment. */
export function blockOf(project: Project, refs: readonly KeyRef[]): Block | null {
  const [first] = refs
  if (!first || refs.some(({ layer }) => layer !== first.layer)) return null
  const spans: KeyRef[] = []
  const properties: string[] = []
  for (const { ref, keys } of byProperty(refs).values()) {
    const property = findProperty(project, ref)
    if (!property) continue
    const chosen = timedKeys(property).filter(({ id }) => keys.has(id))
    if (chosen.length < 2) continue
    properties.push(ref.property)
    spans.push(...chosen.slice(0, -1).map(({ id }) => ({ ...ref, key: id })))
  }
  return spans.length > 0 ? { ref: { scene: first.scene, layer: first.layer }, properties, spans } : null
}

/** Gives all spans of a block one bend. */
export function bendBlock(draft: Draft<Project>, { spans }: Block, bend: PlainBend): void {
  giveBends(draft, spans, () => bend)
}

/**
 * Makes all of a block more or less: its values lie that much farther from what each property comes to in the end, or is
 * at the start. Colours, outlines and choices are left alone.
 * @param factor 1 for as it is; 0 for no move at all
 * @throws BadEdit for a factor that is no number
 */
export function strengthenBlock(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  { factor, rest }: { readonly factor: number; readonly rest: BlockRest },
): void {
  if (!Number.isFinite(factor)) throw new BadEdit('A strength has to be a number. Nothing was changed.')
  if (factor === 1) return
  for (const { ref, keys } of byProperty(refs).values())
    editProperty(draft, ref, (property) => {
      const chosen = timedKeys(property).filter(({ id }) => keys.has(id))
      const still = rest === 'end' ? chosen.at(-1) : chosen[0]
      if (!still || !hasNumbers(property)) return property
      const [first, last] = [chosen[0]!.t, chosen.at(-1)!.t]
      return {
        ...property,
        keys: property.keys.map((key) => {
          const isWaypoint = key.timeless && key.t > first && key.t < last
          if (!keys.has(key.id) && !isWaypoint) return key
          return strengthened(key, {
            still: still.value,
            factor,
            sides: { before: key.t > first, after: key.t < last },
          })
        }),
      }
    })
}

const hasNumbers = ({ kind }: Property): boolean =>
  kind === 'number' || kind === 'turn' || kind === 'pair' || kind === 'place'

interface Strengthening {
  readonly still: Value
  readonly factor: number
  /** Whether the block goes on before and after this key. */
  readonly sides: { readonly before: boolean; readonly after: boolean }
}

function strengthened(key: Key, { still, factor, sides }: Strengthening): Key {
  const arm = ([x, y]: Vec2, isInside: boolean): Vec2 => (isInside ? [x * factor, y * factor] : [x, y])
  const route: KeyRoute | undefined = key.route && {
    ...key.route,
    arrive: arm(key.route.arrive, sides.before),
    leave: arm(key.route.leave, sides.after),
  }
  const { bend } = key
  return {
    ...key,
    value: between(still, key.value, factor),
    bend: sides.after ? scaledLift(bend, factor) : bend,
    ...(route ? { route } : {}),
  }
}

/**
 * Has another property move with a block: keys at the same times with the same bends, as far from what it is at rest as
 * the property with most keys is then.
 * @param away what it is where the block is farthest from its rest
 * @returns the keys that were set
 * @throws BadEdit for a property that goes by no numbers, moves in the block already, or is not there
 */
export function addToBlock(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  {
    property: name,
    away,
    rest,
    makeId,
  }: { readonly property: string; readonly away: Value; readonly rest: BlockRest; readonly makeId: MakeId },
): KeyRef[] {
  const block = blockOf(undrafted<Project>(draft), refs)
  if (!block) throw new BadEdit('Select two keys of a layer, or more. Nothing was changed.')
  const layer = undrafted<Layer>(layerIn(draft, block.ref))
  const label = definitionOf(layer.kind, name)?.label ?? name
  const ref = { ...block.ref, property: name }
  const given = propertyToEdit(draft, ref)
  if (block.properties.includes(name))
    throw new BadEdit(`${label} moves in this already. Nothing was changed.`)
  if (!hasNumbers(given) || typeof away !== typeof given.value)
    throw new BadEdit(`${label} goes by no numbers. Nothing was changed.`)
  const model = modelOf(draft, refs, rest)
  const made: string[] = []
  editProperty(draft, ref, (property, library) => {
    const [first, last] = [model[0]!.t, model.at(-1)!.t]
    const still = currentValue(property, rest === 'end' ? last : first, library)
    return putBetween(property, {
      times: [first, last],
      library,
      makeId,
      keys: (goesOn) =>
        model.map(({ t, share, bend }, i): Key => {
          const id = makeId()
          made.push(id)
          const leads = i === model.length - 1 ? (goesOn?.bend ?? bend) : bend
          return { id, t, value: between(still, away, share), bend: leads, through: 'corner' }
        }),
    })
  })
  return made.map((key) => ({ ...ref, key }))
}

/** So far from one value to another; free beyond both. */
const between = (still: Value, away: Value, share: number): Value => {
  const part = (from: number, to: number): number => (share === 0 ? from : from + (to - from) * share)
  return typeof still === 'number'
    ? part(still, away as number)
    : ((still as Vec2).map((one, i) => part(one, (away as Vec2)[i]!)) as unknown as Vec2)
}

interface ModelKey {
  readonly t: Key['t']
  /** How far from rest, 1 at its farthest. */
  readonly share: number
  readonly bend: PlainBend
}

/** The keys another property is to follow: of the property with most of them. */
function modelOf(draft: Draft<Project>, refs: readonly KeyRef[], rest: BlockRest): ModelKey[] {
  const library = undrafted<BendLibrary>(draft.bends)
  const [model] = [...byProperty(refs).values()]
    .flatMap(({ ref, keys }) => {
      const property = undrafted<Property | null>(findProperty(draft as Project, ref))
      const chosen = property ? timedKeys(property).filter(({ id }) => keys.has(id)) : []
      return chosen.length > 1 && property && property.kind !== 'choice' ? [{ property, chosen }] : []
    })
    .sort((a, b) => b.chosen.length - a.chosen.length)
  if (!model) throw new BadEdit('Select two keys of a layer, or more. Nothing was changed.')
  const numbers = model.chosen.map(({ value }) => numbersOfValue(model.property.kind, value))
  const still = rest === 'end' ? numbers.at(-1)! : numbers[0]!
  const ways = numbers.map((one) => one.map((part, i) => part - still[i]!))
  const lengthOf = (way: readonly number[]): number => Math.hypot(...way)
  const farthest = ways.reduce((most, way) => (lengthOf(way) > lengthOf(most) ? way : most))
  const whole = lengthOf(farthest) ** 2
  const share = (way: readonly number[], i: number): number => {
    // Where nothing moves yet, it comes from afar to rest.
    if (whole === 0) return (rest === 'end' ? i === 0 : i === ways.length - 1) ? 1 : 0
    return way.reduce((sum, part, k) => sum + part * farthest[k]!, 0) / whole
  }
  return model.chosen.map(({ t, bend }, i) => ({
    t,
    share: share(ways[i]!, i),
    bend: withoutLift(plainBend(bend, library)),
  }))
}
