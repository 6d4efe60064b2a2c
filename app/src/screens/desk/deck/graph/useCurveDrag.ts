import { type Point } from '../../../../chart/route/routeGeometry.ts'
import { drawingOf, pointerIn } from '../../../../gesture/pointerPlace.ts'
import { clamp } from '@arrow-bend/core/number'
import { addKey, bendGraph, bendSpeed, changeBendPoints, findProperty } from '@arrow-bend/core/edit'
import { compiledOf, KIND_WIDTH, type CompiledProperty } from '@arrow-bend/core/property'
import { asTicks, snapToFrame } from '@arrow-bend/core/time'
import { useDocument } from '../../../../session/document/document.ts'
import { usePreferences } from '../../../../session/preferences.ts'
import { useSelection } from '../../../../session/selection/selection.ts'
import { useView } from '../../../../session/view/view.ts'
import { numberWords } from '../../../../ui/numberWords.ts'
import { isSummed, curveCount, spanReader } from '../../../../chart/graph/sampleGraph.ts'
import type { GraphHand } from './useGraphHand.ts'
import type { GraphPane } from './useGripDrag.ts'

export interface CurveDrag {
  /** Drags the curve itself between two keys, so that it follows: of two the nearer one. */
  readonly press: (event: PointerEvent, pane: GraphPane) => void
  /** Adds a key where the curve was pressed twice, the motion as it was; with Ctrl/Cmd a point of the bend. */
  readonly add: (event: MouseEvent) => void
}

/** A moment within a span. */
interface Moment {
  readonly compiled: CompiledProperty
  readonly index: number
  readonly key: string
  /** Elapsed fraction. */
  readonly u: number
  /** Where the span begins, and how wide it is, px. */
  readonly x0: number
  readonly wide: number
}

const clampShare = (u: number): number => clamp(u, 0.01, 0.99)

/** Curves of value and speed by hand. */
export function useCurveDrag(hand: GraphHand): CurveDrag {
  const document = useDocument()
  const preferences = usePreferences()
  const selection = useSelection()
  const view = useView()

  const placeIn = (event: MouseEvent): Point => pointerIn(event, drawingOf(event))
  const momentAt = (x: number): Moment | null => {
    const property = findProperty(document.project!, hand.lane())
    if (!property) return null
    const compiled = compiledOf(property, document.bends)
    const time = view.timeOf(x)
    const index = compiled.times.findLastIndex((t) => t < time)
    const [from, to] = [compiled.times[index], compiled.times[index + 1]]
    if (from === undefined || to === undefined) return null
    return {
      compiled,
      index,
      key: compiled.keys[index]!.id,
      u: clampShare((time - from) / (to - from)),
      x0: view.xOf(from),
      wide: view.xOf(to) - view.xOf(from),
    }
  }
  /** The curve nearest to a height, and its value there. */
  const nearest = ({ compiled, index, u }: Moment, { of, drawing: { scale } }: GraphPane, y: number) => {
    const curves = Array.from({ length: curveCount(compiled, of) }, (_, component) => {
      const value = spanReader(compiled, component, of)(compiled.spans[index]!, index, u)
      return { component, value, off: Math.abs(scale.y(value) - y) }
    })
    return curves.reduce((near, curve) => (curve.off < near.off ? curve : near))
  }

  const press: CurveDrag['press'] = (event, pane) => {
    const moment = momentAt(placeIn(event)[0])
    if (!moment || isSummed(moment.compiled.property)) return
    const { scale } = pane.drawing
    const { component, value } = nearest(moment, pane, placeIn(event)[1])
    const ref = hand.refOf(moment.key)
    const { kind } = moment.compiled.property
    const letter = curveCount(moment.compiled, pane.of) > 1 ? `${'XY'[component]} ` : ''
    if (!selection.hasSpan(ref)) selection.selectSpans([ref])
    const start = scale.y(value)
    hand.drag(event, {
      label: pane.of === 'speed' ? 'Speed bent' : 'Graph bent',
      bent: () => [ref],
      moveTo: ({ way, event: { shiftKey } }) => {
        const level = Math.abs(way[0]) > Math.abs(way[1])
        const to = scale.valueOf(start + (shiftKey && level ? 0 : way[1]))
        hand.hold(scale, to)
        if (pane.of === 'speed') {
          const u = clampShare(moment.u + (shiftKey && !level ? 0 : way[0]) / moment.wide)
          return {
            recipe: (draft) => bendSpeed(draft, ref, { from: moment.u, to: u, speed: to, component }),
            words: `${letter}${numberWords(to, 1)}`,
          }
        }
        const by = Array.from({ length: KIND_WIDTH[kind] }, (_, i) => (i === component ? to - value : 0))
        return {
          recipe: (draft) => bendGraph(draft, ref, { u: moment.u, by }),
          words: `${letter}${to > value ? '+' : ''}${numberWords(to - value, 1)}`,
        }
      },
    })
  }

  const add: CurveDrag['add'] = (event) => {
    const x = placeIn(event)[0]
    if (event.ctrlKey || event.metaKey) {
      const moment = momentAt(x)
      if (!moment) return
      const ref = hand.refOf(moment.key)
      document.apply(
        'Bend point added',
        (draft) => changeBendPoints(draft, [ref], { kind: 'add', u: moment.u }),
        () => selection.selectSpans([ref]),
      )
      return
    }
    const exact = Math.round(view.timeOf(x))
    const time = preferences.snap ? snapToFrame(exact, document.rate) : asTicks(exact)
    document.apply('Key added', (draft) => addKey(draft, hand.lane(), time, document.makeId))
  }
  return { press, add }
}
