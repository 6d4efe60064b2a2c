import type { OklabAlpha } from '@arrow-bend/core/property'
import { hasShadow, type DrawItem } from '@arrow-bend/core/scene'
import { cssColour } from './canvasColour.ts'
import type { Context2d } from './context2d.ts'
import { itemCorners } from './itemBounds.ts'
import type { PictureBook } from './pictureBook.ts'
import { MITRE, MOST_ROOM, reachOf, withSheet } from './sheets.ts'

/**
 * Paints an item that is blurred or casts a shadow: apart first, at full opacity. The context's transform must be the
 * stage's.
 * @param paint paints the item by itself, in stage coordinates
 * Source of what both are: W3C, Filter Effects 1, blur() and drop-shadow().
 */
export function paintAffected(
  context: Context2d,
  item: DrawItem,
  { pictures, paint }: { readonly pictures: PictureBook; readonly paint: (on: Context2d) => void },
): void {
  const stage = context.getTransform()
  const [a, b, c, d] = item.matrix as unknown as [number, number, number, number]
  const map = stage.multiply(new DOMMatrix([a, b, c, d, 0, 0]))
  const grows = Math.sqrt(Math.abs(map.a * map.d - map.b * map.c))
  const { blur, shadowBlur, shadowOffset, shadowColour } = item.effects
  const [dx, dy] = [
    map.a * shadowOffset[0]! + map.c * shadowOffset[1]!,
    map.b * shadowOffset[0]! + map.d * shadowOffset[1]!,
  ]
  const filters = [
    ...(blur > 0 ? [`blur(${blur * grows}px)`] : []),
    ...(hasShadow(item.effects)
      ? [`drop-shadow(${dx}px ${dy}px ${shadowBlur * grows}px ${cssColour([...shadowColour] as OklabAlpha)})`]
      : []),
  ]
  const reach = Math.min(
    MOST_ROOM,
    reachOf(item.effects) * Math.max(Math.hypot(map.a, map.b), Math.hypot(map.c, map.d)),
  )
  const { x, y, width, height } = regionOf(context, item, { pictures, stage, reach })
  if (width <= 0 || height <= 0) return
  withSheet(width, height, (sheet) => {
    sheet.setTransform(new DOMMatrix([stage.a, stage.b, stage.c, stage.d, stage.e - x, stage.f - y]))
    paint(sheet)
    const alpha = context.globalAlpha * item.opacity
    const drawn = { from: sheet.canvas, width, height, filter: filters.join(' ') }
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

/** What of a canvas an item and what reaches from it may cover, px of it; with as much of it beyond the canvas as blurs into that. */
function regionOf(
  { canvas }: Context2d,
  item: DrawItem,
  {
    pictures,
    stage,
    reach,
  }: { readonly pictures: PictureBook; readonly stage: DOMMatrix; readonly reach: number },
): { x: number; y: number; width: number; height: number } {
  // Letters may reach beyond the box of their line.
  const own = 'strokeWidth' in item ? item.strokeWidth * MITRE : item.kind === 'text' ? item.fontSize : 0
  const beyond = own * Math.hypot(item.matrix[0]!, item.matrix[1]!)
  const corners = itemCorners(item, pictures).map(([x, y]) => stage.transformPoint({ x, y }))
  const room = beyond * Math.hypot(stage.a, stage.b) + 2
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)]
  const left = Math.floor(Math.max(Math.min(...xs) - room, -reach))
  const top = Math.floor(Math.max(Math.min(...ys) - room, -reach))
  const right = Math.ceil(Math.min(Math.max(...xs) + room, canvas.width + reach))
  const bottom = Math.ceil(Math.min(Math.max(...ys) + room, canvas.height + reach))
  return { x: left, y: top, width: right - left, height: bottom - top }
}
