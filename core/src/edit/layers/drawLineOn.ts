import type { Draft } from 'immer'
import type { PlainBend } from '../../bend/index.ts'
import type { Key } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
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
 * Has the lines of shapes drawn on, from nothing to all of them: two keys of where the line ends, in place of those it had.
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
    const key = (time: Ticks, value: number): Key => ({
      id: makeId(),
      t: layerTicks(draft, ref, time),
      value,
      bend,
      through: 'corner',
    })
    editProperty(draft, ref, (property) => ({ ...property, value: 100, keys: [key(from, 0), key(to, 100)] }))
  }
}
