import { playOutline, playOutlineLooks } from '../../play/index.ts'
import type { Outline } from '../../property/index.ts'
import { outlineReader, vertexPartName, type Layer } from '../../scene/index.ts'
import { toTrack, type Track } from './track.ts'
import { playOptions, type WebContext } from './webContext.ts'

/** How the outline of a path moves, its numbers the points of cubics; null where it stays. */
export function outlineTrack(
  layer: Layer,
  context: WebContext,
): { readonly track: Track; readonly closed: boolean } | null {
  const reader = outlineReader(layer, 'outline', context.library)
  if (!reader.moves) return null
  const property = layer.properties['outline']!
  const options = playOptions(layer, context)
  const { track, closed } = property.split
    ? playOutlineLooks(reader, (vertex) => isEverRound(layer, vertex), options)
    : playOutline(property, options)
  return { track: toTrack(track, options.within), closed }
}

function isEverRound({ properties }: Layer, vertex: number): boolean {
  const lane = properties[vertexPartName({ vertex, part: 'corner' })]
  const rest = (properties['outline']!.value as Outline).vertices[vertex]!.corner
  const values = lane ? [lane.value, ...lane.keys.map(({ value }) => value)] : [rest]
  return values.some((value) => (value as number) > 0)
}
