import {
  compileCopying,
  identityMatrix,
  makePlacing,
  multiplyInto,
  ownMatrixInto,
  placeCopy,
  type Layer,
  type Matrix,
} from '../../scene/index.ts'
import { clockOf, type WebContext } from './webContext.ts'

/** A layer and all it rides on, itself first. */
export function chainOf(layer: Layer, { layers }: WebContext): readonly Layer[] {
  const chain: Layer[] = []
  for (let at: Layer | undefined = layer; at; at = at.parent === null ? undefined : layers.get(at.parent))
    chain.push(at)
  return chain
}

/** Writes where a layer is in its scene, its copies among those that are written, at a time of the page. */
export function placeOf(layer: Layer, context: WebContext): (out: Matrix, sceneTime: number) => void {
  const { library, copies } = context
  const own = identityMatrix()
  const places = chainOf(layer, context).map((at) => ({
    placing: makePlacing(at, library),
    copying: compileCopying(at, library),
    copy: copies.get(at.id) ?? 0,
    clock: clockOf(at, context, copies),
  }))
  return (out, sceneTime) => {
    out.set(identityMatrix())
    for (const { placing, copying, copy, clock } of places) {
      const time = clock.timeAt(sceneTime)
      ownMatrixInto(own, placing, time)
      if (copying) placeCopy(own, copying, copy, time)
      multiplyInto(out, own, out)
    }
  }
}
