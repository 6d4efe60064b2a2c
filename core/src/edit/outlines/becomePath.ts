import type { Draft } from 'immer'
import {
  numbersOfOutline,
  outlineOfNumbers,
  pinSmooth,
  type Key,
  type Property,
} from '../../property/index.ts'
import type { Vec2 } from '../../route/index.ts'
import {
  makeLayer,
  placeOfPart,
  vertexPartName,
  type Layer,
  type Project,
  type VertexPart,
} from '../../scene/index.ts'
import { BadEdit } from '../badEdit.ts'
import { libraryIn, undrafted } from '../editProperty.ts'
import { layerIn, type MakeId } from '../refs.ts'
import { bendOfPart, hasBump } from './bendOfPart.ts'
import { joinOutline, moveAlike } from './joinOutline.ts'

/** One number of a shape that is to be a path: what it is at rest, and which share of the size or corner it is. */
interface PartOf {
  readonly vertex: number
  readonly part: VertexPart
  readonly from: 'size' | 'corner'
  /** Of a pair. */
  readonly component: 0 | 1
  readonly share: number
}

/**
 * Makes rectangles and ellipses paths that look the same at every moment: of keys of their size and corner come keys of the
 * outline, one for all of it where they agree, else of each vertex. An ellipse takes eight vertices, or four where its
 * proportion changes, and is off its curve by less than 0.03 % of its radius then.
 * @throws BadEdit where one is locked or neither rectangle nor ellipse, or its size is mixed by equal ratios
 * Source: arcs as cubics with handles of 4/3·tan(angle/4) radii (textbook).
 */
export function becomePath(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  makeId: MakeId,
): void {
  const library = libraryIn(draft)
  for (const id of ids) {
    const ref = { scene: sceneId, layer: id, property: 'outline' }
    const drafted = layerIn(draft, ref)
    const layer = undrafted<Layer>(drafted)
    if (layer.locked) throw new BadEdit(`“${layer.name}” is locked. Unlock it to change it.`)
    if (layer.kind !== 'rectangle' && layer.kind !== 'ellipse')
      throw new BadEdit(`“${layer.name}” is no rectangle and no ellipse. Nothing was changed.`)
    const { keys, mix } = layer.properties['size']!
    if (keys.length > 0 && mix === 'geometric')
      throw new BadEdit(
        `The size of “${layer.name}” is mixed by equal ratios, which vertices left of its middle cannot be. Nothing was changed.`,
      )
    if ([layer.properties['size'], layer.properties['corner']].some((one) => one?.patterns))
      throw new BadEdit(
        `A live pattern moves the size of “${layer.name}”. Write it as keys first. Nothing was changed.`,
      )
    const source = (name: string): Property => pinSmooth(layer.properties[name]!, () => true, library)
    const sources: Sources = {
      size: source('size'),
      corner: layer.kind === 'rectangle' ? source('corner') : null,
    }
    const { angles, parts } = layer.kind === 'rectangle' ? rectangleParts() : ellipseParts(sources.size)
    const made = outlineOf(angles, parts, sources, makeId)
    // What only its own kind has goes; what a path has beside is as a new one has it.
    const { properties } = makeLayer({ id, name: layer.name, kind: 'path', span: layer.span })
    const kept = Object.entries(layer.properties).filter(([name]) => name !== 'size' && name !== 'corner')
    drafted.kind = 'path'
    drafted.properties = { ...properties, ...Object.fromEntries(kept), ...made } as Draft<Layer['properties']>
    if (moveAlike(made)) joinOutline(draft, ref, { makeId })
  }
}

interface Sources {
  readonly size: Property
  readonly corner: Property | null
}

interface Parts {
  /** Of the arms that leave each vertex, degrees; they arrive from the other way. */
  readonly angles: readonly number[]
  readonly parts: readonly PartOf[]
}

function rectangleParts(): Parts {
  const corners: readonly Vec2[] = [
    [-0.5, -0.5],
    [0.5, -0.5],
    [0.5, 0.5],
    [-0.5, 0.5],
  ]
  const parts = corners.flatMap(([x, y], vertex): PartOf[] => [
    { vertex, part: 'x', from: 'size', component: 0, share: x },
    { vertex, part: 'y', from: 'size', component: 1, share: y },
    { vertex, part: 'corner', from: 'corner', component: 0, share: 1 },
  ])
  return { angles: [0, 0, 0, 0], parts }
}

