import type { Draft } from 'immer'
import type { Bend, PlainBend } from '../../bend/index.ts'
import type { Vec2 } from '../../route/index.ts'
import type { Layer, Project, Scene } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { currentValue } from '../currentValue.ts'
import { editProperty, libraryIn, undrafted } from '../editProperty.ts'
import { clearAnimation } from '../keys/keys.ts'
import { travelKeys } from '../keys/travel.ts'
import { layerTicks } from '../layerTicks.ts'
import { sceneIn, type MakeId } from '../refs.ts'
import { bendOfMove } from './frameMove.ts'
import { placedElsewhere } from './placedElsewhere.ts'

export interface SlideInDepth {
  /** How far the nearest layer goes, px of the stage. */
  readonly by: Vec2
  /** How far each next goes, a share of the one before it, 0 to 1. */
  readonly factor: number
  readonly from: Ticks
  readonly to: Ticks
  /** What all of them are bent by. */
  readonly bend: PlainBend
  readonly makeId: MakeId
}

/**
 * Slides layers past each other: the topmost is the nearest and goes furthest, each beneath it less by a factor, so that a flat
 * picture gains depth. Each passes the place it has at the beginning halfway, and all go with one linked bend.
 * @throws BadEdit for fewer than two, for a layer that something else places, for no time, and for numbers out of range
 */
export function slideInDepth(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  { by, factor, from, to, bend: plain, makeId }: SlideInDepth,
): void {
  const row = undrafted<Scene>(sceneIn(draft, sceneId)).layers.filter(({ id }) => ids.includes(id))
  if (row.length < 2) throw new BadEdit('Select two layers or more to slide them. Nothing was changed.')
  for (const layer of row) {
    const trouble = placedElsewhere(layer)
    if (trouble) throw new BadEdit(`${trouble} Nothing was changed.`)
  }
  if (!(to > from)) throw new BadEdit('A slide has to last at least a frame. Nothing was changed.')
  if (!by.every(Number.isFinite) || !(factor >= 0 && factor <= 1))
    throw new BadEdit(
      'A slide goes a number of px, and each layer 0 to 100 % of the one above. Nothing was changed.',
    )
  const bend = bendOfMove(draft, { name: 'Slide', bend: plain }, makeId)
  row.forEach((layer, depth) => {
    const share = factor ** depth
    slide(draft, { scene: sceneId, layer }, { by: [by[0] * share, by[1] * share], from, to, bend, makeId })
  })
}

interface Slide {
  readonly by: Vec2
  readonly from: Ticks
  readonly to: Ticks
  readonly bend: Bend
  readonly makeId: MakeId
}

function slide(
  draft: Draft<Project>,
  { scene, layer }: { readonly scene: string; readonly layer: Layer },
  { by, from, to, bend, makeId }: Slide,
): void {
  const ref = { scene, layer: layer.id, property: 'position' }
  const [x, y] = currentValue(
    layer.properties['position']!,
    layerTicks(draft, { scene, layer: layer.id }, from),
    libraryIn(draft),
  ) as Vec2
  clearAnimation(draft, ref, from)
  const place = (side: 1 | -1): Vec2 => [x + (side * by[0]) / 2, y + (side * by[1]) / 2]
  editProperty(draft, ref, (property) => ({
    ...property,
    value: place(-1),
    keys: travelKeys({ times: [from, to], values: [place(-1), place(1)], bend }, makeId),
  }))
}
