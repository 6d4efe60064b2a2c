import type { Draft } from 'immer'
import type { Value } from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import {
  artGroup,
  LIMITS,
  makeLayer,
  picturesOf,
  type Art,
  type ArtNode,
  type ArtPicture,
  type Layer,
  type Project,
} from '../../scene/index.ts'
import { asTicks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { addPictures } from './addPictures.ts'
import { readName } from './layers.ts'
import { sceneIn, type MakeId } from '../refs.ts'

/** How art whose size is not the frame's comes into it: whole, covering it, or at its own size. */
export type ArtFit = 'fit' | 'fill' | 'asIs'

export interface PlaceArt {
  readonly fit: ArtFit
  /** Where its middle comes to, on the stage; the frame's middle when left out. */
  readonly at?: Vec2
  /** SHA-256 of the bytes of its pictures, lower-case hex. */
  readonly sha256: ReadonlyMap<ArtPicture, string>
  readonly makeId: MakeId
}

/** By how much art is scaled to come into a frame. */
export function artScale(art: Vec2, frame: Vec2, fit: ArtFit): number {
  if (fit === 'asIs') return 1
  const shares = [frame[0] / art[0], frame[1] / art[1]]
  return fit === 'fit' ? Math.min(...shares) : Math.max(...shares)
}

/**
 * Puts art on top of a scene: one thing as a layer of its own, several as a group about their middle. Pictures the project has already
 * are used again.
 * @returns the id of the layer or group
 * @throws BadEdit when the scene or the project would be too full
 */
export function placeArt(draft: Draft<Project>, sceneId: string, art: Art, options: PlaceArt): string {
  const scene = sceneIn(draft, sceneId)
  const { makeId, sha256 } = options
  const assets = addPictures(draft, picturesOf(art.nodes), sha256, makeId)
  const scale = 100 * artScale(art.size, scene.size, options.fit)
  const at = options.at ?? [scene.size[0] / 2, scene.size[1] / 2]
  const [only] = art.nodes
  const whole: ArtNode =
    art.nodes.length === 1
      ? { ...only!, name: art.name }
      : artGroup(art.nodes, { name: art.name, opacity: 100, visible: true })
  const [x, y] = whole.position
  const placed = { ...whole, position: [at[0] + (x * scale) / 100, at[1] + (y * scale) / 100] as const }
  const layers = layersOf(placed, null, { span: [asTicks(0), scene.duration], assets, makeId, scale })
  if (scene.layers.length + layers.length > LIMITS.layers)
    throw new BadEdit(
      `A scene holds ${LIMITS.layers.toLocaleString('en')} layers at most; this would add ${layers.length.toLocaleString('en')}. Nothing was added.`,
    )
  scene.layers.unshift(...(layers as Draft<Layer>[]))
  return layers[0]!.id
}

interface Making {
  readonly span: Layer['span']
  readonly assets: ReadonlyMap<ArtPicture, string>
  readonly makeId: MakeId
  /** %; of the outermost only. */
  readonly scale: number
}

/** The layers of a piece of art, its own first, what is in it after it. */
function layersOf(node: ArtNode, parent: string | null, making: Making): Layer[] {
  const id = making.makeId()
  const { position, opacity } = node
  const scale: Vec2 = [making.scale, making.scale]
  const values = { position, opacity, scale, ...valuesOf(node, making) }
  const made = makeLayer({
    id,
    name: readName(node.name),
    kind: node.kind,
    span: making.span,
    parent,
    values,
  })
  const layer = node.visible ? made : { ...made, visible: false }
  if (node.kind !== 'group') return [layer]
  return [layer, ...node.children.flatMap((child) => layersOf(child, id, { ...making, scale: 100 }))]
}

function valuesOf(node: ArtNode, { assets }: Making): Record<string, Value> {
  if (node.kind === 'group') return {}
  if (node.kind === 'image') return { picture: assets.get(node.picture)! }
  const { outline, fill, stroke, strokeWidth, line } = node
  const [dash, gap, offset] = line.dash
  return {
    outline,
    fill,
    stroke,
    'stroke width': strokeWidth,
    'line ends': line.ends,
    'line joins': line.joins,
    dash,
    'dash gap': gap,
    'dash offset': offset,
  }
}
