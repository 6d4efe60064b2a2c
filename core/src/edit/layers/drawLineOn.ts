import type { Draft } from 'immer'
import type { PlainBend } from '../../bend/index.ts'
import type { Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { restingValue } from '../keys/restingValue.ts'
import { travelKeys } from '../keys/travel.ts'
import { layerTicks } from '../layerTicks.ts'
import { layerIn, type MakeId } from '../refs.ts'

export interface LineOn {
  /** Scene time. */
  readonly from: Ticks
  readonly to: Ticks
  readonly bend: PlainBend
  readonly makeId: MakeId
}

/**
 * Has the lines of shapes drawn on, from nothing to what there is of them in the end: two keys of where the line
 * ends, in place of those it had.
 * @throws BadEdit for what is no shape, is locked, or has no line, and for no time
 */
export function drawLineOn(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  { from, to, bend, makeId }: LineOn,
): void {
  if (!(to > from)) throw new BadEdit('To be drawn on takes a frame at least. Nothing was changed.')
  for (const id of ids) {
    const ref = { scene: sceneId, layer: id, property: 'trim end' }
    const { name, properties } = layerIn(draft, ref)
    const width = properties['stroke width']
    if (!properties['trim end'] || !width)
      throw new BadEdit(`“${name}” is no shape, whose line could be drawn on. Nothing was changed.`)
    if (width.keys.length === 0 && !((width.value as number) > 0))
      throw new BadEdit(`“${name}” has no line: give it a stroke width first. Nothing was changed.`)
    const times = [layerTicks(draft, ref, from), layerTicks(draft, ref, to)] as const
    editProperty(draft, ref, (property) => {
      const values = [0, restingValue(property)] as const
      return { ...property, value: values[1], keys: travelKeys({ times, values, bend }, makeId) }
    })
  }
}
