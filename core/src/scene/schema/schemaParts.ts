import * as z from 'zod/mini'
import './schemaWords.ts'
import { isColour } from '../../property/index.ts'
import { MOST_TICKS, type Ticks } from '../../time/index.ts'
import { LIMITS } from './limits.ts'

const formatted = (number: number): string => number.toLocaleString('en').replace('-', '−')
const AMOUNTS = `numbers lie from ${formatted(-LIMITS.magnitude)} to ${formatted(LIMITS.magnitude)}`
/** Any stored number. */
export const amount = z
  .number()
  .check(z.minimum(-LIMITS.magnitude, AMOUNTS), z.maximum(LIMITS.magnitude, AMOUNTS))
export const share = z.number().check(z.minimum(0), z.maximum(1))
export const idSchema = z.string().check(z.minLength(1), z.maxLength(64))
export const ticksSchema = z
  .int()
  .check(z.minimum(-MOST_TICKS), z.maximum(MOST_TICKS)) as unknown as z.ZodMiniType<Ticks>
export const colourSchema = z.string().check(z.maxLength(100), z.refine(isColour, 'not a colour'))

/** Tells of something wrong at a path below what is looked at. */
export type Tell = (path: readonly (string | number)[], message: string) => void
