import { current, isDraft, type Draft } from 'immer'
import type { BendLibrary } from '../bend/index.ts'
import { keepJoined, timeWaypoints, withTime, type Property } from '../property/index.ts'
import { LIMITS, type Layer, type Project } from '../scene/index.ts'
import { BadEdit } from './badEdit.ts'
import {
  byProperty,
  LAYER_GONE,
  layerIn,
  placeOf,
  sceneIn,
  type KeyRef,
  type KeysOfProperty,
  type PropertyRef,
} from './refs.ts'

/** What `change` makes of a property, given the project's named bends. */
export type PropertyChange = (property: Property, library: BendLibrary) => Property

/** What a change knows of the keys it made. */
export interface ChangeMarks {
  /** Ids of keys whose spans must come out just as they were made; joined neighbours turn to them. */
  readonly led?: ReadonlySet<string>
  /** Ids of joined keys that are in line for certain. */
  readonly inLine?: ReadonlySet<string>
}

/** The immutable thing behind a draft; the same object as long as nothing in it was changed. */
export function undrafted<T>(drafted: unknown): T {
  return (isDraft(drafted) ? current(drafted) : drafted) as T
}

/** The project's named bends as they stand in a draft. */
export function libraryIn(draft: Draft<Project>): BendLibrary {
  return undrafted<BendLibrary>(draft.bends)
}

/**
 * Replaces a property by what `change` makes of it, and makes its laws true again: joined keys have one slope on both
 * sides, waypoints stand at the moment they are passed, the first and last key have times.
 * @throws BadEdit when the property is gone, its layer is locked, or it would have too many keys
 */
export function editProperty(
  draft: Draft<Project>,
  ref: PropertyRef,
  change: PropertyChange,
  marks: ChangeMarks = {},
): void {
  const layer = layerIn(draft, ref)
  const before = editable(undrafted<Layer>(layer), ref.property)
  const library = libraryIn(draft)
  const changed = change(before, library)
  if (changed === before) return
  const after = makeLawful(changed, { before, library, ...marks })
  // What a change makes is whole and holds no drafts; frozen, it is not searched for them key by key.
  layer.properties[ref.property] = finished(after, before) as Draft<Property>
}

/** A property as it stands in a draft. Throws BadEdit when it is gone or its layer is locked. */
export function propertyToEdit(draft: Draft<Project>, ref: PropertyRef): Property {
  return editable(undrafted<Layer>(layerIn(draft, ref)), ref.property)
}

/** A property of a layer that may be edited. Throws BadEdit when it is gone or the layer is locked. */
function editable({ name, locked, rolls, properties }: Layer, property: string): Property {
  const found = Object.hasOwn(properties, property) ? properties[property] : undefined
  if (!found) throw new BadEdit(`“${name}” has no ${property}. Nothing was changed.`)
  if (locked) throw new BadEdit(`“${name}” is locked. Unlock it to change it.`)
  if (rolls && property === 'turn')
    throw new BadEdit(
      `“${name}” rolls, so that its turn follows its route. Let it turn by itself first. Nothing was changed.`,
    )
  return found
}

/** What a change of many properties is given of each. */
export interface KeysToEdit {
  /** Of the chosen keys, ids. */
  readonly keys: ReadonlySet<string>
  readonly library: BendLibrary
  /** To be filled with what the change knows of the keys it made. */
  readonly marks: { readonly led: Set<string>; readonly inLine: Set<string> }
  readonly ref: PropertyRef
}

/**
 * The same for all properties of the given keys, layer by layer: thousands of properties are edited as quickly as few.
 * Drafts of these layers that were handed out before are not part of the document any more.
 */
export function editProperties(
  draft: Draft<Project>,
  refs: readonly KeyRef[],
  change: (property: Property, given: KeysToEdit) => Property,
): void {
  const library = libraryIn(draft)
  for (const [scene, layers] of byLayer(refs)) {
    const listed = sceneIn(draft, scene).layers
    // Read as they stand, not through the draft: each layer that is looked at there would become a draft of its own.
    const list = undrafted<readonly Layer[]>(listed)
    for (const [id, groups] of layers) {
      const at = placeOf(list, id)
      const layer = list[at]
      if (!layer) throw new BadEdit(LAYER_GONE)
      const made: Record<string, Property> = {}
      for (const { ref, keys } of groups) {
        const before = editable(layer, ref.property)
        const marks = { led: new Set<string>(), inLine: new Set<string>() }
        const changed = change(before, { keys, library, marks, ref })
        if (changed === before) continue
        made[ref.property] = finished(makeLawful(changed, { before, library, ...marks }), before)
      }
      const names = Object.keys(made)
      if (names.length === 1)
        layerIn(draft, groups[0]!.ref).properties[names[0]!] = made[names[0]!] as Draft<Property>
      else if (names.length > 1) {
        // Drafts of each of them would take ten times as long, and what is frozen is not searched for drafts.
        const properties = Object.freeze({ ...layer.properties, ...made })
        listed[at] = Object.freeze({ ...layer, properties }) as Draft<Layer>
      }
    }
  }
}

/** The properties of keys, by scene and layer. */
function byLayer(
  refs: readonly KeyRef[],
): ReadonlyMap<string, ReadonlyMap<string, readonly KeysOfProperty[]>> {
  const scenes = new Map<string, Map<string, KeysOfProperty[]>>()
  for (const group of byProperty(refs).values()) {
    const { scene, layer } = group.ref
    let layers = scenes.get(scene)
    if (!layers) scenes.set(scene, (layers = new Map()))
    const groups = layers.get(layer)
    if (groups) groups.push(group)
    else layers.set(layer, [group])
  }
  return scenes
}

export interface LawOptions extends ChangeMarks {
  readonly library: BendLibrary
  readonly before?: Property
}

/** A property with its laws made true. Throws BadEdit when it has more keys than a document may hold. */
export function makeLawful(property: Property, options: LawOptions): Property {
  if (property.keys.length > LIMITS.keysOfProperty) {
    throw new BadEdit(
      `A property holds ${LIMITS.keysOfProperty.toLocaleString('en')} keys at most; this would make ${property.keys.length.toLocaleString('en')}. Nothing was changed.`,
    )
  }
  if (property.split && property.kind === 'outline' && property.keys.length > 0) {
    throw new BadEdit(
      'The vertices of this outline move by themselves: key those, or join it first. Nothing was changed.',
    )
  }
  const ended = timedEnds(property)
  return timeWaypoints(keepJoined(ended, options), options.library)
}

function timedEnds(property: Property): Property {
  const last = property.keys.length - 1
  if (!property.keys[0]?.timeless && !property.keys[last]?.timeless) return property
  const keys = property.keys.map((key, i) => (i === 0 || i === last ? withTime(key) : key))
  return { ...property, keys }
}

/**
 * A property nobody writes to any more; nor to its bends, so that what is worked out of them may be kept.
 * @param before what it was made from, whose bends are finished
 */
export function finished(property: Property, before: Property): Property {
  const { keys } = property
  for (let i = 0; i < keys.length; i += 1) {
    const { bend } = keys[i]!
    if (bend !== before.keys[i]?.bend && !Object.isFrozen(bend)) Object.freeze(bend)
  }
  return Object.freeze(property)
}
