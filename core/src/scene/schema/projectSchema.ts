import * as z from 'zod/mini'
import type { Outline, Property } from '../../property/index.ts'
import { isFrameRate, MOST_TICKS, type Ticks } from '../../time/index.ts'
import { libraryBendSchema } from './bendSchema.ts'
import {
  LAYER_KINDS,
  LAYER_LABELS,
  PICTURE_TYPES,
  PROJECT_VERSION,
  type Asset,
  type Layer,
  type Marker,
  type NamedBend,
  type Project,
  type Scene,
} from '../document.ts'
import { propertiesOf, withDefaults } from '../layers/layerProperties.ts'
import { gradientPartDefinition, gradientPartsIn } from '../layers/gradient.ts'
import { SPLIT_POSITION } from '../layers/propertyDefinition.ts'
import { vertexPartOf, vertexPartsIn } from '../outline/vertexParts.ts'
import { checkMasks, withMasksRiding } from './checkMasks.ts'
import { checkRules, ruleSchema } from './ruleSchema.ts'
import { LIMITS } from './limits.ts'
import { checkSceneUses, mostCopies } from './sceneUses.ts'
import { propertySchema, tellIn } from './propertySchema.ts'
import { amount, colourSchema, idSchema, ticksSchema, type Tell } from './schemaParts.ts'

export const nameSchema = z
  .string()
  .check(
    z.trim(),
    z.minLength(1, 'a name cannot be empty'),
    z.maxLength(LIMITS.nameLength, `a name may have ${LIMITS.nameLength} characters at most`),
  )

const span = z
  .readonly(z.tuple([ticksSchema, ticksSchema]))
  .check(z.refine(([from, to]) => from < to, 'it has to start before it ends'))

export const propertyNameSchema = z.string().check(z.maxLength(40))

export const LAYER_FIELDS = {
  id: idSchema,
  name: nameSchema,
  kind: z.enum(LAYER_KINDS, { error: 'this kind of layer is not known to this version' }),
  parent: z.nullable(idSchema),
  span,
  visible: z.boolean(),
  locked: z.boolean(),
  label: z.optional(z.enum(LAYER_LABELS)),
  source: z.optional(z.union([z.strictObject({ scene: idSchema }), z.strictObject({ asset: idSchema })])),
  turnAlongRoute: z.optional(amount),
  rolls: z.optional(
    z.strictObject({
      radius: z
        .number()
        .check(
          z.gt(0, 'a radius is more than 0'),
          z.maximum(LIMITS.magnitude, 'a radius is no larger than that'),
        ),
      offset: z.optional(amount),
      side: z.optional(z.enum(['left', 'right'])),
    }),
  ),
  mask: z.optional(
    z.strictObject({
      layer: idSchema,
      inverted: z.optional(z.literal(true)),
      feather: z.optional(z.number().check(z.minimum(0), z.maximum(LIMITS.feather))),
      follows: z.optional(z.literal(true)),
    }),
  ),
  partBend: z.optional(libraryBendSchema),
  heardAtAnySpeed: z.optional(z.literal(true)),
  properties: z.record(propertyNameSchema, propertySchema),
}

/** What a file lacks of a kind's properties takes its default, so that kinds can gain some. */
const layerSchema = z.strictObject(LAYER_FIELDS).check(
  z.overwrite(withDefaults),
  z.superRefine((layer, context) => checkLayer(layer, tellIn(context))),
) as unknown as z.ZodMiniType<Layer>

/** What the source of a kind is; left out for kinds that have none. */
const SOURCES: Partial<Record<Layer['kind'], 'scene' | 'asset'>> = {
  scene: 'scene',
  clip: 'asset',
  sound: 'asset',
}

