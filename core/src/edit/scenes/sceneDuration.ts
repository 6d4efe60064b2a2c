import { clamp } from '../../number/index.ts'
import type { Draft } from 'immer'
import { LIMITS, type Project } from '../../scene/index.ts'
import { asTicks, frameTicks, MOST_TICKS, type Ticks } from '../../time/index.ts'
import { BadEdit } from '../badEdit.ts'
import { setLayerSpan, type SpanPolicy } from '../layers/layerSpan.ts'
import { sceneIn } from '../refs.ts'
import { slideLayers } from '../layers/slideLayers.ts'

export interface DurationChange {
  readonly duration: Ticks
  /** Where time is added or cut; at the start, all else moves by as much. */
  readonly at: 'start' | 'end'
  /** What keys do of layers that begin and end with the scene, as for `setLayerSpan`. */
  readonly policy: SpanPolicy
}

/**
 * Gives a scene another length. Layers that reach to its end go on reaching to it; under `stretch` everything, markers
 * and play range with it, is stretched. Markers and a play range beyond the new end come to it.
 * @throws BadEdit for less than a frame, for a locked layer that would change, or a key that would be passed by
 */
export function setSceneDuration(
  draft: Draft<Project>,
  sceneId: string,
  { duration, at, policy }: DurationChange,
): void {
  const scene = sceneIn(draft, sceneId)
  const least = frameTicks(scene.rate)
  if (!(duration >= least && duration <= MOST_TICKS))
    throw new BadEdit('A scene lasts from one frame to 24 hours. Its length was kept.')
  const old = scene.duration
  const by = duration - old
  if (by === 0) return
  const ids = scene.layers.map(({ id }) => id)
  if (at === 'start') {
    slideLayers(draft, { scene: sceneId, layers: ids }, { byTicks: by, part: 'both' })
    moveMarks(scene, (time) => time + by)
  }
  // What was the whole scene before is seen from where its start is now.
  const [from, to] = at === 'start' ? [by, duration] : [0, old]
  const factor = duration / old
  for (const id of ids) {
    const [start, end] = scene.layers.find((layer) => layer.id === id)!.span
    const span: [Ticks, Ticks] =
      policy === 'stretch'
        ? [asTicks(Math.round((start - from) * factor)), asTicks(Math.round((end - from) * factor))]
        : [asTicks(start === from ? 0 : start), asTicks(end === to ? duration : end)]
    if (span[0] === start && span[1] === end) continue
    if (span[0] >= span[1])
      throw new BadEdit('A layer would have no time left to be shown in. The length of the scene was kept.')
    setLayerSpan(draft, { scene: sceneId, layer: id }, span, policy)
  }
  scene.duration = duration
  if (policy === 'stretch') moveMarks(scene, (time) => (time - from) * factor)
  moveMarks(scene, (time) => clamp(time, 0, duration))
}

type DraftScene = ReturnType<typeof sceneIn>

function moveMarks(scene: DraftScene, timeOf: (time: number) => number): void {
  for (const marker of scene.markers.slice(0, LIMITS.markers))
    marker.t = asTicks(Math.round(timeOf(marker.t)))
  if (!scene.playRange) return
  const [from, to] = scene.playRange.map((time) => asTicks(Math.round(timeOf(time))))
  scene.playRange = from! < to! ? [from!, to!] : null
}
