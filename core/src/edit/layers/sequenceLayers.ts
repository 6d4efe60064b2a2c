import type { Draft } from 'immer'
import type { PlainBend } from '../../bend/index.ts'
import type { Project, Scene } from '../../scene/index.ts'
import { asTicks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { undrafted } from '../editProperty.ts'
import { sceneIn, type MakeId } from '../refs.ts'
import { dissolve } from './dissolve.ts'
import { slideLayers } from './slideLayers.ts'

export interface Sequence {
  /** How long each lies over the one before, ticks, ≥ 0; below 0 a gap. */
  readonly overlap: number
  /** How the upper of two fades over their overlap; null where none does. */
  readonly fade: PlainBend | null
  readonly makeId: MakeId
}

export interface SequenceReport {
  readonly placed: number
  /** Names of layers that were to fade, but whose opacity moves already. */
  readonly left: readonly string[]
}

/**
 * Lays layers end to end in time, their keys with them: in the order they start now, those that start together from the
 * top of the list down. The first stays. Where they are to fade, the upper of two does, so that no gap shows through.
 * @throws BadEdit for fewer than two, a locked one, or an overlap as long as one of them
 */
export function sequenceLayers(
  draft: Draft<Project>,
  sceneId: string,
  ids: readonly string[],
  { overlap, fade, makeId }: Sequence,
): SequenceReport {
  const all = undrafted<Scene>(sceneIn(draft, sceneId)).layers
  const row = all.filter(({ id }) => ids.includes(id)).sort((a, b) => a.span[0] - b.span[0])
  if (row.length < 2)
    throw new BadEdit('Select two layers or more to lay them end to end. Nothing was changed.')
  const locked = row.find((layer) => layer.locked)
  if (locked)
    throw new BadEdit(`“${locked.name}” is locked. Unlock it to move it in time. Nothing was changed.`)
  const short = row.find(({ span }) => overlap >= span[1] - span[0])
  if (short || !Number.isFinite(overlap))
    throw new BadEdit(
      `“${(short ?? row[0]!).name}” is not longer than the overlap. Make that shorter. Nothing was changed.`,
    )
  const left: string[] = []
  let end = row[0]!.span[1] as number
  for (const [i, layer] of row.entries()) {
    if (i === 0) continue
    const start = end - Math.round(overlap)
    slideLayers(
      draft,
      { scene: sceneId, layers: [layer.id] },
      { byTicks: start - layer.span[0], part: 'both' },
    )
    if (fade && overlap > 0) {
      const name = dissolve(draft, sceneId, [row[i - 1]!.id, layer.id], {
        from: asTicks(start),
        to: asTicks(end),
        fade,
        makeId,
      })
      if (name !== null) left.push(name)
    }
    end = start + (layer.span[1] - layer.span[0])
  }
  return { placed: row.length, left }
}
