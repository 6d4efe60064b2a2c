import type { Project, Scene } from '../../scene/index.ts'
import { frameTicks, secondsOfTicks, type FrameRate } from '../../time/index.ts'
import { columnsOf, quoted } from '../csv/index.ts'
import { compiledOf } from '../../property/index.ts'
import { frameCount, playedNumbers } from './playedNumbers.ts'

/**
 * All that moves in a scene as one CSV table: a row a frame, a column for each number of each property.
 * @throws BadFile where that is more than a text can hold
 * Source: RFC 4180 for the form.
 */
export function numbersCsv(project: Project, scene: Scene, rate: FrameRate): string {
  const step = frameTicks(rate)
  const played = playedNumbers(project, scene, rate)
  const head = played.flatMap(({ layer, name, property }) =>
    columnsOf(compiledOf(property, project.bends)).map((column) => {
      const own = column === 'value' ? '' : ` ${column}`
      return quoted(`${layer.name} ${name}${own}`)
    }),
  )
  const rows = Array.from({ length: frameCount(scene, rate) }, (_, frame) =>
    [
      frame,
      secondsOfTicks(frame * step),
      ...played.flatMap(({ frames }): readonly (number | string)[] => {
        const value = frames[frame]!
        return typeof value === 'string' ? [quoted(value)] : value
      }),
    ].join(','),
  )
  return `${['frame,seconds', ...head].join(',')}\n${rows.map((row) => `${row}\n`).join('')}`
}
