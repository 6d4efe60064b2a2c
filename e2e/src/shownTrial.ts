import type { Property } from '@arrow-bend/core/property'
import { makeLayer, type Project, type Scene } from '@arrow-bend/core/scene'
import { secondsOfTicks, ticksOfFrame } from '@arrow-bend/core/time'
import { trialProject } from './everyFrame.ts'
import { FRAMES, key, RATE, trialScene } from './trialScene.ts'

/** A scene that shows another twice, cropped: slower, then backwards to before its beginning. */
export function shownTrial(): { readonly project: Project; readonly scene: Scene } {
  const bare = trialScene()
  const span = [ticksOfFrame(0, RATE), ticksOfFrame(FRAMES, RATE)] as const
  const seconds = (frames: number): number => secondsOfTicks(ticksOfFrame(frames, RATE))
  const turns: Property = { kind: 'turn', value: 0, keys: [key(0, 0), key(40, 200)] }
  const lamp = makeLayer({
    id: 'lamp',
    name: 'lamp',
    kind: 'rectangle',
    span,
    values: { position: [120, 90] },
  })
  const shown: Scene = {
    ...bare,
    id: 'shown',
    size: [400, 300],
    duration: ticksOfFrame(50, RATE),
    layers: [{ ...lamp, properties: { ...lamp.properties, turn: turns } }],
  }
  const use = makeLayer({
    id: 'use',
    name: 'use',
    kind: 'scene',
    span,
    values: { position: [900, 500], scale: [150, 150], 'crop left': 10 },
  })
  // On at half speed, back at full speed to before its beginning.
  const local: Property = {
    kind: 'number',
    value: 0,
    keys: [key(6, 0), key(46, seconds(20)), key(70, seconds(-4))],
  }
  const copies: Property = { kind: 'number', value: 2, keys: [] }
  const offset: Property = { kind: 'pair', value: [30, 200], keys: [] }
  const properties = { ...use.properties, 'local time': local, copies, 'copy offset': offset }
  const scene: Scene = { ...bare, layers: [{ ...use, source: { scene: 'shown' }, properties }] }
  return { project: { ...trialProject(scene), scenes: [scene, shown] }, scene }
}
