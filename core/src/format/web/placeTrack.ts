import type { Layer } from '../../scene/index.ts'
import { playedTogether } from './playedTogether.ts'
import type { Track } from './track.ts'
import { trackOf, type WebContext } from './webContext.ts'

/** Where a layer is, x and y together: curved routes, and axes that move apart, as straight pieces. */
export function placeTrack(layer: Layer, context: WebContext): Track {
  const isSplit = Boolean(layer.properties['position']!.split)
  if (!isSplit) {
    const track = trackOf(layer, 'position', context)
    if (!track.path) return track
  }
  const names = isSplit ? ['position x', 'position y'] : ['position']
  return playedTogether(layer, context, { names, width: 2, write: (out, given) => out.set(given) }).track()
}
