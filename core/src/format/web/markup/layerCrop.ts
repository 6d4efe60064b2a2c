import { clamp } from '../../../number/index.ts'
import { compiledOf, isMoving, playedValueInto } from '../../../property/index.ts'
import {
  boxAboutMiddle,
  croppedBox,
  outlineBounds,
  ownArt,
  type Bounds,
  type Layer,
} from '../../../scene/index.ts'
import { elementText, type Crop, type Move } from '../motion/motion.ts'
import { playedLooks } from '../playedLooks.ts'
import { toTrack, type Track } from '../track.ts'
import { playOptions, round, trackOf, toleranceOf, type WebContext } from '../webContext.ts'

const SIDES = ['top', 'right', 'bottom', 'left'] as const
/** As `croppedBox` wants them. */
const SIDES_OF_CROP = ['left', 'right', 'top', 'bottom'] as const

/** So far beyond its box nothing is drawn, px. */
const FAR = 99_999

/** Where the box is that a layer is cropped in, at a time of the page in ticks. */
type BoxAt = (sceneTime: number) => Bounds

/**
 * What is cropped of a layer; null where nothing ever is.
 * @param box which of an element's: of a shape the one round its line, of a text that of the drawing it stands in; what reaches
 *   beyond these is seen at sides that are not cropped
 */
function layerCrop(layer: Layer, context: WebContext, box: Crop['box'], boxAt: BoxAt): Crop | null {
  if (!SIDES.some((side) => isUsed(layer, `crop ${side}`))) return null
  const share = (side: string): Move => ({
    property: `crop-${side}`,
    track: trackOf(layer, `crop ${side}`, context),
    write: ([percent]) => `${round(clamp(percent!, 0, 100))}%`,
  })
  const isOpen = (side: string): boolean => box !== 'own' && !isUsed(layer, `crop ${side}`)
  const sides = SIDES.map((side) => (isOpen(side) ? null : share(side)))
  return { box, sides, rectangle: () => seenTrack(layer, context, { isOpen, boxAt }) }
}

/** What a crop leaves, as a rectangle that moves: x, y, width, height. */
function seenTrack(
  layer: Layer,
  context: WebContext,
  { isOpen, boxAt }: { readonly isOpen: (side: string) => boolean; readonly boxAt: BoxAt },
): Track {
  const options = playOptions(layer, context)
  const crops = SIDES_OF_CROP.map((side) => compiledOf(layer.properties[`crop ${side}`]!, context.library))
  const crop = new Float64Array(4)
  const [left, right, top, bottom] = SIDES_OF_CROP.map((side) => (isOpen(side) ? FAR : 0)) as [
    number,
    number,
    number,
    number,
  ]
  const seenInto = (out: Float64Array, sceneTime: number): void => {
    const time = options.clock.timeAt(sceneTime)
    crops.forEach((one, i) => playedValueInto(crop.subarray(i, i + 1), one, time))
    crop.forEach((percent, i) => (crop[i] = clamp(percent, 0, 100)))
    const whole = boxAt(sceneTime)
    const { x, y, width, height } = croppedBox(crop, whole) ?? whole
    out.set([x - left, y - top, width + left + right, height + top + bottom])
  }
  return toTrack(playedLooks(seenInto, 4, { isStill: false, options }), toleranceOf(context))
}

/** What is cropped of a picture or a shown scene that lies in this box, px. */
export const cropOfBox = (layer: Layer, context: WebContext, box: Bounds): Crop | null =>
  layerCrop(layer, context, 'own', () => box)

/** What is cropped of a shape, its line with it. */
export function cropOfShape(layer: Layer, context: WebContext): Crop | null {
  const { clock, library } = playOptions(layer, context)
  const scene = { ...context.scene, layers: [layer] }
  const boxAt: BoxAt = (sceneTime) => {
    const [item] = ownArt(scene, layer.id, { time: clock.timeAt(sceneTime), library })
    if (!item || !('strokeWidth' in item)) return boxAboutMiddle(0, 0)
    const own =
      item.kind === 'path' ? outlineBounds(item.outline) : boxAboutMiddle(item.size[0]!, item.size[1]!)
    return grown(own, item.strokeWidth / 2)
  }
  return layerCrop(layer, context, 'stroke-box', boxAt)
}

/** What is cut off a shape, put round its markup. */
export function croppedShape(layer: Layer, context: WebContext, markup: string): string {
  const crop = cropOfShape(layer, context)
  return crop ? elementText(context.motion, { tag: 'g', crop }, markup) : markup
}

/** What is cut off a text that has a box, px, put round its markup. */
export function croppedText(layer: Layer, context: WebContext, box: Bounds, markup: string): string {
  const own = { ...box, x: 0, y: 0 }
  const crop = layerCrop(layer, context, 'view-box', () => own)
  if (!crop) return markup
  const [x, y, width, height] = [box.x, box.y, box.width, box.height].map(round)
  const size = `width:${width}px;height:${height}px`
  // The box a view box gives begins at 0, 0, whatever that says.
  const moved = `<g transform="translate(${round(-box.x)} ${round(-box.y)})">${markup}</g>`
  const cropped = elementText(context.motion, { tag: 'g', crop }, moved)
  return `<svg x="${x}" y="${y}" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" style="${size};overflow:visible">${cropped}</svg>`
}

const grown = ({ x, y, width, height }: Bounds, by: number): Bounds => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
})

function isUsed(layer: Layer, name: string): boolean {
  const property = layer.properties[name]!
  return isMoving(property) || property.value !== 0
}
