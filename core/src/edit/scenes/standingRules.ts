import type { SceneRule } from '../../scene/index.ts'

/** Rules without what is gone from their scene; one that is about fewer than two things then goes, too. */
export function standingRules(
  rules: readonly SceneRule[],
  isThere: (layer: string) => boolean,
): readonly SceneRule[] {
  if (rules.every(({ of }) => of.every(({ layer }) => isThere(layer)))) return rules
  return rules
    .map((rule) => ({ ...rule, of: rule.of.filter(({ layer }) => isThere(layer)) }))
    .filter(({ of }) => of.length >= 2)
}
