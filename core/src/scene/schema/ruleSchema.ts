import * as z from 'zod/mini'
import type { Layer, SceneRule } from '../document.ts'
import { LIMITS } from './limits.ts'
import { idSchema, type Tell } from './schemaParts.ts'

const member = z.strictObject({
  layer: idSchema,
  property: z.optional(z.string().check(z.minLength(1), z.maxLength(40))),
})

export const ruleSchema = z.strictObject({
  id: idSchema,
  kind: z.enum(['together', 'before'], { error: 'this kind of rule is not known to this version' }),
  of: z
    .readonly(z.array(member))
    .check(
      z.minLength(2, 'a rule is about two things at least'),
      z.maxLength(LIMITS.rulePlaces, `a rule is about ${LIMITS.rulePlaces} things at most`),
    ),
  frames: z
    .number()
    .check(
      z.minimum(0, 'frames are 0 or more'),
      z.maximum(LIMITS.magnitude, 'that is more than any scene has'),
    ),
}) as unknown as z.ZodMiniType<SceneRule>

/**
 * Rules have ids of their own and are about layers that are there. A property may be gone: it then lands nowhere, and comes back
 * with what it was taken by.
 */
export function checkRules(
  layers: readonly Pick<Layer, 'id'>[],
  rules: readonly SceneRule[] | undefined,
  tell: Tell,
): void {
  if (!rules || rules.length === 0) return
  const known = new Set(layers.map(({ id }) => id))
  if (new Set(rules.map(({ id }) => id)).size < rules.length) tell(['rules'], 'two rules have the same id')
  rules.forEach(({ of }, i) => {
    const at = of.findIndex(({ layer }) => !known.has(layer))
    if (at >= 0) tell(['rules', i, 'of', at], 'names a layer that is not there')
  })
}
