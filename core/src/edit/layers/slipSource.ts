import type { Draft } from 'immer'
import { beginsWithSpan, LOCAL_TIME, type Project } from '../../scene/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import { editProperty } from '../editProperty.ts'
import { layerIn } from '../refs.ts'

/**
 * Slips what a layer shows under its span, where that plays by itself from the span's start: a local time with keys says by
 * these what is shown when, and other layers show nothing that plays.
 * @param ticks how much later a moment of the source stands at the span's start
 */
export function slipSource(
  draft: Draft<Project>,
  ref: { readonly scene: string; readonly layer: string },
  ticks: number,
): void {
  const { kind, properties } = layerIn(draft, ref)
  const local = properties[LOCAL_TIME.name]
  if (!local || local.keys.length > 0 || !beginsWithSpan(kind) || ticks === 0) return
  editProperty(draft, { ...ref, property: LOCAL_TIME.name }, (given) => ({
    ...given,
    value: Number(given.value) + ticks / TICKS_PER_SECOND,
  }))
}
