import { computed, ref } from 'vue'
import {
  bendOfMove,
  frameMoveOf,
  placedElsewhere,
  readyFrameMove,
  setFrameMove,
  type FrameMove,
  type FrameStop,
  type ReadyFrameMove,
} from '@arrow-bend/core/edit'
import { heldInside, layerById, wholeFraming, type Framing } from '@arrow-bend/core/scene'
import { asTicks, frameTicks, type Ticks } from '@arrow-bend/core/time'
import type { PictureBook } from '../../../../draw/index.ts'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useMoveBend } from './useMoveBend.ts'
import { useStills } from './useStills.ts'

/** The state of a move that an edit starts from. */
export interface MoveStart {
  readonly layer: string
  readonly stops: readonly FrameStop[]
  /** As its keys have it; null where there are none of it yet. */
  readonly kept: FrameMove | null
}

/** What the last frame is proposed as, a part of the first, %. */
const PROPOSED = 20

/** The frame move of the layer selected last: as its keys have it, else as it is proposed. */
export function useFrameMove(pictures: PictureBook, drawn: () => number) {
  const document = useDocument()
  const stills = useStills(pictures, drawn)

  /** How much smaller a ready move makes the frame, %. */
  const percent = ref(PROPOSED)
  /** Whether all frames keep one size, as for a pan. */
  const sameSize = ref(false)
  const still = computed(() => stills.value.at(-1) ?? null)
  const layer = computed(() =>
    document.scene && still.value ? layerById(document.scene, still.value.layer) : null,
  )
  const kept = computed(() =>
    layer.value ? frameMoveOf(document.scene!, layer.value.id, document.bends) : null,
  )
  /** From the first frame the layer shows to the last, so that the move is whole when it ends. */
  const span = computed<readonly [Ticks, Ticks]>(() => {
    const [from, to] = layer.value?.span ?? [asTicks(0), asTicks(1)]
    return [from, asTicks(Math.max(from + frameTicks(document.rate), to - frameTicks(document.rate)))]
  })
  const over = computed(() => still.value && { frame: document.size, still: still.value.box })
  const stopsOf = (
    framings: readonly [Framing, Framing],
    [from, to]: readonly [Ticks, Ticks],
  ): FrameStop[] => [
    { t: from, framing: framings[0] },
    { t: to, framing: framings[1] },
  ]
  const proposed = computed<readonly FrameStop[]>(() => {
    if (!over.value) return []
    const first = wholeFraming(over.value.frame, over.value.still)
    return stopsOf([first, { ...first, width: first.width * (1 - percent.value / 100) }], span.value)
  })
  /** First to last; none where there is nothing to move over. */
  const stops = computed(() => kept.value?.stops ?? proposed.value)
  const chosenStop = ref(0)
  /** The place of the stop that was taken hold of last. */
  const chosen = computed({
    get: () => Math.min(chosenStop.value, Math.max(0, stops.value.length - 1)),
    set: (which) => (chosenStop.value = which),
  })
  /** What an edit starts from, to be asked for once: a drag's own previews are no part of it. */
  const begin = (): MoveStart => ({ layer: layer.value!.id, stops: stops.value, kept: kept.value })
  const bend = useMoveBend(() => still.value?.layer ?? null, kept)
  /** Whether its keys move it in another way, which a frame move takes the place of. */
  const movesOtherwise = computed(
    () =>
      kept.value === null &&
      ['position', 'scale', 'turn'].some((name) => layer.value?.properties[name]?.keys.length),
  )
  /** Why the frame cannot be moved over it; empty where it can. */
  const trouble = computed(() =>
    layer.value
      ? placedElsewhere(layer.value)
      : 'Select a picture, a clip or a group first: click it in the list below.',
  )

  /** The edit that makes the move so; a new one gets a bend of the project's own, which all its lanes are linked to. */
  const recipeOf = (start: MoveStart, wanted: readonly FrameStop[]): Recipe<unknown> => {
    const { sceneId, makeId } = document
    const plain = bend.value
    return (draft) => {
      const bend = start.kept?.bend ?? bendOfMove(draft, { name: 'Frame move', bend: plain }, makeId)
      setFrameMove(draft, { scene: sceneId, layer: start.layer }, { stops: wanted, bend }, makeId)
    }
  }
  /** A framing as it may be: inside the still unless it is let pass. */
  const fitting = (framing: Framing, passes: boolean): Framing =>
    passes ? framing : heldInside(framing, document.size, still.value!.box)
  /** The stops with one as it is wanted; with one size for all the others take the same. */
  const withFraming = (
    { stops: was }: MoveStart,
    which: number,
    { framing, passes }: { readonly framing: Framing; readonly passes: boolean },
  ): readonly FrameStop[] => {
    const mine = fitting(framing, passes)
    return was.map((stop, i) => {
      if (i === which) return { ...stop, framing: mine }
      if (!sameSize.value) return stop
      return { ...stop, framing: fitting({ ...stop.framing, width: mine.width }, passes) }
    })
  }
  const makeReady = (kind: ReadyFrameMove): void => {
    if (!over.value) return
    const { stops: was, ...start } = begin()
    const time = start.kept ? ([was[0]!.t, was.at(-1)!.t] as const) : span.value
    const ready = stopsOf(readyFrameMove(kind, percent.value, over.value), time)
    document.apply('Frame move made', recipeOf({ ...start, stops: was }, ready))
  }
  return {
    stills,
    still,
    stops,
    chosen,
    kept,
    span,
    trouble,
    movesOtherwise,
    percent,
    sameSize,
    bend,
    begin,
    recipeOf,
    withFraming,
    makeReady,
  }
}
export type FrameMoving = ReturnType<typeof useFrameMove>
