import type { DrawItems } from '@arrow-bend/core/scene'
import { paintPicture } from './paintPicture.ts'
import type { Painter } from './painter.ts'

export const clipPainter: Painter<DrawItems['clip']> = {
  path: () => null,
  paint: (context, item, { pictures }) => {
    const film = pictures.film(item.clip)
    const source = film?.frameAt(item.seconds)
    if (!film || !source) return
    const { width, height } = film
    paintPicture(context, { source, width, height })
  },
}
