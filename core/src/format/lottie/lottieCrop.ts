import { boxAboutMiddle, shownScene, type Layer } from '../../scene/index.ts'
import { cropOfBox, cropOfShape, type Track, type WebContext } from '../web/index.ts'
import { lottieOutline, SHOWN, type Lottie } from './lottieValues.ts'

/** The mask that crops a layer; empty where nothing is cut off. Source: Lottie specification 1.0, Masks. */
export function cropMask(layer: Layer, context: WebContext, frames: number): Lottie {
  const size = sizeOf(layer, context)
  const middle = size?.map((side) => side / 2) ?? [0, 0]
  const crop = size ? cropOfBox(layer, context, boxAboutMiddle(...size)) : cropOfShape(layer, context)
  if (!crop) return {}
  const corners = (numbers: readonly number[]): number[] => {
    const [x, y, width, height] = numbers as readonly [number, number, number, number]
    const [left, top] = [x + middle[0]!, y + middle[1]!]
    const [right, bottom] = [left + width, top + height]
    return [left, top, right, top, right, bottom, left, bottom]
  }
  return cornersMask(crop.rectangle(), frames, corners)
}

/**
 * A mask of four straight edges.
 * @param cornersOf numbers of the track as x and y of the corners in order round it, px; they are that when left out
 */
export function cornersMask(
  track: Track,
  frames: number,
  cornersOf: (numbers: readonly number[]) => readonly number[] = (numbers) => numbers,
): Lottie {
  const keys = track.keys.map((key) => ({ ...key, numbers: straightCubics(cornersOf(key.numbers)) }))
  const pt = lottieOutline({ ...track, keys }, frames, true)
  return { hasMask: true, masksProperties: [{ mode: 'a', inv: false, o: SHOWN, x: { a: 0, k: 0 }, pt }] }
}

/** How large what a layer shows is, which is about its middle; null for what is drawn as a shape, or is not there. */
export function sizeOf(layer: Layer, { project }: WebContext): readonly [number, number] | null {
  if (layer.kind === 'scene') return shownScene(layer, project.scenes)?.size ?? null
  const asset = project.assets.find(({ id }) => id === layer.properties['picture']?.value)
  return asset?.kind === 'picture' ? asset.size : null
}

/** Corners joined by straight edges, closed, as the cubics `lottieOutline` takes: the start first, then two handles and an end each. */
function straightCubics(corners: readonly number[]): number[] {
  const at = (i: number): readonly number[] => corners.slice(2 * i, 2 * i + 2)
  const count = corners.length / 2
  const edges = Array.from({ length: count }, (_, i) => {
    const end = at((i + 1) % count)
    return [...at(i), ...end, ...end]
  })
  return [...at(0), ...edges.flat()]
}
