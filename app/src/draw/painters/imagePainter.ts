import { LAYER_KIND_RECORDS, type DrawItems } from '@arrow-bend/core/scene'
import type { Painter } from './painter.ts'

const { art } = LAYER_KIND_RECORDS.image

export const imagePainter: Painter<DrawItems['image']> = {
  path: () => null,
  paint: (context, item, { pictures, scale }) => {
    const picked = pictures.pick(item.picture, scale)
    if (!picked) return
    const { source, width, height } = picked
    const box = { x: -width / 2, y: -height / 2, width, height }
    const seen = art?.clip?.(item, box)
    if (seen) {
      context.beginPath()
      context.rect(seen.x, seen.y, seen.width, seen.height)
      context.clip()
    }
    context.drawImage(source, box.x, box.y, width, height)
  },
}
