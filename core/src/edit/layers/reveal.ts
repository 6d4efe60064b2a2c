import type { Draft } from 'immer'
import type { Bend, PlainBend } from '../../bend/index.ts'
import type { Key } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { bendOfMove } from '../frame/frameMove.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn, type MakeId } from '../refs.ts'

/** Where a picture begins to be seen; what it shows stays where it is. */
export type RevealFrom = 'left' | 'right' | 'top' | 'bottom' | 'middle'

export interface Reveal {
  readonly from: RevealFrom
  /** Scene times. */
  readonly begin: Ticks
  readonly end: Ticks
  /** What the edges of all of them are bent by, linked as one. */
  readonly bend: PlainBend
  readonly makeId: MakeId
}

/** The sides that are cropped at first, and by how much, %. */
const CROPPED: Readonly<Record<RevealFrom, Readonly<Record<string, number>>>> = {
  left: { 'crop right': 100 },
  right: { 'crop left': 100 },
  top: { 'crop bottom': 100 },
  bottom: { 'crop top': 100 },
  middle: { 'crop left': 50, 'crop right': 50 },
}

/**
 * Opens pictures, clips and shown scenes behind a moving edge: keys of their crop, in place of those it had.
 * @throws BadEdit for what cannot be cropped, is locked, and for no time
 */
export function revealLayers(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  { from, begin, end, bend: plain, makeId }: Reveal,
): void {
  if (!(end > begin)) throw new BadEdit('A reveal takes a frame at least. Nothing was changed.')
  for (const id of ids) {
    const { name, properties } = layerIn(draft, { scene: sceneId, layer: id })
    if (!properties['crop left'])
      throw new BadEdit(
        `“${name}” cannot be cropped: pictures, clips and shown scenes can. Let it be seen through a shape that grows. Nothing was changed.`,
      )
  }
  const bend = bendOfMove(draft, { name: 'Reveal', bend: plain }, makeId)
  for (const id of ids)
    for (const [property, cropped] of Object.entries(CROPPED[from])) {
      const ref = { scene: sceneId, layer: id, property }
      const times = [begin, end].map((time) => layerTicks(draft, ref, time))
      const key = (t: Ticks, value: number): Key => keyAt(makeId(), t, value, bend)
      editProperty(draft, ref, (given) => ({
        ...given,
        value: 0,
        keys: [key(times[0]!, cropped), key(times[1]!, 0)],
      }))
    }
}

const keyAt = (id: string, t: Ticks, value: Key['value'], bend: Bend): Key => ({
  id,
  t,
  value,
  bend,
  through: 'corner',
})
