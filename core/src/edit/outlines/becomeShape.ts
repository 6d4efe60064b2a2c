import type { Draft } from 'immer'
import type { Outline } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import type { Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import type { SetValueOptions } from '../keys/keys.ts'
import type { PropertyRef } from '../refs.ts'
import { outlineAt, reshapeOutline } from './changeOutline.ts'
import { insertVertex } from './insertVertex.ts'
import { longestEdge, pairedWith, withAtLeast } from './pairing.ts'

/** Vertices that are added to every key at once. */
const MOST_ADDED = 1_000

/** What a shape becomes at a moment. */
export interface BecomeShape extends SetValueOptions {
  readonly shape: Outline
  /** Scene time. */
  readonly time: Ticks
}

/**
 * Gives an outline another shape at a moment: the poorer of both gets vertices on its longest edges, without another look at any
 * key, and they are paired so that all of them together go the least way.
 * @returns how many vertices it has then
 * @throws BadEdit where one is closed and the other open, and as `reshapeOutline` does
 */
export function becomeShape(
  draft: Draft<Project>,
  ref: PropertyRef,
  { shape, time, ...options }: BecomeShape,
): number {
  const now = outlineAt(draft, ref, time)
  if (now.closed !== shape.closed)
    throw new BadEdit(
      `One of the outlines is closed and the other open. ${now.closed ? 'Open' : 'Close'} this one first. Nothing was changed.`,
    )
  const count = Math.max(now.vertices.length, shape.vertices.length)
  if (count - now.vertices.length > MOST_ADDED)
    throw new BadEdit(
      `That shape has over ${MOST_ADDED.toLocaleString('en')} vertices more, too many to be added. Nothing was changed.`,
    )
  while (outlineAt(draft, ref, time).vertices.length < count)
    insertVertex(draft, ref, { edge: longestEdge(outlineAt(draft, ref, time)), s: 0.5 })
  const change = (here: Outline): Outline => pairedWith(here, withAtLeast(shape, count))
  reshapeOutline(draft, ref, time, { ...options, change })
  return count
}
