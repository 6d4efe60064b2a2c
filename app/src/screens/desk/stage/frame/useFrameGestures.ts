import { withoutStop } from '@arrow-bend/core/edit'
import { framingCorners, type Framing } from '@arrow-bend/core/scene'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import { trackPointer } from '../../../../gesture/trackPointer.ts'
import { useDocument, type Gesture } from '../../../../session/document/document.ts'
import { stopName } from './stopName.ts'
import type { FrameMoving } from './useFrameMove.ts'

/** One press of an arrow, as a share of the frame's width, and of a turn, degrees; with Shift ten. */
const STEP = 0.01
const TURN_STEP = 1
/** What a turn snaps to with Shift, degrees. */
const SNAP = 15
const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const GROWS: Readonly<Record<string, 1 | -1>> = { '+': -1, '=': -1, '-': 1, _: 1 }
const TURNS: Readonly<Record<string, 1 | -1>> = { ',': -1, '<': -1, '.': 1, '>': 1 }

/** Where the still is drawn: screen px a px of it, and its own coordinates for a place on the screen. */
export interface StillPlace {
  readonly scale: number
  readonly toStill: (event: PointerEvent) => Point
}

/** Frames of a move are dragged, sized, turned and nudged. */
export function useFrameGestures(moving: FrameMoving, place: () => StillPlace) {
  const document = useDocument()

  const edit = (
    event: PointerEvent,
    which: number,
    { verb, made }: { verb: string; made: (moved: PointerEvent, way: Point) => Framing },
  ): void => {
    event.stopPropagation()
    if (event.button !== 0) return
    moving.chosen.value = which
    let gesture: Gesture | null = null
    const from = moving.begin()
    trackPointer(event, {
      start: () => (gesture = document.begin(`${stopName(which, from.stops.length)} frame ${verb}`)),
      move: (moved, way) => {
        const framing = made(moved, way)
        const wanted = moving.withFraming(from, which, { framing, passes: moved.ctrlKey || moved.metaKey })
        gesture?.preview(moving.recipeOf(from, wanted))
      },
      end: ({ cancelled }) => (cancelled ? gesture?.cancel() : gesture?.commit()),
    })
  }
  const framingAt = (which: number): Framing => moving.stops.value[which]!.framing

  const drag = (event: PointerEvent, which: number): void => {
    const from = framingAt(which)
    edit(event, which, {
      verb: 'moved',
      made: (moved, [dx, dy]) => {
        const level = moved.shiftKey && Math.abs(dx) >= Math.abs(dy)
        const upright = moved.shiftKey && !level
        const { scale } = place()
        const [x, y] = from.centre
        return { ...from, centre: [x + (upright ? 0 : dx / scale), y + (level ? 0 : dy / scale)] }
      },
    })
  }
  /** A corner follows the pointer, its opposite stays; with Alt the middle does. */
  const size = (event: PointerEvent, which: number, corner: number): void => {
    const from = framingAt(which)
    const corners = framingCorners(from, document.size)
    const [own, opposite] = [corners[corner]!, corners[(corner + 2) % 4]!]
    edit(event, which, {
      verb: 'sized',
      made: (moved, [dx, dy]) => {
        const about = moved.altKey ? from.centre : opposite
        const arm = [own[0] - about[0], own[1] - about[1]] as const
        const { scale } = place()
        const along =
          (arm[0] * (arm[0] + dx / scale) + arm[1] * (arm[1] + dy / scale)) / (arm[0] ** 2 + arm[1] ** 2)
        const by = Math.max(0.02, along)
        return {
          ...from,
          width: from.width * by,
          centre: [about[0] + (from.centre[0] - about[0]) * by, about[1] + (from.centre[1] - about[1]) * by],
        }
      },
    })
  }
  /** The frame turns about its middle as the pointer goes round it. */
  const turn = (event: PointerEvent, which: number): void => {
    const from = framingAt(which)
    const angleOf = (at: PointerEvent): number => {
      const [x, y] = place().toStill(at)
      return (Math.atan2(y - from.centre[1], x - from.centre[0]) * 180) / Math.PI
    }
    const start = angleOf(event)
    edit(event, which, {
      verb: 'turned',
      made: (moved) => {
        const by = ((angleOf(moved) - start + 540) % 360) - 180
        const to = from.turn + by
        return { ...from, turn: moved.shiftKey ? Math.round(to / SNAP) * SNAP : to }
      },
    })
  }
  const nudged = (event: KeyboardEvent, from: Framing): readonly [verb: string, framing: Framing] | null => {
    const times = event.shiftKey ? 10 : 1
    const step = from.width * STEP * times
    const way = ARROWS[event.key]
    if (way)
      return ['moved', { ...from, centre: [from.centre[0] + way[0] * step, from.centre[1] + way[1] * step] }]
    const grows = GROWS[event.key]
    if (grows) return ['sized', { ...from, width: Math.max(1, from.width + grows * step) }]
    const turns = TURNS[event.key]
    return turns ? ['turned', { ...from, turn: from.turn + turns * TURN_STEP * times }] : null
  }
  const onKey = (event: KeyboardEvent, which: number): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const start = moving.begin()
    const goes = event.key === 'Delete' || event.key === 'Backspace'
    const made = goes ? null : nudged(event, framingAt(which))
    if (!goes && !made) return
    event.preventDefault()
    event.stopPropagation()
    moving.chosen.value = which
    const name = stopName(which, start.stops.length)
    if (made) {
      const wanted = moving.withFraming(start, which, { framing: made[1], passes: false })
      document.apply(`${name} frame ${made[0]}`, moving.recipeOf(start, wanted))
    } else
      document.apply(`${name} frame taken away`, (draft) =>
        moving.recipeOf(start, withoutStop(start.stops, which))(draft),
      )
  }
  return { drag, size, turn, onKey }
}
