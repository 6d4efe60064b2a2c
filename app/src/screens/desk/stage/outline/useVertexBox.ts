import { computed } from 'vue'
import { intoCorner, scaledVertices, turnedVertices, withCorners } from '@arrow-bend/core/edit'
import type { Point } from '../../../../chart/route/routeGeometry.ts'
import { usePointerDrag } from '../../../../gesture/usePointerDrag.ts'
import type { OutlineEditing } from './useOutline.ts'
import type { OutlineGestures } from './useOutlineGestures.ts'

/** A grip of the box round some vertices: which way it lies from the middle, −1, 0 or 1 along each side. */
export interface VertexGrip {
  readonly name: string
  readonly sides: Point
  /** In the outline's own coordinates. */
  readonly local: Point
  /** Of that place itself, and of the grip, which stands off it: vertices at the box's own corners stay to be taken hold of. */
  readonly place: Point
  readonly screen: Point
}

const GRIPS: readonly (readonly [name: string, sides: Point])[] = [
  ['upper left', [-1, -1]],
  ['upper', [0, -1]],
  ['upper right', [1, -1]],
  ['right', [1, 0]],
  ['lower right', [1, 1]],
  ['lower', [0, 1]],
  ['lower left', [-1, 1]],
  ['left', [-1, 0]],
]
/** How far the box stands off its vertices, the turn grip off the box, and a roundness knob off its corner, px of the screen. */
const [ROOM, STALK, KNOB] = [14, 24, 18]
/** Shift turns to multiples of this, degrees. */
const ANGLE_STEP = 15

