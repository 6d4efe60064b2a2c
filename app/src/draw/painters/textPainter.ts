import { partLookInto, partTimeAt, plainPartLook, type DrawItems } from '@arrow-bend/core/scene'
import { canvasColour } from '../canvasColour.ts'
import type { Context2d } from '../context2d.ts'
import { setFont } from '../setFont.ts'
import { textSetting, type SetLine } from '../textSetting.ts'
import type { Painter } from './painter.ts'

const look = plainPartLook()

export const textPainter: Painter<DrawItems['text']> = {
  path: () => null,
  paint: (context, item) => {
    setFont(context, item)
    const { lines, parts } = textSetting(item)
    if (parts) {
      paintParts(context, item, parts)
      return
    }
    context.fillStyle = canvasColour(item.fill)
    for (const line of lines) paintLine(context, line)
  },
}

function paintLine(context: Context2d, { text, x, y, direction }: SetLine): void {
  if (context.direction !== direction) context.direction = direction
  context.fillText(text, x, y)
}

/** Each part at its own time; those that are read first lie beneath. Leaves what it sets of the context changed. */
function paintParts(context: Context2d, item: DrawItems['text'], parts: readonly SetLine[]): void {
  const { moves, fontSize } = item
  const alpha = context.globalAlpha
  const ground = context.getTransform()
  parts.forEach((part, i) => {
    const time = partTimeAt(moves, item.time, i, parts.length)
    partLookInto(look, moves, part, { fontSize, time })
    if (look.opacity <= 0) return
    const [a, b, c, d, e, f] = look.matrix as unknown as [number, number, number, number, number, number]
    context.setTransform(ground)
    context.transform(a, b, c, d, e, f)
    context.globalAlpha = alpha * look.opacity
    context.fillStyle = canvasColour(look.fill)
    paintLine(context, part)
  })
}
