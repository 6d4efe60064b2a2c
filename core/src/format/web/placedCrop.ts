import { clamp } from '../../number/index.ts'
import { compiledOf, playedValueInto } from '../../property/index.ts'
import {
  applyMatrix,
  compileOwnArt,
  CROP_SIDES,
  groupBox,
  identityMatrix,
  isEverCropped,
  openedBox,
  type Bounds,
  type Layer,
  type Measures,
} from '../../scene/index.ts'
import { measureOf } from './markup/textMeasure.ts'
import { placeOf } from './placeOf.ts'
import { playedLooks } from './playedLooks.ts'
import { toTrack, type Track } from './track.ts'
import { playOptions, toleranceOf, type WebContext } from './webContext.ts'

/** Where nothing is cut off, or nothing is there. */
const EVERYWHERE: Bounds = { x: -100_000, y: -100_000, width: 200_000, height: 200_000 }
const OWN = identityMatrix()

/**
 * What the crop of a group leaves of all that stands in it, as a rectangle that moves with the group in its scene: x and y of
 * the four corners in order round it, px. The box that is cropped is the one round what shows at each moment.
 * @returns null where nothing is ever cut off
 */
export function placedCrop(group: Layer, context: WebContext): Track | null {
  if (!isEverCropped(group)) return null
  const options = playOptions(group, context)
  const { library, project, scene } = context
  const crops = CROP_SIDES.map((side) => compiledOf(group.properties[`crop ${side}`]!, library))
  const artAt = compileOwnArt(scene, group.id, { library, scenes: project.scenes })
  const measures: Measures = {
    text: measureOf(context),
    picture: (id) => {
      const asset = project.assets.find((one) => one.id === id)
      return asset && 'size' in asset ? { width: asset.size[0], height: asset.size[1] } : null
    },
  }
  const place = placeOf(group, context)
  const matrix = identityMatrix()
  const crop = new Float64Array(4)
  const cornersInto = (out: Float64Array, sceneTime: number): void => {
    const time = options.clock.timeAt(sceneTime)
    crops.forEach((one, i) => playedValueInto(crop.subarray(i, i + 1), one, time))
    crop.forEach((percent, i) => (crop[i] = clamp(percent, 0, 100)))
    place(matrix, sceneTime)
    const box = groupBox(artAt(time), OWN, measures)
    const { x, y, width, height } = (box && openedBox(crop, box)) ?? EVERYWHERE
    out.set(
      [
        [x, y],
        [x + width, y],
        [x + width, y + height],
        [x, y + height],
      ].flatMap(([px, py]) => applyMatrix(matrix, px!, py!)),
    )
  }
  return toTrack(playedLooks(cornersInto, 8, { isStill: false, options }), toleranceOf(context))
}