/** From its right, the way clocks go, as those who draw ellipses do. */
function ellipseParts(size: Property): Parts {
  const proportion = proportionOf(size)
  const count = proportion === null ? 4 : 8
  const arm = (2 / 3) * Math.tan(Math.PI / (2 * count))
  const turns = Array.from({ length: count }, (_, i) => (i * 2 * Math.PI) / count)
  const parts = turns.flatMap((turn, vertex): PartOf[] => {
    const [cos, sin] = [shareOf(Math.cos(turn)), shareOf(Math.sin(turn))]
    const lies: PartOf[] = [
      { vertex, part: 'x', from: 'size', component: 0, share: cos / 2 },
      { vertex, part: 'y', from: 'size', component: 1, share: sin / 2 },
    ]
    const reaches =
      proportion === null
        ? { component: sin === 0 ? 1 : 0, share: arm }
        : { component: 0, share: arm * Math.hypot(sin, proportion * cos) }
    const arms = (['arrive length', 'leave length'] as const).map((part): PartOf => ({
      vertex,
      part,
      from: 'size',
      ...(reaches as { component: 0 | 1; share: number }),
    }))
    return [...lies, ...arms]
  })
  const angles = turns.map((turn) => {
    const [cos, sin] = [shareOf(Math.cos(turn)), shareOf(Math.sin(turn))]
    return (Math.atan2((proportion ?? 1) * cos, -sin) * 180) / Math.PI
  })
  return { angles, parts }
}

/** Cosines and sines of quarters of a turn are whole. */
const shareOf = (share: number): number => (Math.abs(share) < 1e-12 ? 0 : share)

/** Height by width, if that is the same at all times; null where it changes, or there is no width. */
function proportionOf({ keys, value, mix }: Property): number | null {
  const sizes = (keys.length > 0 ? keys.map((key) => key.value) : [value]) as readonly Vec2[]
  const [width, height] = sizes[0]!
  const isKept = sizes.every(([w, h]) => Math.abs(h * width - height * w) <= 1e-9 * Math.abs(width * height))
  const bumps = keys.some(({ bend }) => hasBump(bend, 0) || hasBump(bend, 1))
  return width > 0 && isKept && !bumps && (mix ?? 'plain') === 'plain' ? height / width : null
}

/** The outline of such parts; split, with what moves of them, where something does. */
function outlineOf(
  angles: readonly number[],
  parts: readonly PartOf[],
  sources: Sources,
  makeId: MakeId,
): Record<string, Property> {
  const rest = angles.map((angle) => ({
    at: [0, 0] as const,
    arrive: { angle: angle + 180, length: 0 },
    leave: { angle, length: 0 },
    corner: 0,
  }))
  const numbers = [...numbersOfOutline({ closed: true, vertices: rest })]
  const lanes: Record<string, Property> = {}
  for (const part of parts) {
    const source = sources[part.from]
    if (!source || part.share === 0) continue
    const lane = laneOf(source, part, makeId)
    numbers[placeOfPart(part)] = (lane.keys[0]?.value ?? lane.value) as number
    if (moves(lane)) lanes[vertexPartName(part)] = lane
  }
  const value = outlineOfNumbers(numbers, true)
  const split = Object.keys(lanes).length > 0 ? { split: true as const } : {}
  return { outline: { kind: 'outline', value, keys: [], ...split }, ...lanes }
}

function moves({ keys }: Property): boolean {
  return keys.some(({ value, bend }) => value !== keys[0]!.value || hasBump(bend, 0))
}

/** A share of a number, or of one component of a pair, with its keys and bends. */
function laneOf(source: Property, { component, share }: PartOf, makeId: MakeId): Property {
  const of = (value: unknown): number =>
    share * (typeof value === 'number' ? value : (value as Vec2)[component])
  const keys = source.keys.map((key): Key => ({
    ...key,
    id: makeId(),
    value: of(key.value),
    bend: bendOfPart(key.bend, component, share),
  }))
  return { ...source, kind: 'number', value: of(source.value), keys }
}