/** The box round several chosen vertices, by which they are sized and turned together, and the knobs that round corners. */
export function useVertexBox(editing: OutlineEditing, gestures: OutlineGestures) {
  const { outline, chosen, onScreen, fromScreen } = editing
  const { drag, tag } = usePointerDrag('stage')

  /** The unit way on the screen of a way in the outline's own coordinates. */
  const wayOnScreen = ([x, y]: Point, [dx, dy]: Point): Point => {
    const [from, to] = [onScreen([x, y]), onScreen([x + dx, y + dy])]
    const length = Math.hypot(to[0] - from[0], to[1] - from[1])
    return length > 0 ? [(to[0] - from[0]) / length, (to[1] - from[1]) / length] : [0, 0]
  }
  /** Null where fewer than two are chosen, or all stand on one spot. */
  const box = computed(() => {
    const points = [...chosen.value].map((i) => outline.value.vertices[i]!.at)
    if (points.length < 2) return null
    const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
    const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
    if (left === right && top === bottom) return null
    const local = ([across, down]: Point): Point => [
      left + ((across + 1) / 2) * (right - left),
      top + ((down + 1) / 2) * (bottom - top),
    ]
    const middle = local([0, 0])
    const [right1, down1] = [wayOnScreen(middle, [1, 0]), wayOnScreen(middle, [0, 1])]
    const off = (sides: Point, by = ROOM): Point => {
      const [x, y] = onScreen(local(sides))
      return [
        x + (right1[0] * sides[0] + down1[0] * sides[1]) * by,
        y + (right1[1] * sides[0] + down1[1] * sides[1]) * by,
      ]
    }
    // What has no extent along an axis cannot be drawn out along it.
    const isUseful = ([across, down]: Point): boolean =>
      (across === 0 || right > left) && (down === 0 || bottom > top)
    return {
      middle,
      local,
      corners: (
        [
          [-1, -1],
          [1, -1],
          [1, 1],
          [-1, 1],
        ] as const
      ).map((sides) => off(sides)),
      grips: GRIPS.filter(([, sides]) => isUseful(sides)).map(([name, sides]): VertexGrip => ({
        name,
        sides,
        local: local(sides),
        place: onScreen(local(sides)),
        screen: off(sides),
      })),
      stalk: [off([0, -1]), off([0, -1], ROOM + STALK)] as const,
    }
  })

  const pressGrip = (event: PointerEvent, grip: VertexGrip): void => {
    const [held, which] = [box.value!, chosen.value]
    drag(event, {
      label: 'Vertices scaled',
      moveTo: ({ way, event: moved }) => {
        const to = fromScreen([grip.place[0] + way[0], grip.place[1] + way[1]])
        if (!to) return null
        const about = moved.altKey ? held.middle : held.local([-grip.sides[0], -grip.sides[1]])
        const by = factors({ grip, about, to, alike: moved.shiftKey })
        return {
          recipe: gestures.reshaped((now) => scaledVertices(now, which, { about, by })),
          words: `${(by[0] * 100).toFixed(1)} × ${(by[1] * 100).toFixed(1)} %`,
        }
      },
    })
  }
  const pressTurn = (event: PointerEvent): void => {
    const [held, which] = [box.value!, chosen.value]
    const about = held.middle
    const angleOf = (screen: Point): number => {
      const [x, y] = fromScreen(screen) ?? about
      return (Math.atan2(y - about[1], x - about[0]) * 180) / Math.PI
    }
    let before = angleOf(held.stalk[1])
    let turned = 0
    drag(event, {
      label: 'Vertices turned',
      moveTo: ({ way, event: { shiftKey } }) => {
        const angle = angleOf([held.stalk[1][0] + way[0], held.stalk[1][1] + way[1]])
        turned += ((((angle - before + 180) % 360) + 360) % 360) - 180
        before = angle
        const degrees = shiftKey ? Math.round(turned / ANGLE_STEP) * ANGLE_STEP : turned
        return {
          recipe: gestures.reshaped((now) => turnedVertices(now, which, { about, degrees })),
          words: `${degrees.toFixed(1)}°`,
        }
      },
    })
  }
  const scaleBy = (factor: number): void => {
    const [held, which] = [box.value!, chosen.value]
    gestures.apply('Vertices scaled', (now) =>
      scaledVertices(now, which, { about: held.middle, by: [factor, factor] }),
    )
  }
  const turnBy = (degrees: number): void => {
    const [held, which] = [box.value!, chosen.value]
    gestures.apply('Vertices turned', (now) => turnedVertices(now, which, { about: held.middle, degrees }))
  }

  /** A knob for each chosen corner, the further in the rounder it is. */
  const knobs = computed(() =>
    [...chosen.value].flatMap((vertex) => {
      const into = intoCorner(outline.value, vertex)
      if (!into) return []
      const { at, corner } = outline.value.vertices[vertex]!
      const from = onScreen(at)
      const one = onScreen([at[0] + into[0], at[1] + into[1]])
      const grows = Math.hypot(one[0] - from[0], one[1] - from[1])
      if (!(grows > 0)) return []
      const away = corner + KNOB / grows
      const screen = onScreen([at[0] + into[0] * away, at[1] + into[1] * away])
      return [{ vertex, corner, into, away, screen }]
    }),
  )
  type Knob = (typeof knobs.value)[number]
  const pressKnob = (event: PointerEvent, { corner, into, screen }: Knob): void => {
    const which = chosen.value
    const from = fromScreen(screen)
    if (!from) return
    drag(event, {
      label: 'Corner rounded',
      moveTo: ({ way }) => {
        const to = fromScreen([screen[0] + way[0], screen[1] + way[1]])
        if (!to) return null
        const along = (to[0] - from[0]) * into[0] + (to[1] - from[1]) * into[1]
        const round = Math.max(0, Math.round(corner + along))
        return {
          recipe: gestures.reshaped((now) => withCorners(now, which, round)),
          words: `rounded by ${round} px`,
        }
      },
    })
  }
  const roundBy = (corner: number): void => {
    const which = chosen.value
    gestures.apply('Corner rounded', (now) => withCorners(now, which, corner))
  }
  return { box, knobs, pressGrip, pressTurn, pressKnob, scaleBy, turnBy, roundBy, tag }
}

/** By how much a grip's drag draws vertices out along each axis. */
function factors({
  grip: { local, sides },
  about,
  to,
  alike,
}: {
  readonly grip: VertexGrip
  readonly about: Point
  readonly to: Point
  readonly alike: boolean
}): Point {
  const own: Point = [local[0] - about[0], local[1] - about[1]]
  const now: Point = [to[0] - about[0], to[1] - about[1]]
  if (alike) {
    const factor = (own[0] * now[0] + own[1] * now[1]) / (own[0] * own[0] + own[1] * own[1])
    return [factor, factor]
  }
  const along = (axis: 0 | 1): number => (sides[axis] === 0 || own[axis] === 0 ? 1 : now[axis] / own[axis])
  return [along(0), along(1)]
}
