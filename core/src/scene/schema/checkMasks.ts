import type { Layer, LayerKind } from '../document.ts'
import type { Tell } from './schemaParts.ts'

/** Kinds whose coverage masks: what draws one thing by itself. */
const MASKING: ReadonlySet<LayerKind> = new Set(['rectangle', 'ellipse', 'path', 'text', 'image', 'clip'])
export const canMask = ({ kind }: Pick<Layer, 'kind'>): boolean => MASKING.has(kind)

type Masked = Pick<Layer, 'id' | 'kind' | 'parent' | 'mask'>

/** Masks are there, are of kinds that cover something, and none comes to mask itself, through others or the groups it stands in. */
export function checkMasks(layers: readonly Masked[], tell: Tell): void {
  if (!layers.some(({ mask }) => mask)) return
  const known = new Map(layers.map((layer) => [layer.id, layer]))
  layers.forEach(({ id, mask }, i) => {
    if (!mask) return
    const masking = known.get(mask.layer)
    const path = ['layers', i, 'mask']
    if (!masking) tell(path, 'names a layer that is not there')
    else if (!canMask(masking)) tell(path, `a layer of kind ${masking.kind} cannot be a mask`)
    else if (mask.follows && masking.parent !== id)
      tell(path, 'a mask that travels along rides on what it masks')
    else if (masksItself(id, known)) tell(path, 'the layer would mask itself')
  })
}

/** Whether a layer is masked by itself, or in a circle that it leads to. */
function masksItself(id: string, known: ReadonlyMap<string, Masked>): boolean {
  const seen = new Set<string>()
  const masksOf = (one: string): string[] => {
    const found: string[] = []
    let at = known.get(one)
    // A circle of parents is told of elsewhere.
    for (let steps = 0; at && steps <= known.size; steps += 1) {
      // A mask that stands in the group it masks is not masked by itself.
      if (at.mask && (at.id === one || at.mask.layer !== one)) found.push(at.mask.layer)
      const above = at.parent === null ? undefined : known.get(at.parent)
      at = above?.kind === 'group' ? above : undefined
    }
    return found
  }
  const waiting = masksOf(id)
  while (waiting.length > 0) {
    const next = waiting.pop()!
    if (next === id) return true
    if (seen.has(next)) continue
    seen.add(next)
    waiting.push(...masksOf(next))
  }
  return false
}

/** Masks that travel along ride on what they mask, whatever else a file says. */
export function withMasksRiding<T extends Masked>(layers: readonly T[]): readonly T[] {
  const parents = new Map(
    layers.flatMap(({ id, mask }) => (mask?.follows ? [[mask.layer, id] as const] : [])),
  )
  const stands = ({ id, parent }: T): boolean => !parents.has(id) || parents.get(id) === parent
  return layers.every(stands)
    ? layers
    : layers.map((layer) => (stands(layer) ? layer : { ...layer, parent: parents.get(layer.id)! }))
}