/** A layer has every property of its kind, no more copies than are drawn, and a source where its kind shows one. */
export function checkLayer(
  {
    kind: layerKind,
    properties,
    source,
    heardAtAnySpeed,
  }: Pick<Layer, 'kind' | 'properties' | 'source' | 'heardAtAnySpeed'>,
  tell: Tell,
): void {
  const wants = SOURCES[layerKind] ?? null
  if ((source ? Object.keys(source)[0] : null) !== wants)
    tell(
      ['source'],
      wants
        ? `has to name ${wants === 'asset' ? 'an asset' : 'a scene'}`
        : `a layer of kind ${layerKind} has none`,
    )
  if (heardAtAnySpeed && wants !== 'asset')
    tell(['heardAtAnySpeed'], `a layer of kind ${layerKind} is not heard`)
  if (properties['copies'] && mostCopies(properties['copies']) > LIMITS.copies)
    tell(['properties', 'copies'], `there can be ${LIMITS.copies.toLocaleString('en')} copies at most`)
  if (properties['copies']?.patterns?.length)
    tell(['properties', 'copies'], 'how many copies there are takes no patterns')
  const split = properties['position']?.split ? SPLIT_POSITION : []
  for (const { name, kind, choices } of [...propertiesOf(layerKind), ...split]) {
    const found = properties[name]
    if (found?.kind === kind) {
      if (choices) checkChoices(found, choices, (message) => tell(['properties', name], message))
      continue
    }
    tell(['properties', name], found ? `has to be a ${kind}, not a ${found.kind}` : 'is missing')
  }
  checkVertexParts(properties, tell)
  for (const name of gradientPartsIn(properties)) {
    const wanted = gradientPartDefinition(name)!.kind
    const { kind } = properties[name]!
    if (kind !== wanted) tell(['properties', name], `has to be a ${wanted}, not a ${kind}`)
  }
}

function checkChoices(
  { value, keys }: Property,
  choices: readonly string[],
  tell: (message: string) => void,
): void {
  const strange = [value, ...keys.map((key) => key.value)].find((one) => !choices.includes(String(one)))
  if (strange !== undefined) tell(`has to be one of ${choices.join(', ')}`)
}

/** What moves parts of a split outline's vertices are numbers, of vertices it has. */
function checkVertexParts(properties: Layer['properties'], tell: Tell): void {
  const outline = properties['outline']
  if (!outline?.split || outline.kind !== 'outline') return
  const { vertices } = outline.value as Outline
  for (const name of vertexPartsIn(properties)) {
    const { kind } = properties[name]!
    if (kind !== 'number') tell(['properties', name], `has to be a number, not a ${kind}`)
    if (vertexPartOf(name)!.vertex < vertices.length) continue
    tell(['properties', name], `is of a vertex the outline does not have: it has ${vertices.length}`)
  }
}

const markerSchema = z.strictObject({
  id: idSchema,
  t: ticksSchema,
  name: nameSchema,
  hue: z.optional(z.enum(LAYER_LABELS)),
  beat: z.optional(z.literal(true)),
}) as unknown as z.ZodMiniType<Marker>

const side = z.int().check(z.minimum(1), z.maximum(LIMITS.frameSide))

const guideList = z.readonly(z.array(amount).check(z.maxLength(LIMITS.guides)))

export const SCENE_FIELDS = {
  id: idSchema,
  name: nameSchema,
  size: z.readonly(z.tuple([side, side])),
  rate: z
    .strictObject({ num: z.int().check(z.positive()), den: z.int().check(z.positive()) })
    .check(z.refine(isFrameRate, 'this frame rate is not offered')),
  duration: z.int().check(z.minimum(1), z.maximum(MOST_TICKS)) as unknown as z.ZodMiniType<Ticks>,
  background: colourSchema,
  layers: z.readonly(z.array(layerSchema).check(z.maxLength(LIMITS.layers))),
  markers: z.readonly(z.array(markerSchema).check(z.maxLength(LIMITS.markers))),
  playRange: z.nullable(span),
  guides: z.optional(z.strictObject({ x: guideList, y: guideList })),
  rules: z.optional(z.readonly(z.array(ruleSchema).check(z.maxLength(LIMITS.rules)))),
}

export const sceneSchema = z.strictObject(SCENE_FIELDS).check(
  z.overwrite(
    (scene) => ({ ...scene, layers: withMasksRiding(scene.layers as readonly Layer[]) }) as typeof scene,
  ),
  z.superRefine(({ layers, rules }, context) => {
    const tell = tellIn(context)
    checkParents(layers as readonly Layer[], tell)
    checkMasks(layers as readonly Layer[], tell)
    checkRules(layers as readonly Layer[], rules, tell)
  }),
) as unknown as z.ZodMiniType<Scene>

const assetFields = {
  id: idSchema,
  name: nameSchema,
  sha256: z.string().check(z.regex(/^[0-9a-f]{64}$/, 'not a SHA-256')),
}
const sizeSchema = z.readonly(z.tuple([side, side]))
const lengthSchema = z.int().check(z.minimum(1), z.maximum(MOST_TICKS))

const assetSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({
      kind: z.literal('picture'),
      ...assetFields,
      type: z.enum(PICTURE_TYPES),
      size: sizeSchema,
    }),
    z.strictObject({
      kind: z.literal('clip'),
      ...assetFields,
      type: z.enum(['video/webm', 'video/mp4']),
      size: sizeSchema,
      duration: lengthSchema,
    }),
    z.strictObject({
      kind: z.literal('sound'),
      ...assetFields,
      type: z.enum(['audio/wav', 'audio/mpeg', 'audio/mp4', 'audio/ogg', 'audio/webm', 'audio/flac']),
      duration: lengthSchema,
    }),
  ],
  { error: 'this kind of asset is not known to this version' },
) as unknown as z.ZodMiniType<Asset>

/** What a library keeps of a bend, apart from its id. */
export const NAMED_BEND_FIELDS = {
  name: nameSchema,
  bend: libraryBendSchema,
  tags: z.optional(z.readonly(z.array(nameSchema).check(z.maxLength(LIMITS.tags)))),
}

const namedBendSchema = z.strictObject({
  id: idSchema,
  ...NAMED_BEND_FIELDS,
}) as unknown as z.ZodMiniType<NamedBend>

export const PROJECT_FIELDS = {
  format: z.literal('arrow-bend/project'),
  version: z.literal(PROJECT_VERSION),
  id: idSchema,
  name: nameSchema,
  scenes: z.readonly(z.array(sceneSchema).check(z.minLength(1), z.maxLength(LIMITS.scenes))),
  bends: z.readonly(z.array(namedBendSchema).check(z.maxLength(LIMITS.namedBends))),
  assets: z.readonly(z.array(assetSchema).check(z.maxLength(LIMITS.assets))),
}

/** A whole project. Every border (file, database, worker) reads documents through it. */
export const projectSchema = z.strictObject(PROJECT_FIELDS).check(
  z.superRefine((given, context) => {
    const project = given as unknown as Project
    const tell = tellIn(context)
    checkBendIds(project, tell)
    checkLinks(project, tell)
    checkSceneUses(project, tell)
  }),
) as unknown as z.ZodMiniType<Project>

/** Library bends have ids of their own. */
export function checkBendIds({ bends }: Pick<Project, 'bends'>, tell: Tell): void {
  if (new Set(bends.map(({ id }) => id)).size < bends.length)
    tell(['bends'], 'two named bends have the same id')
}

/**
 * Every linked span finds its bend.
 * @param isLookedAt leaves out layers whose spans are known to
 */
export function checkLinks(
  { scenes, bends }: Pick<Project, 'scenes' | 'bends'>,
  tell: Tell,
  isLookedAt: (layer: Layer) => boolean = () => true,
): void {
  const known = new Set(bends.map(({ id }) => id))
  scenes.forEach((scene, s) => {
    scene.layers.forEach((layer, l) => {
      if (!isLookedAt(layer)) return
      for (const [name, property] of Object.entries(layer.properties)) {
        const at = property.keys.findIndex(({ bend }) => bend.kind === 'linked' && !known.has(bend.bendId))
        if (at < 0) continue
        const path = ['scenes', s, 'layers', l, 'properties', name, 'keys', at, 'bend']
        tell(path, 'is linked to a bend the project does not have')
      }
    })
  })
}

/** Ids of a scene's layers are single, parents exist and nobody rides on itself. */
export function checkParents(layers: readonly Pick<Layer, 'id' | 'parent'>[], tell: Tell): void {
  const parents = new Map(layers.map((layer) => [layer.id, layer.parent]))
  if (parents.size < layers.length) {
    tell(['layers'], 'two layers have the same id')
    return
  }
  layers.forEach((layer, i) => {
    if (layer.parent !== null && !parents.has(layer.parent)) {
      tell(['layers', i, 'parent'], 'names a layer that is not there')
    } else if (ridesOnItself(layer.id, parents)) {
      tell(['layers', i, 'parent'], 'the layer would ride on itself')
    }
  })
}

function ridesOnItself(id: string, parents: ReadonlyMap<string, string | null>): boolean {
  let at = parents.get(id) ?? null
  for (let steps = 0; at !== null && steps <= parents.size; steps += 1) {
    if (at === id) return true
    at = parents.get(at) ?? null
  }
  return false
}
