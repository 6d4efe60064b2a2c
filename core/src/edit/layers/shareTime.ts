import type { Draft } from 'immer'
import type { PlainBend } from '../../bend/index.ts'
import type { Project, Scene } from '../../scene/index.ts'
import { asTicks, frameTicks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { undrafted } from '../editProperty.ts'
import { sceneIn, type MakeId } from '../refs.ts'
import { dissolve } from './dissolve.ts'
import { setLayerSpan } from './layerSpan.ts'
import { slideLayers } from './slideLayers.ts'

export interface ShareTime {
  /** How long each lies over the one before, ticks, ≥ 0. */
  readonly overlap: number
  /** How the upper of two fades over their overlap. */
  readonly fade: PlainBend
  readonly makeId: MakeId
}

/**
 * Shares the time from the first start to the last end of layers among them, one after another, each as long as any other and on
 * whole frames, with dissolves where they overlap: in the order they start, those that start together from the top down.
 * Their keys go with their starts. Done again it changes nothing more.
 * @returns names of layers left without a dissolve, as their opacity moves already
 * @throws BadEdit for fewer than two, a locked one, and where there are too few frames
 */
export function shareTime(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  { overlap, fade, makeId }: ShareTime,
): readonly string[] {
  const { layers, rate } = undrafted<Scene>(sceneIn(draft, sceneId))
  const row = layers.filter(({ id }) => ids.includes(id)).sort((a, b) => a.span[0] - b.span[0])
  if (row.length < 2)
    throw new BadEdit('Select two layers or more to show them in turn. Nothing was changed.')
  const frame = frameTicks(rate)
  const start = row[0]!.span[0]
  const end = Math.max(...row.map(({ span }) => span[1]))
  const over = Math.round(overlap / frame) * frame
  // Each begins so much after the one before it.
  const step = Math.floor((end - start - over) / row.length / frame) * frame
  if (!(over >= 0) || !(step >= frame) || step < over)
    throw new BadEdit(
      `${row.length} layers with this overlap do not fit between their first start and last end. Nothing was changed.`,
    )
  const beginOf = (i: number): number => start + i * step
  row.forEach(({ id, span }, i) => {
    slideLayers(draft, { scene: sceneId, layers: [id] }, { byTicks: beginOf(i) - span[0], part: 'both' })
    const until = i === row.length - 1 ? end : beginOf(i + 1) + over
    setLayerSpan(draft, { scene: sceneId, layer: id }, [asTicks(beginOf(i)), asTicks(until)], 'stay')
  })
  if (over === 0) return []
  return row.slice(1).flatMap(({ id }, i) => {
    const from = beginOf(i + 1)
    const stretch = { from: asTicks(from), to: asTicks(from + over), fade, makeId }
    return dissolve(draft, sceneId, [row[i]!.id, id], stretch) ?? []
  })
}
