import { computed, type ComputedRef } from 'vue'
import { scaleKeyValues, stretchKeys, type KeyRef } from '@arrow-bend/core/edit'
import { asTicks, frameTicks, snapToFrame } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useView } from '../../../../session/view/view.ts'
import { numberWords } from '../../../../ui/numberWords.ts'
import { arrowWay } from '../../../../gesture/arrowWay.ts'
import type { GraphBead } from '../../../../chart/graph/beadPlaces.ts'
import type { GraphHand } from './useGraphHand.ts'
import type { GraphPane } from './useGripDrag.ts'

/** A place to take the box by: −1, 0 or 1 across and down. */
export interface BoxGrip {
  readonly name: string
  readonly across: -1 | 0 | 1
  readonly down: -1 | 0 | 1
  readonly x: number
  readonly y: number
}

export interface KeyBox {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  readonly grips: readonly BoxGrip[]
}

/** How far the box stands off the beads, px. */
const OFF = 12
/** How far it goes beyond the ends of the axis, px. */
const WITHIN = 10.5
const NAMES = ['top left', 'top', 'top right', 'left', 'right', 'bottom left', 'bottom', 'bottom right']
const PLACES = [
  [-1, -1],
  [0, -1],
  [1, -1],
  [-1, 0],
  [1, 0],
  [-1, 1],
  [0, 1],
  [1, 1],
] as const

/** A box round the selected keys of a graph, whose sides and corners scale them in time and value. */
export function useKeyBox(
  hand: GraphHand,
  { chosen, pane }: { readonly chosen: () => readonly GraphBead[]; readonly pane: () => GraphPane },
): {
  readonly box: ComputedRef<KeyBox | null>
  readonly press: (event: PointerEvent, grip: BoxGrip) => void
  readonly nudge: (event: KeyboardEvent, grip: BoxGrip) => void
} {
  const document = useDocument()
  const preferences = usePreferences()
  const selection = useSelection()
  const view = useView()

  const box = computed((): KeyBox | null => {
    const beads = chosen()
    if (new Set(beads.map(({ key }) => key)).size < 2) return null
    const [xs, ys] = [beads.map(({ x }) => x), beads.map(({ y }) => y)]
    const [left, right] = [Math.min(...xs), Math.max(...xs)]
    const [top, bottom] = [Math.min(...ys), Math.max(...ys)]
    // Where all values are alike, or several components share the box, it only stretches time.
    const flat = bottom - top < 1 || beads.some(({ component }) => component > 0) || pane().of !== 'value'
    // It stays within the graph, where its corners can be reached.
    const { scale } = pane().drawing
    const x = left - OFF
    const y = Math.max(top - OFF, scale.y(scale.high) - WITHIN)
    const width = right - left + 2 * OFF
    const height = Math.min(bottom + OFF, scale.y(scale.low) + WITHIN) - y
    const grips = PLACES.flatMap(([across, down], i): BoxGrip[] => {
      if (flat && down !== 0) return []
      return [
        {
          name: NAMES[i]!,
          across,
          down,
          x: x + ((across + 1) / 2) * width,
          y: y + ((down + 1) / 2) * height,
        },
      ]
    })
    return { x, y, width, height, grips }
  })

  // All that are selected, those too that others stand for where keys crowd.
  const refsOf = (): KeyRef[] => [...selection.keysIn(hand.lane())].map(hand.refOf)
  /** Times and values of the box's own sides: the one that moves, and the one that stays. */
  const sides = ({ across, down }: BoxGrip) => {
    const beads = chosen()
    const times = beads.map(({ x }) => view.timeOf(x))
    const values = beads.map(({ value }) => value)
    const [first, last] = [Math.min(...times), Math.max(...times)]
    const [low, high] = [Math.min(...values), Math.max(...values)]
    return {
      time: across > 0 ? { moves: last, stays: first } : { moves: first, stays: last },
      value: down < 0 ? { moves: high, stays: low } : { moves: low, stays: high },
    }
  }
  const frameOf = (time: number): number =>
    preferences.snap ? snapToFrame(asTicks(Math.round(time)), document.rate) : Math.round(time)

  const press = (event: PointerEvent, grip: BoxGrip): void => {
    const refs = refsOf()
    const { time, value } = sides(grip)
    const { scale } = pane().drawing
    const [x, y] = [view.xOf(time.moves), scale.y(value.moves)]
    // Beads move while they are dragged; what the box was at the press is what is scaled.
    const pressed = { time, value }
    hand.drag(event, {
      label: 'Keys scaled',
      moveTo: ({ way }) => {
        const to = { time: frameOf(view.timeOf(x + way[0])), value: scale.valueOf(y + way[1]) }
        hand.hold(scale, grip.down === 0 ? value.moves : to.value)
        return scaledFrom(pressed, refs, grip, to)
      },
    })
  }
  const scaledFrom = (
    { time, value }: ReturnType<typeof sides>,
    refs: readonly KeyRef[],
    grip: BoxGrip,
    to: { time: number; value: number },
  ) => {
    const long = (to.time - time.stays) / (time.moves - time.stays)
    const tall = (to.value - value.stays) / (value.moves - value.stays)
    const snap = preferences.snap ? { snapTo: document.rate } : {}
    return {
      recipe: (draft: Parameters<typeof stretchKeys>[0]) => {
        if (grip.down !== 0) scaleKeyValues(draft, refs, { about: value.stays, factor: tall })
        if (grip.across !== 0 && long !== 0 && long !== 1)
          stretchKeys(draft, refs, { about: Math.round(time.stays), factor: long, ...snap })
      },
      words: [
        ...(grip.across === 0 ? [] : [`time ${Math.round(long * 100)} %`]),
        ...(grip.down === 0 ? [] : [`value ${numberWords(tall * 100, 0)} %`]),
      ].join(', '),
    }
  }
  const nudge = (event: KeyboardEvent, grip: BoxGrip): void => {
    const by = arrowWay(event)
    if (!by) return
    const now = sides(grip)
    const { scale } = pane().drawing
    const to = {
      time: now.time.moves + by[0] * frameTicks(document.rate),
      value: now.value.moves - (by[1] * (scale.high - scale.low)) / 100,
    }
    document.apply('Keys scaled', scaledFrom(now, refsOf(), grip, to).recipe)
  }
  return { box, press, nudge }
}
