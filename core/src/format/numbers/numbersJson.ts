import type { Project, Scene } from '../../scene/index.ts'
import { formatRate, frameTicks, secondsOfTicks, type FrameRate } from '../../time/index.ts'
import { easingText } from '../css/index.ts'
import { frameCount, playedNumbers } from './playedNumbers.ts'
import { compiledOf } from '../../property/index.ts'

/**
 * All that moves in a scene as JSON for engines: of each property its value at every frame, and its keys with the CSS easing
 * from each to the next. Units are those of Arrow Bend: px, degrees, %, s; colours are OKLab and opacity.
 * @throws BadFile where that is more than a text can hold
 */
export function numbersJson(project: Project, scene: Scene, rate: FrameRate): string {
  const { bends: library } = project
  const frame = frameTicks(rate)
  const properties = playedNumbers(project, scene, rate).map(({ layer, name, property, unit, frames }) => {
    const { keys, bends } = compiledOf(property, library)
    return {
      layer: layer.name,
      property: name,
      kind: property.kind,
      ...(unit ? { unit } : {}),
      keys: keys.map(({ t, value }, i) => ({
        frame: t / frame,
        seconds: secondsOfTicks(t),
        value,
        ...(bends[i] ? { easing: easingText(bends[i]) } : {}),
      })),
      frames,
    }
  })
  return `${JSON.stringify(
    {
      format: 'arrow-bend/numbers',
      version: 1,
      project: project.name,
      scene: scene.name,
      size: scene.size,
      rate: formatRate(rate),
      frames: frameCount(scene, rate),
      properties,
    },
    null,
    1,
  )}\n`
}
