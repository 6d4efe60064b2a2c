import type { Letters } from '../../letters/index.ts'
import type { BendLibrary } from '../../bend/index.ts'
import { playProperty, type PlayOptions } from '../../play/index.ts'
import {
  compileLayerClock,
  type Layer,
  type LayerClock,
  type Measures,
  type Project,
  type Scene,
  type WhichCopies,
} from '../../scene/index.ts'
import { frameTicks, type FrameRate, type Ticks } from '../../time/index.ts'
import type { Rounds } from './motion/cssMotion.ts'
import type { Motion, Shell } from './motion/motion.ts'
import { toTrack, type Track } from './track.ts'
import { checkKeyframes } from './pageLimits.ts'

export interface WebExportOptions {
  /** The URL (usually `data:`) of an asset's picture, by asset id. */
  readonly pictureUrl: (assetId: string) => string
  /** The URL of the font text layers are set in; left out when there is no text. */
  readonly fontUrl?: string
  /** How wide text is in that font; left out: a rough guess, with which lines and parts of texts stand roughly. */
  readonly measureText?: Measures['text']
  /** That font itself, for texts that leave as shapes. */
  readonly letters?: Letters
  /** Whether texts leave as texts, or as shapes where `letters` can give them; as texts when left out. */
  readonly texts?: 'texts' | 'outlines'
  /** How often it is played; over and over when left out. */
  readonly rounds?: Rounds
  /** Largest error of what cannot be written as it is, px, %, or thousandths of a turn; 0.02 when left out. */
  readonly tolerance?: number
}

/** What everything in one page or drawing shares. */
export interface WebContext {
  readonly scene: Scene
  readonly project: Project
  readonly library: BendLibrary
  readonly layers: ReadonlyMap<string, Layer>
  readonly motion: Motion
  readonly options: WebExportOptions
  /** The boxes of layers that were written already, which stand around all that rides on them. */
  readonly shells: Map<string, Shell>
  /** What layers stand in: boxes of a page, or groups of a drawing, as which masks are written, too. */
  readonly within: 'page' | 'drawing'
  /** Which copy of what repeats itself is written. */
  readonly copies: WhichCopies
  /** Of the scene that leaves, whichever scene is written. */
  readonly duration: Ticks
  /** The clock of the scene that is written, where it is shown in another; null for the one that leaves. */
  readonly base: LayerClock | null
  /** Writes what stands in a scene that is shown. */
  readonly writeScene: (shown: Scene, base: LayerClock, within: WebContext['within']) => string
}

/**
 * Largest error of what is written as straight pieces or points, in the property's own unit. A scale or a turn
 * moves what lies 2 000 px from its pivot, so they are held to 1/2000 of what places are.
 */
const WITHIN = 0.02
const WITHIN_FAR: Readonly<Record<string, number>> = { scale: 0.001, turn: 0.0005 }

export const toleranceOf = ({ options }: Pick<WebContext, 'options'>): number => options.tolerance ?? WITHIN

/** The time of a layer while it plays; that of the first copy where none is named. */
export function clockOf(layer: Layer, { scene, library, base }: WebContext, copies: WhichCopies): LayerClock {
  const own = compileLayerClock(scene, layer.id, library, copies)
  if (!base) return own
  return {
    isSceneTime: false,
    timeAt: (time) => own.timeAt(base.timeAt(time)),
    paceAt: (time) => base.paceAt(time) * own.paceAt(base.timeAt(time)),
  }
}

/** The copies that are written, but for a layer's own: what it is of itself, its span and their number, goes by no delay. */
export const withoutOwnCopy = (layer: Layer, { copies }: WebContext): WhichCopies =>
  new Map([...copies].filter(([id]) => id !== layer.id))

/** How a layer's properties are played here. */
export function playOptions(layer: Layer, context: WebContext, within = toleranceOf(context)): PlayOptions {
  const { scene, library, copies, duration } = context
  return {
    duration,
    within,
    library,
    clock: clockOf(layer, context, copies),
    frame: frameTicks(scene.rate),
    checkCount: checkKeyframes,
  }
}

/** What one of a layer's properties does. */
export function trackOf(
  layer: Layer,
  name: string,
  context: WebContext,
  within = toleranceOf(context),
): Track {
  const far = WITHIN_FAR[name]
  const options = playOptions(layer, context, far ? (far * toleranceOf(context)) / WITHIN : within)
  return toTrack(playProperty(layer.properties[name]!, options), options.within)
}

/** Six decimals: a millionth of a pixel. */
export function round(value: number): string {
  return String(Number(value.toFixed(6)))
}

/** Frames a second, for those who read the file: what plays it has no frames. */
export const rateText = ({ num, den }: FrameRate): string => String(Number((num / den).toFixed(3)))

/** A way in pixels: places that move are kept to a ten-thousandth of one. */
export const pixel = (value: number): string => `${Number(value.toFixed(4))}px`

/** A scale in % as CSS and SVG write it: one number where both directions share it. Source: W3C, CSS Transforms 2, scale. */
export function scaleText([x, y]: readonly number[]): string {
  const [across, down] = [round(x! / 100), round(y! / 100)]
  return across === down ? across : `${across} ${down}`
}

/** Text as it can stand in markup. */
export function escapeText(text: string): string {
  return text.replace(/[&<>"']/g, (mark) => `&#${mark.charCodeAt(0)};`)
}

/** The element that stands around others. */
export const boxTag = ({ within }: Pick<WebContext, 'within'>): string => (within === 'page' ? 'div' : 'g')

/** What a shape or a text is drawn in. */
export function drawn({ within }: Pick<WebContext, 'within'>, markup: string): string {
  return within === 'page' ? `<svg>${markup}</svg>` : `<g>${markup}</g>`
}

/** What elements are written by where none is. */
const NO_MOTION: Motion = { shell: () => ['', ''], movesAttributes: false, rules: () => '' }

/** What is played of a scene by itself, for what is written without elements. */
export const bareContext = (project: Project, scene: Scene, options: WebExportOptions): WebContext => ({
  project,
  scene,
  library: project.bends,
  layers: new Map(scene.layers.map((layer) => [layer.id, layer])),
  motion: NO_MOTION,
  options,
  shells: new Map(),
  within: 'page',
  copies: new Map(),
  duration: scene.duration,
  base: null,
  writeScene: () => '',
})
