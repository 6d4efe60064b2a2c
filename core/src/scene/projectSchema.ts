import { z } from 'zod'
import { isFrameRate, MOST_TICKS, type Ticks } from '../time/index.ts'
import { plainBendSchema } from './bendSchema.ts'
import {
  LAYER_LABELS,
  type Asset,
  type Layer,
  type Marker,
  type NamedBend,
  type Project,
  type Scene,
} from './document.ts'
import { LAYER_KINDS, propertiesOf, SPLIT_POSITION } from './layerKinds.ts'
import { LIMITS } from './limits.ts'
import { colourSchema, idSchema, propertySchema, ticksSchema } from './propertySchema.ts'

export const nameSchema = z
  .string()
  .trim()
  .min(1, 'a name cannot be empty')
  .max(LIMITS.nameLength, `a name may have ${LIMITS.nameLength} characters at most`)

const span = z
  .tuple([ticksSchema, ticksSchema])
  .readonly()
  .refine(([from, to]) => from < to, 'it has to start before it ends')

const layerSchema = z
  .strictObject({
    id: idSchema,
    name: nameSchema,
    kind: z.enum(LAYER_KINDS, { error: 'this kind of layer is not known to this version' }),
    parent: idSchema.nullable(),
    span,
    visible: z.boolean(),
    locked: z.boolean(),
    label: z.enum(LAYER_LABELS).optional(),
    turnAlongRoute: z.number().min(-LIMITS.magnitude).max(LIMITS.magnitude).optional(),
    properties: z.record(z.string().max(40), propertySchema),
  })
  .superRefine((layer, context) => {
    const split = layer.properties['position']?.split ? SPLIT_POSITION : []
    for (const { name, kind } of [...propertiesOf(layer.kind), ...split]) {
      const found = layer.properties[name]
      if (found?.kind === kind) continue
      const message = found ? `has to be a ${kind}, not a ${found.kind}` : 'is missing'
      context.addIssue({ code: 'custom', path: ['properties', name], message })
    }
  }) as unknown as z.ZodType<Layer>

const markerSchema = z.strictObject({
  id: idSchema,
  t: ticksSchema,
  name: nameSchema,
  hue: z.enum(LAYER_LABELS).optional(),
}) as unknown as z.ZodType<Marker>

const side = z.int().min(1).max(LIMITS.frameSide)

const guideList = z
  .array(z.number().min(-LIMITS.magnitude).max(LIMITS.magnitude))
  .max(LIMITS.guides)
  .readonly()

export const sceneSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  size: z.tuple([side, side]).readonly(),
  rate: z
    .strictObject({ num: z.int().positive(), den: z.int().positive() })
    .refine(isFrameRate, 'this frame rate is not offered'),
  duration: z.int().min(1).max(MOST_TICKS) as unknown as z.ZodType<Ticks>,
  background: colourSchema,
  layers: z.array(layerSchema).max(LIMITS.layers).readonly().superRefine(checkParents),
  markers: z.array(markerSchema).max(LIMITS.markers).readonly(),
  playRange: span.nullable(),
  guides: z.strictObject({ x: guideList, y: guideList }).optional(),
}) as unknown as z.ZodType<Scene>

const assetSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  type: z.enum(['image/png', 'image/jpeg', 'image/webp', 'image/svg+xml']),
  sha256: z.string().regex(/^[0-9a-f]{64}$/, 'not a SHA-256'),
  size: z.tuple([side, side]).readonly(),
}) as unknown as z.ZodType<Asset>

const namedBendSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  bend: plainBendSchema,
}) as unknown as z.ZodType<NamedBend>

/** A whole project. Every border (file, database, worker) reads documents through it. */
export const projectSchema = z
  .strictObject({
    format: z.literal('arrow-bend/project'),
    version: z.literal(1),
    id: idSchema,
    name: nameSchema,
    scenes: z.array(sceneSchema).min(1).max(LIMITS.scenes).readonly(),
    bends: z.array(namedBendSchema).max(LIMITS.namedBends).readonly(),
    assets: z.array(assetSchema).max(LIMITS.assets).readonly(),
  })
  .superRefine((project, context) =>
    checkLinks(project as unknown as Project, context),
  ) as unknown as z.ZodType<Project>

/** Library bends have ids of their own, and every linked span finds its bend. */
function checkLinks({ scenes, bends }: Project, context: z.RefinementCtx): void {
  const known = new Set(bends.map(({ id }) => id))
  if (known.size < bends.length)
    context.addIssue({ code: 'custom', path: ['bends'], message: 'two named bends have the same id' })
  scenes.forEach((scene, s) => {
    scene.layers.forEach((layer, l) => {
      for (const [name, { keys }] of Object.entries(layer.properties)) {
        const at = keys.findIndex(({ bend }) => bend.kind === 'linked' && !known.has(bend.bendId))
        if (at < 0) continue
        const path = ['scenes', s, 'layers', l, 'properties', name, 'keys', at, 'bend']
        context.addIssue({ code: 'custom', path, message: 'is linked to a bend the project does not have' })
      }
    })
  })
}

/** Ids are single, parents exist and nobody rides on itself. */
function checkParents(layers: readonly Layer[], context: z.RefinementCtx): void {
  const parents = new Map(layers.map((layer) => [layer.id, layer.parent]))
  if (parents.size < layers.length) {
    context.addIssue({ code: 'custom', message: 'two layers have the same id' })
    return
  }
  layers.forEach((layer, i) => {
    if (layer.parent !== null && !parents.has(layer.parent)) {
      context.addIssue({ code: 'custom', path: [i, 'parent'], message: 'names a layer that is not there' })
    } else if (ridesOnItself(layer.id, parents)) {
      context.addIssue({ code: 'custom', path: [i, 'parent'], message: 'the layer would ride on itself' })
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
