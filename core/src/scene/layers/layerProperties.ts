import { isMoving, type Property } from '../../property/index.ts'
import { LAYER_KINDS, type Layer, type LayerKind } from '../document.ts'
import { vertexPartDefinition, vertexPartsIn } from '../outline/vertexParts.ts'
import { COPIES } from './copies.ts'
import { cropOf } from './crop.ts'
import { EFFECTS, hasEffects } from './effects.ts'
import { gradientPartDefinition, gradientPartsIn } from './gradient.ts'
import { LAYER_KIND_RECORDS } from './layerKinds.ts'
import { SPLIT_POSITION, type PropertyDefinition, type PropertySet } from './propertyDefinition.ts'

const PROPERTIES = new Map(
  LAYER_KINDS.map((kind) => {
    const own = LAYER_KIND_RECORDS[kind].properties
    // A sound is not drawn, and so not drawn again.
    const seen = [...own, ...cropOf(kind), ...(hasEffects(kind) ? EFFECTS : [])]
    return [kind, kind === 'sound' ? own : [...seen, ...COPIES]] as const
  }),
)

/** The properties a kind of layer has, in the order they are listed. */
export function propertiesOf(kind: LayerKind): readonly PropertyDefinition[] {
  return PROPERTIES.get(kind)!
}

/**
 * The properties a layer plays, in the order they are listed: X and Y of a split position in its place, what moves parts of a
 * split outline after it, where a gradient lies and its stops where there is one.
 */
export function playedProperties({ kind, properties }: Layer): readonly PropertyDefinition[] {
  const all = propertiesOf(kind)
  const [position, outline] = [properties['position'], properties['outline']]
  const gradient = gradientPartsIn(properties)
  if (!position?.split && !outline?.split && gradient.length === 0) return all
  return all.flatMap((definition) => {
    if (definition.name === 'position' && position?.split) return SPLIT_POSITION
    if (definition.name === 'gradient mix')
      return [definition, ...gradient.map((name) => gradientPartDefinition(name)!)]
    if (definition.name !== 'outline' || !outline?.split) return [definition]
    return [definition, ...vertexPartsIn(properties).map((name) => vertexPartDefinition(name)!)]
  })
}

/**
 * The played properties lists show: quiet ones only when something was made of them, or of what they go with.
 * @param sets those that are asked for
 */
export function listedProperties(
  layer: Layer,
  sets: ReadonlySet<PropertySet> = NO_SETS,
): readonly PropertyDefinition[] {
  const played = playedProperties(layer)
  const isQuiet = ({ quiet, set }: PropertyDefinition): boolean =>
    quiet === true || (set !== undefined && !sets.has(set))
  const used = new Set(played.filter((one) => isQuiet(one) && isUsed(layer, one)).map(({ name }) => name))
  return played.filter(
    (one) =>
      !isQuiet(one) || used.has(one.name) || (one.listedWith !== undefined && used.has(one.listedWith)),
  )
}

const NO_SETS: ReadonlySet<PropertySet> = new Set()

/** The sets of properties a kind of layer has. */
export function setsOf(kind: LayerKind): readonly PropertySet[] {
  return [...new Set(propertiesOf(kind).flatMap(({ set }) => (set ? [set] : [])))]
}

/** Whether a property moves, or is not as its layer has it at first. */
function isUsed({ properties }: Layer, { name, value: before }: PropertyDefinition): boolean {
  const property = properties[name]
  if (!property) return false
  const { value } = property
  if (isMoving(property)) return true
  return Array.isArray(value) && Array.isArray(before)
    ? value.some((part, i) => part !== before[i])
    : value !== before
}

/** What a named property of a kind of layer is, or null when that kind has none of the name. */
export function definitionOf(kind: LayerKind, name: string): PropertyDefinition | null {
  const found = [...propertiesOf(kind), ...SPLIT_POSITION].find((definition) => definition.name === name)
  if (found) return found
  const part = hasGradient(kind) ? gradientPartDefinition(name) : null
  return part ?? (kind === 'path' ? vertexPartDefinition(name) : null)
}

const hasGradient = (kind: LayerKind): boolean => propertiesOf(kind).some(({ name }) => name === 'gradient')

/** A property as its layer has it at first. */
export function defaultProperty({ kind, value }: PropertyDefinition): Property {
  return { kind, value, keys: [] }
}

/** The layer with every property its kind has; the same object when it lacks none. */
export function withDefaults<T extends Pick<Layer, 'kind' | 'properties'>>(layer: T): T {
  const missing = propertiesOf(layer.kind).filter(({ name }) => !Object.hasOwn(layer.properties, name))
  if (missing.length === 0) return layer
  const added = Object.fromEntries(
    missing.map((definition) => [definition.name, defaultProperty(definition)]),
  )
  return { ...layer, properties: { ...layer.properties, ...added } }
}
