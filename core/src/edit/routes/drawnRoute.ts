import type { Draft } from 'immer'
import { LINEAR } from '../../bend/index.ts'
import { fitCurve, type CurvePiece } from '../../fit/index.ts'
import type { Key, Property, Through } from '../../property/index.ts'
import {
  chainRoutes,
  compileRoute,
  routeCubic,
  smoothRouteHandles,
  type CompiledRoute,
  type Vec2,
} from '../../route/index.ts'
import { LIMITS, type Project } from '../../scene/index.ts'
import { asTicks, frameTicks, MOST_TICKS, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { editProperty } from '../editProperty.ts'
import { joinAxes } from './joinAxes.ts'
import { sceneIn, type MakeId, type PropertyRef } from '../refs.ts'

/** Where the hand was, and when: ticks since it set out. */
export interface DrawnPoint {
  readonly at: Vec2
  readonly ticks: number
}

export interface DrawnRoute {
  readonly start: Ticks
  /** When the route is to end; the hand's own timing, if kept, ends where it ends. */
  readonly end: Ticks
  readonly keepTiming: boolean
  /** How far the route may stray from the hand, px, > 0: as much as it trembles. */
  readonly within: number
  readonly makeId: MakeId
}

/** The least distance a route keeps to, as a share of how far it goes. */
const LEAST_SHARE = 1e-6
const isOnStage = (part: number): boolean => Math.abs(part) <= LIMITS.magnitude

/** Looks along a drawing. */
const LOOKS = 200
/** Handles whose directions differ by less than this go on in one line, as the cosine between them. */
const IN_LINE = 0.985

/**
 * Gives a place the route a hand has drawn, with few keys; its keys so far are replaced. With the hand's timing the
 * place goes where the hand went when it went there; without it the way is gone evenly from start to end, and the
 * points between are waypoints.
 * @throws BadEdit for a drawing that goes nowhere, or a property that is no place
 */
export function drawRoute(
  draft: Draft<Project>,
  ref: PropertyRef,
  points: readonly DrawnPoint[],
  options: DrawnRoute,
): void {
  if (!points.every(({ at, ticks }) => at.every(isOnStage) && Math.abs(ticks) <= MOST_TICKS))
    throw new BadEdit('A route is drawn through places that are numbers. Nothing was changed.')
  const apart = points.filter(({ at }, i) => i === 0 || distance(at, points[i - 1]!.at) > 0)
  if (apart.length < 2 || !(options.within > 0))
    throw new BadEdit('A route is drawn by going somewhere. Nothing was changed.')
  const step = frameTicks(sceneIn(draft, ref.scene).rate) / 4
  editProperty(draft, ref, (property, library) => {
    if (property.kind !== 'place')
      throw new BadEdit(`Only a place has a route; this is a ${property.kind}. Nothing was changed.`)
    const span = Math.max(...apart.map(({ at }) => distance(at, apart[0]!.at)))
    // Nearer than that no hand draws, and no screen shows.
    const within = Math.max(options.within, span * LEAST_SHARE)
    if (!options.keepTiming) return { ...property, keys: evenKeys(apart, { ...options, within }) }
    const { makeId } = options
    const axes = ([0, 1] as const).map((axis) => handAxis(apart, axis, options.start))
    return joinAxes(property, { x: axes[0]!, y: axes[1]!, within, step, makeId, library, across: true })
  })
}

const distance = (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1])

/** One axis of the hand's way as a number over time. */
function handAxis(points: readonly DrawnPoint[], axis: 0 | 1, start: Ticks): Property {
  const keys = points.map(({ at, ticks }, i): Key => ({
    id: String(i),
    t: asTicks(start + Math.round(ticks)),
    value: at[axis],
    bend: LINEAR,
    through: 'smooth',
  }))
  const rising = keys.filter(({ t }, i) => i === 0 || t > keys[i - 1]!.t)
  return { kind: 'number', value: points[0]!.at[axis], keys: rising }
}

/** Keys along the drawing: the first and the last with times, waypoints between. */
function evenKeys(points: readonly DrawnPoint[], { start, end, within, makeId }: DrawnRoute): Key[] {
  const way = smoothWay(points.map(({ at }) => at))
  const travelled = way.length
  const { pieces } = fitCurve(
    { width: 2, valueInto: (out, along) => way.pointInto(out, along) },
    0,
    travelled,
    { within, step: travelled / LOOKS },
  )
  return [...pieces, null].map((piece, i): Key => {
    const before = pieces[i - 1]
    const leave: Vec2 = piece ? [piece.leave[0]!, piece.leave[1]!] : [0, 0]
    const arrive: Vec2 = before ? [-before.arrive[0]! || 0, -before.arrive[1]! || 0] : [0, 0]
    const [x, y] = (piece?.from ?? before!.to) as [number, number]
    const inner = i > 0 && piece !== null
    return {
      id: makeId(),
      t: asTicks(Math.round(start + timeShare(piece, before, travelled) * (end - start))),
      value: [x, y],
      bend: LINEAR,
      through: 'corner',
      route: { arrive, leave, through: throughOf(arrive, leave) },
      ...(inner ? { timeless: true as const } : {}),
    }
  })
}

/** The way through all points of a hand, smooth at each. */
function smoothWay(points: readonly Vec2[]): CompiledRoute {
  const handles = points.map((at, i) => {
    const [before, after] = [points[i - 1], points[i + 1]]
    return before && after ? smoothRouteHandles(before, at, after) : null
  })
  return chainRoutes(
    points
      .slice(1)
      .map((to, i) => compileRoute(routeCubic(points[i]!, to, handles[i]?.leave, handles[i + 1]?.arrive))),
  )
}

function timeShare(piece: CurvePiece | null, before: CurvePiece | undefined, travelled: number): number {
  return (piece ? piece.start : before!.end) / travelled
}

function throughOf(arrive: Vec2, leave: Vec2): Through {
  const size = Math.hypot(...arrive) * Math.hypot(...leave)
  if (size === 0) return 'corner'
  return -(arrive[0] * leave[0] + arrive[1] * leave[1]) / size > IN_LINE ? 'joined' : 'corner'
}
