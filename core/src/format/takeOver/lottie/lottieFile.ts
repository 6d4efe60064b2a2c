import * as z from 'zod/mini'
import { BadFile } from '../../badFile.ts'

/** Something of a Lottie animation, as it stands in the file. */
export type Json = Readonly<Record<string, unknown>>

/** Layers of a file in all, and how deep compositions lie in one another. */
const MOST_LAYERS = 4_000
export const MOST_NESTING = 12
/** How deep objects may lie in one another. */
const MOST_DEPTH = 200

const amount = z.number().check(z.refine(Number.isFinite))
const fileSchema = z.looseObject({
  fr: amount.check(z.gt(0), z.maximum(1000)),
  ip: amount,
  op: amount,
  w: amount.check(z.gt(0), z.maximum(16_384)),
  h: amount.check(z.gt(0), z.maximum(16_384)),
  layers: z.array(z.looseObject({ ty: z.number() })),
  assets: z.optional(z.array(z.looseObject({}))),
})
export type LottieFile = z.infer<typeof fileSchema>

/** Whether a value is a Lottie animation, by what every one has. */
export const looksLikeLottie = (value: unknown): value is Json =>
  isJson(value) &&
  Array.isArray(value['layers']) &&
  typeof value['fr'] === 'number' &&
  typeof value['op'] === 'number'

export const isJson = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** A list of objects; empty where there is none. */
export const objectsIn = (value: unknown): readonly Json[] =>
  Array.isArray(value) ? value.filter(isJson) : []

export const numberIn = (value: unknown, otherwise: number): number =>
  typeof value === 'number' && Number.isFinite(value) ? value : otherwise

/** @throws BadFile where it is none, or more than can be read */
export function lottieFile(value: Json): LottieFile {
  checkDepth(value)
  const read = fileSchema.safeParse(value)
  if (!read.success)
    throw new BadFile(
      'This Lottie file is damaged: it has no size, no rate, no length, or no layers that could be read. Nothing was changed.',
    )
  const { data } = read
  const layers =
    data.layers.length +
    objectsIn(data.assets).reduce((sum, asset) => sum + objectsIn(asset['layers']).length, 0)
  if (layers > MOST_LAYERS)
    throw new BadFile(
      `This Lottie file has ${layers.toLocaleString('en')} layers, more than can be read. Nothing was changed.`,
    )
  if (data.op <= data.ip) throw new BadFile('This Lottie file ends before it begins. Nothing was changed.')
  return data
}

function checkDepth(whole: unknown): void {
  let level: readonly unknown[] = [whole]
  for (let depth = 0; level.length > 0; depth += 1) {
    if (depth > MOST_DEPTH)
      throw new BadFile('This Lottie file lies deeper in itself than can be read. Nothing was changed.')
    level = level.flatMap((value) =>
      typeof value === 'object' && value !== null ? Object.values(value) : [],
    )
  }
}
