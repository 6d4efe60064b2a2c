import { isMoving, srgbOf } from '../../property/index.ts'
import {
  boxAboutMiddle,
  compileScene,
  drawnStops,
  gradientLine,
  gradientPartsIn,
  outlineBounds,
  sampleSceneInto,
  stopsIn,
  type Layer,
} from '../../scene/index.ts'
import { asTicks } from '../../time/index.ts'
import { playedLooks } from './playedLooks.ts'
import { toTrack, type Track } from './track.ts'
import { playOptions, toleranceOf, type WebContext } from './webContext.ts'

/** A gradient that plays. */
export interface PlayedGradient {
  readonly kind: 'linear' | 'radial'
  /** Numbers that `gradientAt` takes apart. */
  readonly track: Track
}

/** A gradient at a moment. */
export interface PlayedStops {
  /** px of the layer. */
  readonly start: readonly number[]
  readonly end: readonly number[]
  /** In order; all parts 0 … 1, colours encoded sRGB between which they are mixed. */
  readonly stops: readonly {
    readonly offset: number
    readonly colour: readonly number[]
    readonly alpha: number
  }[]
}

/** Stops that a gradient is told by at most, as many as one is read back with. */
const MOST = 16
/** Pieces between two stops whose colours are mixed in another space than players mix them in. */
const STEPS = 8
/** Shares are held to as much more than places, px: a hundredth of the way along, a tenth of a colour. */
const OFFSET = 100
const COLOUR = 10
/** Numbers of a stop. */
const WIDE = 5

/** Whether a shape is filled by a gradient that is linear, or radial, throughout. */
function keepsGradient({ properties }: Layer): boolean {
  const kind = properties['gradient']
  return (
    kind !== undefined && kind.keys.length === 0 && kind.value !== 'none' && stopsIn(properties).length > 1
  )
}

/** How a shape's gradient plays; null where its plain fill does, or where it changes its kind. */
export function gradientTrack(layer: Layer, context: WebContext): PlayedGradient | null {
  if (!keepsGradient(layer)) return null
  const { library, scene } = context
  const bare: { -readonly [K in keyof Layer]: Layer[K] } = {
    ...layer,
    parent: null,
    visible: true,
    span: [asTicks(0), scene.duration],
  }
  delete bare.mask
  const options = playOptions(layer, context)
  const sampler = compileScene({ ...scene, layers: [bare] }, library)
  const pieces = Math.max(1, Math.min(STEPS, Math.floor((MOST - 1) / (stopsIn(layer.properties).length - 1))))
  const numbersAt = (time: number): readonly number[] => {
    const item = sampleSceneInto(sampler, Math.max(0, Math.min(time, scene.duration - 1))).at(-1)
    if (!item || !('gradient' in item)) return []
    const box =
      item.kind === 'path' ? outlineBounds(item.outline) : boxAboutMiddle(item.size[0]!, item.size[1]!)
    const stops = drawnStops(item.gradient, pieces).flatMap(({ offset, colour }) => {
      const [r, g, b, alpha] = srgbOf(colour)
      return [offset * OFFSET, r * COLOUR, g * COLOUR, b * COLOUR, alpha * COLOUR]
    })
    return [...gradientLine(item.gradient, box), ...stops]
  }
  const width = numbersAt(0).length
  if (width === 0) return null
  const into = (out: Float64Array, sceneTime: number): void => {
    const numbers = numbersAt(options.clock.timeAt(sceneTime))
    // Stops that lie on one another have nothing between them: the last is told as often as there were.
    for (let i = 0; i < width; i += 1)
      out[i] = numbers[i] ?? numbers[numbers.length - WIDE + ((i - 4) % WIDE)]!
  }
  const track = toTrack(playedLooks(into, width, { isStill: !changes(layer), options }), toleranceOf(context))
  return { kind: layer.properties['gradient']!.value as PlayedGradient['kind'], track }
}

/** Whether a gradient, or the box it lies in, moves. */
const changes = ({ properties }: Layer): boolean =>
  [...gradientPartsIn(properties), 'gradient mix', 'size', 'outline'].some(
    (name) =>
      properties[name] !== undefined && (isMoving(properties[name]) || properties[name].split === true),
  )

/** A gradient of a track's numbers. */
export function gradientAt(numbers: readonly number[]): PlayedStops {
  const stops = Array.from({ length: (numbers.length - 4) / WIDE }, (_, i) => {
    const [offset, r, g, b, alpha] = numbers.slice(4 + WIDE * i, 4 + WIDE * (i + 1)) as [
      number,
      number,
      number,
      number,
      number,
    ]
    return { offset: offset / OFFSET, colour: [r, g, b].map((part) => part / COLOUR), alpha: alpha / COLOUR }
  })
  return { start: numbers.slice(0, 2), end: numbers.slice(2, 4), stops }
}
