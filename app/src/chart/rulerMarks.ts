import type { Scene } from '@arrow-bend/core/scene'
import { formatTime, frameTicks, type Ticks, type TimeDisplay } from '@arrow-bend/core/time'
import type { LaneScale } from './lane/ribbon.ts'

/** What the ruler has to know of a scene. */
export type ScenePace = Pick<Scene, 'rate' | 'duration'>

export interface RulerMark {
  readonly frame: number
  readonly x: number
  readonly label: string
  readonly size: 'small' | 'middle' | 'large'
}

/** Least room for a label and between the smallest marks, px. */
const LABEL_ROOM = 52
const MARK_ROOM = 5

/** Marks of the ruler: labels on round times, smaller marks between, down to single frames when there is room. */
export function rulerMarks(scene: ScenePace, { xOf, width }: LaneScale, display: TimeDisplay): RulerMark[] {
  const frame = frameTicks(scene.rate)
  const perSecond = Math.round(scene.rate.num / scene.rate.den)
  const steps = stepsOf(perSecond)
  const pixels = xOf(frame) - xOf(0)
  const labels = steps.find((step) => step * pixels >= LABEL_ROOM) ?? steps[steps.length - 1]!
  const small = steps.find((step) => step * pixels >= MARK_ROOM && labels % step === 0) ?? labels
  const middle =
    steps
      .filter((step) => step < labels && step > small && labels % step === 0 && step % small === 0)
      .at(-1) ?? labels
  const first = Math.max(0, Math.ceil((0 - xOf(0)) / pixels / small) * small)
  const end = Math.floor(scene.duration / frame)
  const marks: RulerMark[] = []
  for (let at = first; at <= end; at += small) {
    const x = xOf(at * frame)
    if (x > width) break
    const size = at % labels === 0 ? 'large' : at % middle === 0 ? 'middle' : 'small'
    marks.push({
      frame: at,
      x,
      size,
      label: size === 'large' ? shortTime((at * frame) as Ticks, scene, display) : '',
    })
  }
  return marks
}

/** Frames between marks to choose from, each dividing a second or made of whole ones. */
function stepsOf(perSecond: number): number[] {
  const within = [1, 2, 5, 10, 12, 15].filter((step) => step < perSecond && perSecond % step === 0)
  return [...within, ...[1, 2, 5, 10, 15, 30, 60, 300, 600, 3600].map((seconds) => seconds * perSecond)]
}

/** Timecode without leading nought hours and minutes. */
function shortTime(time: Ticks, scene: ScenePace, display: TimeDisplay): string {
  const text = formatTime(time, scene.rate, display)
  if (display === 'seconds') return `${Number(text)} s`
  return display === 'frames' ? text : text.replace(/^(?:00:){1,2}(?=\d\d[:;]\d)/, '').replace(/^0(?=\d)/, '')
}
