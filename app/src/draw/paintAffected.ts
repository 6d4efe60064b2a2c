import type { OklabAlpha } from '@arrow-bend/core/property'
import { hasShadow, isAffected, type DrawItem, type EffectsVeil } from '@arrow-bend/core/scene'
import { cssColour } from './canvasColour.ts'
import type { Context2d } from './context2d.ts'
import { drawnBox, placedReach, type CanvasBox } from './drawnBox.ts'
import type { PictureBook } from './pictureBook.ts'
import { MOST_ROOM, withSheet } from './sheets.ts'

interface Affected {
  /** All that is blurred as one thing. */
  readonly items: readonly DrawItem[]
  /** Of that thing, 0 … 1: it fades with its shadow. */
  readonly opacity: number
  readonly pictures: PictureBook
  /** The veil that does this, where it is one: what blurs the items within it counts, too. */
  readonly until?: EffectsVeil
  /** Paints it as it is before, in stage coordinates. */
  readonly paint: (on: Context2d) => void
}

/** What blurs a thing and makes its shadow, with the map those are measured by. */
type EffectsOn = Pick<EffectsVeil, 'effects' | 'matrix'>

/**
 * Paints what is blurred or casts a shadow: apart first. The context's transform must be the stage's.
 * Source of what both are: W3C, Filter Effects 1, blur() and drop-shadow().
 */
export function paintAffected(
  context: Context2d,
  on: EffectsOn,
  { items, opacity, pictures, until, paint }: Affected,
): void {
  if (!isAffected(on.effects)) {
    paint(context)
    return
  }
  const stage = context.getTransform()
  const scale = Math.max(Math.hypot(stage.a, stage.b), Math.hypot(stage.c, stage.d))
  const reach = Math.min(MOST_ROOM, placedReach(on) * scale)
  const box = drawnBox(items, { stage, pictures, ...(until && { until }) })
  const { x, y, width, height } = regionOf(context, box, reach)
  if (!(width > 0 && height > 0)) return
  withSheet(width, height, (sheet) => {
    sheet.setTransform(new DOMMatrix([stage.a, stage.b, stage.c, stage.d, stage.e - x, stage.f - y]))
    paint(sheet)
    const alpha = context.globalAlpha * opacity
    const drawn = { from: sheet.canvas, width, height, filter: filterOf(on, stage) }
    if (alpha >= 1) drawFiltered(context, drawn, [x, y])
    // A context fades what it draws before it filters it: the shadow would be seen through the thing.
    else {
      const [left, top] = [Math.floor(-reach), Math.floor(-reach)]
      const size = [width - 2 * left, height - 2 * top] as const
      withSheet(...size, (whole) => {
        drawFiltered(whole, drawn, [-left, -top])
        context.save()
        context.resetTransform()
        context.globalAlpha = alpha
        context.drawImage(whole.canvas, 0, 0, ...size, x + left, y + top, ...size)
        context.restore()
      })
    }
  })
}

/** The same in words of CSS, in px of the canvas. */
function filterOf({ effects, matrix }: EffectsOn, stage: DOMMatrix): string {
  const [a, b, c, d] = matrix as unknown as [number, number, number, number]
  const map = stage.multiply(new DOMMatrix([a, b, c, d, 0, 0]))
  const grows = Math.sqrt(Math.abs(map.a * map.d - map.b * map.c))
  const { blur, shadowBlur, shadowOffset, shadowColour } = effects
  const [dx, dy] = [
    map.a * shadowOffset[0]! + map.c * shadowOffset[1]!,
    map.b * shadowOffset[0]! + map.d * shadowOffset[1]!,
  ]
  const colour = cssColour([...shadowColour] as OklabAlpha)
  return [
    ...(blur > 0 ? [`blur(${blur * grows}px)`] : []),
    ...(hasShadow(effects) ? [`drop-shadow(${dx}px ${dy}px ${shadowBlur * grows}px ${colour})`] : []),
  ].join(' ')
}

interface Drawn {
  readonly from: CanvasImageSource
  readonly width: number
  readonly height: number
  readonly filter: string
}

function drawFiltered(
  on: Context2d,
  { from, width, height, filter }: Drawn,
  [x, y]: readonly [number, number],
): void {
  on.save()
  on.resetTransform()
  on.globalAlpha = 1
  on.filter = filter
  on.drawImage(from, 0, 0, width, height, x, y, width, height)
  on.restore()
}

/** What of a canvas a box covers, with as much of it beyond the canvas as may blur into that; px of the canvas. */
function regionOf(
  { canvas }: Context2d,
  [left, top, right, bottom]: CanvasBox,
  reach: number,
): { x: number; y: number; width: number; height: number } {
  const x = Math.floor(Math.max(left - 2, -reach))
  const y = Math.floor(Math.max(top - 2, -reach))
  return {
    x,
    y,
    width: Math.ceil(Math.min(right + 2, canvas.width + reach)) - x,
    height: Math.ceil(Math.min(bottom + 2, canvas.height + reach)) - y,
  }
}
