import type { Draft } from 'immer'
import type { PlainBend } from '../../bend/index.ts'
import type { Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { bendOfMove } from '../frame/frameMove.ts'
import { restingValue } from '../keys/restingValue.ts'
import { travelKeys } from '../keys/travel.ts'
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

const SIDES = ['left', 'right', 'top', 'bottom'] as const

/** The sides that are cropped at first, and by how much, %. */
const CROPPED: Readonly<Record<RevealFrom, Readonly<Partial<Record<(typeof SIDES)[number], number>>>>> = {
  left: { right: 100 },
  right: { left: 100 },
  top: { bottom: 100 },
  bottom: { top: 100 },
  middle: { left: 50, right: 50 },
}

/**
 * Opens what is seen behind a moving edge: keys of their crop, in place of those it had on any side; they
 * come to be cropped as they were in the end.
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
      throw new BadEdit(`“${name}” cannot be cropped: it is only heard. Nothing was changed.`)
  }
  const bend = bendOfMove(draft, { name: 'Reveal', bend: plain }, makeId)
  for (const layer of ids)
    for (const side of SIDES) {
      const ref = { scene: sceneId, layer, property: `crop ${side}` }
      const times = [layerTicks(draft, ref, begin), layerTicks(draft, ref, end)] as const
      const cropped = CROPPED[from][side]
      editProperty(draft, ref, (given) => {
        const value = restingValue(given)
        const values = [cropped ?? value, value] as const
        return {
          ...given,
          value,
          keys: cropped === undefined ? [] : travelKeys({ times, values, bend }, makeId),
        }
      })
    }
}
