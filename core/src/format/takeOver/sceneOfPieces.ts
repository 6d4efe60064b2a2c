import { LIMITS, type ArtPicture } from '../../scene/index.ts'
import { asTicks, frameRateNear, secondsOfTicks } from '../../time/index.ts'
import { BadFile } from '../badFile.ts'
import { rateOf, wholeFrames } from './motion/sceneLength.ts'
import { layersOfPieces } from './pieces/layersOfPieces.ts'
import { backgroundOf } from './pieces/backgroundOf.ts'
import { shareSteps } from './pieces/shareSteps.ts'
import { tidyMotion } from './pieces/tidyMotion.ts'
import { workingTies } from './pieces/workingTies.ts'
import { tidyPieces, type Piece } from './pieces/piece.ts'
import type { LeftOut, TakenOver } from './takenOver.ts'

export interface SceneOfPieces {
  readonly name: string
  readonly size: readonly [width: number, height: number]
  /** How long it lasts. */
  readonly seconds: number
  /** Frames a second, where the file says so. */
  readonly rate?: number | undefined
  readonly background?: string | null
  /** Whether what carries several pieces is written in each of them. */
  readonly shares?: boolean
  readonly pictures: TakenOver['pictures']
  readonly leftOut: readonly LeftOut[]
  readonly makeId: () => string
}

/**
 * Pieces as a scene.
 * @param pieces bottom first
 * @throws BadFile where nothing is shown, or more than a scene holds
 */
export function sceneOfPieces(pieces: readonly Piece[], options: SceneOfPieces): TakenOver {
  const { name, size, seconds, pictures, leftOut, makeId } = options
  const whole = size.map((side) => Math.min(LIMITS.frameSide, Math.max(1, Math.round(side)))) as [
    number,
    number,
  ]
  const span = [asTicks(0), wholeFrames(seconds, PROVISIONAL)] as const
  const tidy = tidyPieces(pieces)
  const background = options.background ?? backgroundOf(tidy, whole)
  const shown = background !== null && options.background === undefined ? tidy.slice(1) : tidy
  const made = layersOfPieces(options.shares ? shareSteps(shown) : shown, { makeId, span })
  if (made.length === 0) throw new BadFile('This file shows nothing. Nothing was changed.')
  if (made.length > LIMITS.layers)
    throw new BadFile(
      `This file would be ${made.length.toLocaleString('en')} layers, and a scene holds ${LIMITS.layers.toLocaleString('en')} at most. Nothing was changed.`,
    )
  const moments = made.flatMap(({ properties }) =>
    Object.values(properties).flatMap(({ keys }) =>
      keys.filter(({ timeless }) => !timeless).map(({ t }) => secondsOfTicks(t)),
    ),
  )
  const rate = frameRateNear(options.rate ?? NaN) ?? rateOf(moments)
  const duration = wholeFrames(seconds, rate)
  const spanned = made.map((layer) =>
    layer.span === span ? { ...layer, span: [span[0], duration] as const } : layer,
  )
  const lost: LeftOut[] = []
  const layers = tidyMotion(
    workingTies(spanned, (one) => lost.push(one)),
    rate,
  )
  const used = new Set(layers.map(({ properties }) => String(properties['picture']?.value)))
  return {
    name: name.trim().slice(0, LIMITS.nameLength) || 'Scene',
    size: whole,
    rate,
    duration,
    background,
    layers,
    pictures: new Map<string, ArtPicture>([...pictures].filter(([key]) => used.has(key))),
    leftOut: [...leftOut, ...lost],
  }
}

/** Stands in until the keys have told the rate. */
const PROVISIONAL = { num: 60, den: 1 } as const
