import { computed, ref, type ComputedRef } from 'vue'
import { QUICK_BENDS, type Bend, type PlainBend } from '@arrow-bend/core/bend'
import {
  addNamedBend,
  frameMoveOf,
  placedElsewhere,
  readyFrameMove,
  setFrameMove,
  type FrameMove,
  type ReadyFrameMove,
} from '@arrow-bend/core/edit'
import {
  distinctName,
  heldInside,
  layerById,
  wholeFraming,
  type Framing,
  type Layer,
} from '@arrow-bend/core/scene'
import { asTicks, frameTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument, type Recipe } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'

/** A picture that the frame may be moved over. */
export interface Still {
  readonly layer: Layer
  /** Asset id. */
  readonly picture: string
  /** px */
  readonly size: readonly [width: number, height: number]
  /** Drawn anew at every size, so that it never goes soft. */
  readonly isDrawing: boolean
}

/** The state of a move that an edit starts from. */
export interface MoveStart {
  readonly layer: string
  readonly was: FrameMove
  /** Whether there are no keys of it yet. */
  readonly isNew: boolean
}

/** Which of the two rectangles. */
export type FrameEnd = 'first' | 'last'

const EASE_BOTH = QUICK_BENDS.find(({ name }) => name === 'easeBoth')!.bend as PlainBend
/** What the last frame is proposed as, a part of the first, %. */
const PROPOSED = 20

/** The frame move of the selected picture: as its keys have it, else as it is proposed. */
export function useFrameMove() {
  const document = useDocument()
  const selection = useSelection()

  /** How much smaller a ready move makes the frame, %. */
  const percent = ref(PROPOSED)
  /** Whether both frames keep one size, as for a pan. */
  const sameSize = ref(false)
  const stillOf = (layer: Layer | null): Still | null => {
    if (layer?.kind !== 'image') return null
    const id = layer.properties['picture']!.value
    const asset = document.project?.assets.find((one) => one.id === id)
    return asset?.kind === 'picture'
      ? { layer, picture: asset.id, size: asset.size, isDrawing: asset.type === 'image/svg+xml' }
      : null
  }
  const still: ComputedRef<Still | null> = computed(() => {
    const { scene } = document
    if (!scene) return null
    const chosen = selection.layers.map((id) => stillOf(layerById(scene, id)))
    return chosen.findLast((one) => one !== null) ?? null
  })
  /** As the layer's keys have it; null while they make no frame move. */
  const kept = computed(() =>
    document.scene && still.value ? frameMoveOf(document.scene, still.value.layer.id, document.bends) : null,
  )
  const span = computed<readonly [Ticks, Ticks]>(() => {
    const [from, to] = still.value?.layer.span ?? [asTicks(0), asTicks(1)]
    // On the last frame that shows, so that the move is whole when it ends.
    return [from, asTicks(Math.max(from + frameTicks(document.rate), to - frameTicks(document.rate)))]
  })
  const proposed = computed<FrameMove | null>(() => {
    if (!still.value) return null
    const first = wholeFraming(document.size, still.value.size)
    const last = { ...first, width: first.width * (1 - percent.value / 100) }
    return { first, last, from: span.value[0], to: span.value[1], bend: EASE_BOTH }
  })
  const move = computed(() => kept.value ?? proposed.value)
  /** What an edit starts from, to be asked for once: a drag's own previews are no part of it. */
  const begin = (): MoveStart => ({
    layer: still.value!.layer.id,
    was: move.value!,
    isNew: kept.value === null,
  })
  /** Whether its keys move it in another way, which a frame move takes the place of. */
  const movesOtherwise = computed(
    () =>
      kept.value === null &&
      ['position', 'scale', 'turn'].some((name) => still.value?.layer.properties[name]?.keys.length),
  )

  /** Why the frame cannot be moved over it; empty where it can. */
  const trouble = computed(() => {
    if (!still.value) return 'Select a picture first: click it in the list below.'
    return placedElsewhere(still.value.layer)
  })

  /** The edit that makes the move so; a new one gets a bend of the project's own, which all its lanes are linked to. */
  const recipeOf = ({ layer, was, isNew }: MoveStart, wanted: Partial<FrameMove>): Recipe<unknown> => {
    const { sceneId, makeId } = document
    return (draft) => {
      let bend: Bend = was.bend
      if (isNew) {
        const name = distinctName(
          'Frame move',
          draft.bends.map((one) => one.name),
        )
        bend = { kind: 'linked', bendId: addNamedBend(draft, { name, bend: EASE_BOTH }, makeId) }
      }
      setFrameMove(draft, { scene: sceneId, layer }, { ...was, ...wanted, bend }, makeId)
    }
  }
  /** A framing as it may be: inside the picture unless it is let pass. */
  const fitting = (framing: Framing, passes: boolean): Framing =>
    passes ? framing : heldInside(framing, document.size, still.value!.size)
  /** One end as it is wanted; with one size for both the other end takes the same. */
  const ends = ({ was }: MoveStart, end: FrameEnd, framing: Framing, passes: boolean): Partial<FrameMove> => {
    const mine = fitting(framing, passes)
    const other: FrameEnd = end === 'first' ? 'last' : 'first'
    if (!sameSize.value) return { [end]: mine }
    return {
      [end]: mine,
      [other]: fitting({ ...was[other], width: mine.width }, passes),
    }
  }
  const makeReady = (kind: ReadyFrameMove): void => {
    if (!still.value) return
    const ready = readyFrameMove(kind, percent.value, { frame: document.size, still: still.value.size })
    document.apply('Frame move made', recipeOf(begin(), ready))
  }
  return { still, move, kept, trouble, movesOtherwise, percent, sameSize, begin, recipeOf, ends, makeReady }
}
export type FrameMoving = ReturnType<typeof useFrameMove>
