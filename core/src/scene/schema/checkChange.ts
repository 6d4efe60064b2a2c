import type { ZodMiniType } from 'zod/mini'
import type { Key, Property } from '../../property/index.ts'
import { BadDocument } from './badDocument.ts'
import { describeIssues } from './describeIssues.ts'
import type { Layer, Project, Scene } from '../document.ts'
import { definitionOf } from '../layers/layerProperties.ts'
import { checkMasks } from './checkMasks.ts'
import { isSurelyLawful } from './isSurelyLawful.ts'
import { LIMITS } from './limits.ts'
import { checkSceneUses } from './sceneUses.ts'
import {
  checkBendIds,
  checkLayer,
  checkLinks,
  checkParents,
  LAYER_FIELDS,
  PROJECT_FIELDS,
  propertyNameSchema,
  SCENE_FIELDS,
} from './projectSchema.ts'
import { checkRules } from './ruleSchema.ts'
import { checkProperty, KEY_FIELDS, PROPERTY_FIELDS, propertySchema } from './propertySchema.ts'
import type { Tell } from './schemaParts.ts'

type Fields = Readonly<Record<string, ZodMiniType>>
/** Words for where something is, from the outside in (a layer's name, a property's, a key's number); asked for in trouble only. */
type Place = () => readonly string[]
/** Checks one field that is another object than before; `before` is undefined where it is new. */
type Part = (before: never, after: never, place: Place) => void

/**
 * Checks an edit: the parts of a document that are not the same objects as before keep the rules its reader holds
 * (`projectSchema`), so that what is written can be opened again. What did not change is not looked at.
 * @param before a document that keeps them
 * @throws BadDocument that names the place
 */
export function checkChange(before: Project, after: Project): void {
  if (before === after) return
  checkFields(PROJECT_FIELDS, { before, after, place: NOWHERE, parts: { scenes: checkScenes } })
  if (before.bends !== after.bends) checkBendIds(after, teller(NOWHERE))
  // Links of what changed lead somewhere, too; and all of them do where named bends went.
  const isNew = before.bends === after.bends ? isNewIn(before) : () => true
  checkLinks(after, teller(NOWHERE), isNew)
  if (before.scenes !== after.scenes || before.assets !== after.assets) checkSceneUses(after, teller(NOWHERE))
}

/** Tells what of a scene's layers was not there before: whole layers that are the same are passed over by the dozen. */
function isNewIn({ scenes }: Project): (layer: Layer) => boolean {
  const known = new Set(scenes.flatMap(({ layers }) => layers))
  return (layer) => !known.has(layer)
}

const NOWHERE: Place = () => []
const NO_PARTS: Change['parts'] = {}

function checkScenes(before: readonly Scene[] | undefined, after: readonly Scene[]): void {
  checkLength(after, { least: 1, most: LIMITS.scenes, things: 'scenes', place: NOWHERE })
  const earlier = finder(before)
  after.forEach((scene, i) => {
    const was = earlier(scene.id, i)
    if (was === scene) return
    const place: Place = () => (after.length > 1 ? [scene.name] : [])
    checkFields(SCENE_FIELDS, { before: was, after: scene, place, parts: { layers: checkLayers } })
    checkRules(scene.layers, scene.rules, teller(place))
  })
}

function checkLayers(before: readonly Layer[] | undefined, after: readonly Layer[], place: Place): void {
  checkLength(after, { least: 0, most: LIMITS.layers, things: 'layers', place })
  const earlier = finder(before)
  after.forEach((layer, i) => {
    const was = earlier(layer.id, i)
    if (was === layer) return
    const at: Place = () => [...place(), `“${String(layer.name).slice(0, 40)}”`]
    const properties: Part = (from: Layer['properties'] | undefined, to: Layer['properties']) =>
      checkProperties(from, to, { layer, place: at })
    checkFields(LAYER_FIELDS, { before: was, after: layer, place: at, parts: { properties } })
    checkLayer(layer, teller(at))
  })
  checkParents(after, teller(place))
  checkMasks(after, teller(place))
}

