import type { DrawItems } from '@arrow-bend/core/scene'
import { paintPicture } from './paintPicture.ts'
import type { Painter } from './painter.ts'

export const imagePainter: Painter<DrawItems['image']> = {
  path: () => null,
  paint: (context, item, { pictures, scale }) => {
    const picked = pictures.pick(item.picture, scale)
    if (picked) paintPicture(context, picked)
  },
}
