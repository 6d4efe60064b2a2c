import { drawingOf, pointerIn } from '../../../../gesture/pointerPlace.ts'
import { shallowRef, type ShallowRef } from 'vue'
import { drawSpeed, findProperty, type SpeedOverSpan } from '@arrow-bend/core/edit'
import { compiledOf } from '@arrow-bend/core/property'
import { useDocument } from '../../../../session/document/document.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useView } from '../../../../session/view/view.ts'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import type { GraphScale } from '../../../../chart/graph/graphScale.ts'
import type { GraphHand } from './useGraphHand.ts'

export interface SpeedDrawing {
  /** What is being drawn, as a path; null while nothing is. */
  readonly line: Readonly<ShallowRef<string | null>>
  readonly press: (event: PointerEvent, scale: GraphScale) => void
}

/** Share of a span that has to be drawn over for it to be meant. */
const LEAST_SHARE = 0.25

/** A speed drawn by hand over one or more spans: each keeps its change and takes the shape, in one piece where that can be. */
export function useSpeedDrawing(hand: GraphHand): SpeedDrawing {
  const document = useDocument()
  const selection = useSelection()
  const view = useView()
  const line = shallowRef<string | null>(null)

  const take = (drawn: readonly (readonly [x: number, y: number])[], scale: GraphScale): void => {
    const property = findProperty(document.project!, hand.lane())
    if (!property || drawn.length < 2) return
    const { times, keys } = compiledOf(property, document.bends)
    const meant: SpeedOverSpan[] = []
    keys.slice(0, -1).forEach((key, i) => {
      const [x0, x1] = [view.xOf(times[i]!), view.xOf(times[i + 1]!)]
      const looks = drawn
        .filter(([x]) => x >= x0 && x <= x1)
        .map(([x, y]) => ({ u: (x - x0) / (x1 - x0), speed: scale.valueOf(y) }))
      const covered = looks.length > 1 ? looks[looks.length - 1]!.u - looks[0]!.u : 0
      if (covered >= LEAST_SHARE) meant.push({ key: key.id, looks })
    })
    if (meant.length === 0) return
    document.apply(
      'Speed drawn',
      (draft) => drawSpeed(draft, hand.lane(), meant),
      () => selection.selectSpans(meant.map(({ key }) => hand.refOf(key))),
    )
  }

  const press: SpeedDrawing['press'] = (event, scale) => {
    const box = drawingOf(event).getBoundingClientRect()
    let drawn: (readonly [number, number])[] = []
    trackPointer(event, {
      move(moved) {
        const at = pointerIn(moved, box)
        // Time goes one way: what lies under a stroke drawn back is drawn anew.
        const forwards = drawn.length < 2 || drawn[drawn.length - 1]![0] >= drawn[0]![0]
        drawn = drawn.filter(([x]) => (forwards ? x < at[0] : x > at[0]))
        drawn.push(at)
        line.value = `M${drawn.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}`
      },
      end({ cancelled }) {
        line.value = null
        if (!cancelled)
          take(
            [...drawn].sort((a, b) => a[0] - b[0]),
            scale,
          )
      },
    })
  }
  return { line, press }
}
