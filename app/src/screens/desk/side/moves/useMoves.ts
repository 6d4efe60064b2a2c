import { computed, onScopeDispose, shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue'
import { landMove, type LandedMove } from '@arrow-bend/core/edit'
import type { MoveDistance, MoveSettings, ReadyMove } from '@arrow-bend/core/moves'
import type { Bounds, Layer } from '@arrow-bend/core/scene'
import { asTicks, frameTicks, TICKS_PER_SECOND, type Ticks } from '@arrow-bend/core/time'
import { useAudition } from '../../../../session/playback/audition.ts'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { usePlayback } from '../../../../session/playback/playback.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useOrdering } from '../../../../session/view/ordering.ts'
import { useReadyMoves } from '../../../../session/view/readyMoves.ts'
import { useStageView } from '../../../../session/view/stageView.ts'
import { usePreview } from '../../../../session/document/usePreview.ts'

/** A move as it is wanted now. */
export interface MoveAsWanted {
  readonly settings: Omit<MoveSettings, 'distance'>
  readonly distance: MoveDistance
  readonly seconds: number
}

/** A move that was put on layers; what is set goes on changing it until something else is done. */
interface Landed {
  readonly move: ReadyMove
  readonly layers: readonly string[]
  readonly time: Ticks
  readonly step: unknown
  readonly report: LandedMove
}

export interface Moves {
  /** The selected layers, as listed. */
  readonly layers: ComputedRef<readonly Layer[]>
  /** The move that is looked at or was used last; null for none yet. */
  readonly current: ComputedRef<ReadyMove | null>
  readonly landed: ShallowRef<Landed | null>
  readonly trouble: ShallowRef<string>
  readonly asWanted: (move: ReadyMove) => MoveAsWanted
  /** Shows a move on the layers, in motion, before anything is changed. */
  readonly look: (move: ReadyMove) => void
  readonly leave: () => void
  /** Puts it on the layers, as one step. */
  readonly land: (move: ReadyMove) => void
}

/** Ready moves looked at on the selected layers, and put on them. */
export function useMoves(): Moves {
  const document = useDocument()
  const playback = usePlayback()
  const selection = useSelection()
  const stageView = useStageView()
  const ordering = useOrdering()
  const store = useReadyMoves()
  const audition = useAudition()

  const layers = computed(() => {
    const scene = document.sceneOf(document.committed)
    const chosen = new Set(selection.layers)
    return scene ? scene.layers.filter(({ id }) => chosen.has(id)) : []
  })
  const asWanted: Moves['asWanted'] = (move) => {
    const { direction, distance, seconds, strength, overshoot } = store.wanted
    return {
      settings: {
        direction: direction ?? move.direction,
        strength,
        overshoot: overshoot ?? move.overshoot,
      },
      distance: distance ?? move.distance,
      seconds: seconds ?? move.seconds,
    }
  }
  const recipeOf = (move: ReadyMove, ids: readonly string[], time: Ticks): Recipe<LandedMove> => {
    const { settings, distance, seconds } = asWanted(move)
    const frame = frameTicks(document.rate)
    const length = asTicks(Math.max(1, Math.round((seconds * TICKS_PER_SECOND) / frame)) * frame)
    const { moment, parts, partDelay } = store
    const stagger = asTicks(Math.round(ordering.frames * frame))
    const order = ordering.order()
    const boxes = new Map<string, Bounds | null>()
    return (draft) =>
      landMove(draft, document.sceneId, ids, {
        move,
        settings,
        distance,
        length,
        moment: moment === 'playhead' ? { from: time } : moment,
        stagger,
        order,
        by: { parts, delay: partDelay },
        boxOf(layer, at) {
          const name = `${layer}/${at}`
          if (!boxes.has(name)) boxes.set(name, stageView.boxOf([layer], at))
          return boxes.get(name)!
        },
        makeId: document.makeId,
      })
  }

  const looked = shallowRef<ReadyMove | null>(null)
  const last = shallowRef<ReadyMove | null>(null)
  const edit = computed(() => {
    const move = looked.value
    if (!move || layers.value.length === 0) return null
    const ids = layers.value.map(({ id }) => id)
    return { label: move.name, recipe: recipeOf(move, ids, playback.time) }
  })
  const preview = usePreview(() => edit.value)
  const trouble = shallowRef('')
  const audit = (): void => {
    const { value: report } = preview.report
    if (report) audition.play(report.range)
    else audition.end()
  }
  const look = (move: ReadyMove): void => {
    last.value = move
    if (layers.value.length === 0 || document.gesturing || document.readOnly) return
    looked.value = move
    preview.show()
    trouble.value = preview.trouble.value
    audit()
  }
  // What is set while one looks is seen at once, too.
  watch(preview.report, (now, before) => now && before && audit())
  const leave = (): void => {
    looked.value = null
    trouble.value = ''
    preview.drop()
    audition.end()
  }

  const landed = shallowRef<Landed | null>(null)
  const put = (move: ReadyMove, ids: readonly string[], time: Ticks): void => {
    const before = document.lastStep
    const report = document.apply(move.name, recipeOf(move, ids, time), (made) =>
      selection.selectKeys(made.keys),
    )
    const step = document.lastStep
    landed.value = report && step !== before ? { move, layers: ids, time, step, report } : null
  }
  const land: Moves['land'] = (move) => {
    const ids = layers.value.map(({ id }) => id)
    leave()
    last.value = move
    put(move, ids, playback.time)
    if (landed.value) audition.play(landed.value.report.range)
  }
  // Anything else that was done: from then on it is keys like any others.
  watch(
    () => document.lastStep,
    (step) => {
      if (landed.value && step !== landed.value.step) landed.value = null
    },
  )
  watch(
    () => [store.wanted, store.moment, store.parts, store.partDelay, ordering.frames, ordering.orderName],
    () => {
      const was = landed.value
      if (!was || document.lastStep !== was.step || looked.value) return
      audition.end()
      document.undo()
      put(was.move, was.layers, was.time)
      // What cannot be so stays as it was.
      if (!landed.value) document.redo()
      if (landed.value) audition.play(landed.value.report.range)
    },
    { deep: true },
  )
  onScopeDispose(leave)
  return {
    layers,
    current: computed(() => looked.value ?? last.value),
    landed,
    trouble,
    asWanted,
    look,
    leave,
    land,
  }
}