function checkProperties(
  before: Layer['properties'] | undefined,
  after: Layer['properties'],
  { layer, place }: { layer: Layer; place: Place },
): void {
  if (Array.isArray(after)) throw trouble(place, 'its properties are a list')
  for (const [name, property] of Object.entries(after)) {
    const was = before?.[name]
    if (was === property && was !== undefined) continue
    const at: Place = () => [...place(), (definitionOf(layer.kind, name)?.label ?? name).toLowerCase()]
    checkValue(propertyNameSchema, name, at)
    checkOneProperty(was, property, at)
  }
}

function checkOneProperty(before: Property | undefined, after: Property, place: Place): void {
  const kind = (after as Property | null | undefined)?.kind
  const fields = kind && Object.hasOwn(PROPERTY_FIELDS, kind) ? PROPERTY_FIELDS[kind] : null
  // A kind that is not known: the whole schema says so.
  if (!kind || !fields) return checkValue(propertySchema, after, place)
  const keys: Part = (from: readonly Key[] | undefined, to: readonly Key[]) =>
    checkKeys(from, to, { kind, place })
  // Keys of another kind were held to other rules.
  const was = before?.kind === kind ? before : undefined
  checkFields(fields, { before: was, after, place, parts: { keys } })
  checkProperty(after, teller(place))
}

function checkKeys(
  before: readonly Key[] | undefined,
  after: readonly Key[],
  { kind, place }: { kind: Property['kind']; place: Place },
): void {
  checkLength(after, { least: 0, most: LIMITS.keysOfProperty, things: 'keys', place })
  const earlier = finder(before)
  after.forEach((key, i) => {
    const was = earlier(key.id, i)
    if (was === key || isSurelyLawful(key, was, kind)) return
    const at: Place = () => [...place(), `key ${i + 1}`]
    checkFields(KEY_FIELDS[kind], { before: was, after: key, place: at, parts: NO_PARTS })
  })
}

interface Change {
  readonly before: object | undefined
  readonly after: object
  readonly place: Place
  /** Fields that are looked into part by part instead of as a whole. */
  readonly parts: Readonly<Record<string, Part>>
}

/** Checks the fields that are not as before, and that there are no others. */
function checkFields(fields: Fields, { before, after, place, parts }: Change): void {
  const [was, is] = [before as Record<string, unknown> | undefined, after as Record<string, unknown>]
  for (const name in fields) {
    if (was !== undefined && Object.is(was[name], is[name])) continue
    const part = parts[name]
    if (part && holdsParts(is[name])) part(was?.[name] as never, is[name] as never, place)
    else checkValue(fields[name]!, is[name], () => [...place(), name])
  }
  for (const name of Object.keys(is)) if (!(name in fields)) throw trouble(place, `has no ${name}`)
}

/** Whether something can be looked into part by part; what cannot is left to the schema to refuse. */
function holdsParts(value: unknown): boolean {
  if (Array.isArray(value)) return value.every((one) => typeof one === 'object' && one !== null)
  return typeof value === 'object' && value !== null
}

function checkValue(schema: ZodMiniType, value: unknown, place: Place): void {
  const read = schema.safeParse(value)
  if (!read.success) throw trouble(place, describeIssues(read.error))
  // A text that the reader trims would open as another.
  if (typeof value === 'string' && read.data !== value) throw trouble(place, 'has spaces at its ends')
}

interface Length {
  readonly least: number
  readonly most: number
  readonly things: string
  readonly place: Place
}

function checkLength(list: readonly unknown[], { least, most, things, place }: Length): void {
  if (!Array.isArray(list)) throw trouble(place, `its ${things} are not a list`)
  if (list.length > most) throw trouble(place, `there can be ${most.toLocaleString('en')} ${things} at most`)
  if (list.length < least) throw trouble(place, `there have to be ${things}`)
}

/** Finds what had an id before: where it stands now, most often. */
function finder<T extends { readonly id: string }>(
  before: readonly T[] | undefined,
): (id: string, i: number) => T | undefined {
  let all: Map<string, T> | null = null
  return (id, i) => {
    const guess = before?.[i]
    if (guess?.id === id) return guess
    all ??= new Map(before?.map((one) => [one.id, one]))
    return all.get(id)
  }
}

function teller(place: Place): Tell {
  return (_path, message) => {
    throw trouble(place, message)
  }
}

function trouble(place: Place, message: string): BadDocument {
  const where = place()
    .map((words) => `${words}: `)
    .join('')
  return new BadDocument(
    `This would be more than a project can hold (${where}${message}). Nothing was changed.`,
  )
}
