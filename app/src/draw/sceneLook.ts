import type { DrawItem, SceneSampler, Veil } from '@arrow-bend/core/scene'

/** Everything that tells one drawing of a sampled scene from another: numbers, words and outlines, in one order. */
export interface SceneLook {
  /** What lies beneath all items. */
  readonly ground: readonly unknown[]
  /** Of each item, bottom first. */
  readonly items: readonly (readonly unknown[])[]
}

const samePart = (a: readonly unknown[], b: readonly unknown[]): boolean => {
  if (a.length !== b.length) return false
  for (let i = 0; i < a.length; i += 1) if (a[i] !== b[i]) return false
  return true
}

/** Places of the items that look different; null where the two are of other items, or on another ground. */
export function changedItems(a: SceneLook, b: SceneLook): number[] | null {
  if (a.items.length !== b.items.length || !samePart(a.ground, b.ground)) return null
  const changed: number[] = []
  for (let i = 0; i < b.items.length; i += 1) {
    if (a.items[i]![0] !== b.items[i]![0]) return null
    if (!samePart(a.items[i]!, b.items[i]!)) changed.push(i)
  }
  return changed
}

/** What a scene looks like at the moment it was sampled last. */
export function lookOf({ scene, items }: SceneSampler): SceneLook {
  return { ground: [scene.background, ...scene.size], items: items.map(lookOfItem) }
}

function lookOfItem(item: DrawItem): unknown[] {
  const parts: unknown[] = [item.layer.id]
  // What it is a part of is drawn by its parts.
  if (!item.shown || item.kind === 'scene') return parts
  // Only letters that move by themselves know the time.
  const isWholeText = item.kind === 'text' && item.parts === 'whole'
  for (const field in item) {
    if (field === 'layer' || field === 'use' || (field === 'time' && isWholeText)) continue
    if (field === 'veils') for (const veil of item.veils) pushVeil(parts, veil)
    else pushPart(parts, item[field as keyof DrawItem], REWRITTEN.has(field))
  }
  return parts
}

/** Fields of items that are objects which are rewritten in place; other objects are others where they look different. */
const REWRITTEN: ReadonlySet<string> = new Set(['effects', 'gradient', 'line'])

/** Lists of numbers are rewritten in place as well. */
function pushPart(parts: unknown[], value: unknown, isRewritten: boolean): void {
  if (value instanceof Float64Array) for (const part of value) parts.push(part)
  else if (isRewritten && typeof value === 'object')
    for (const key in value) pushPart(parts, value[key as keyof typeof value], true)
  else parts.push(value)
}

function pushVeil(parts: unknown[], veil: Veil): void {
  if (veil.kind === 'frame') parts.push(...veil.matrix, ...veil.box)
  else if (veil.kind === 'crop') parts.push(...veil.matrix, ...veil.crop)
  // What masks draw stands among the items itself.
  else if (veil.kind === 'mask') parts.push(veil.layer.visible, veil.inverted, veil.feather)
  else {
    const { blur, shadowBlur, shadowOffset, shadowColour } = veil.effects
    parts.push(...veil.matrix, blur, shadowBlur, ...shadowOffset, ...shadowColour)
  }
}
