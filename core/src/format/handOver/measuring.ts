import { parseColour, isColour, srgbOf, type OklabAlpha } from '../../property/index.ts'
import {
  applyMatrix,
  compileScene,
  outlinePathData,
  sampleSceneInto,
  type DrawItem,
  type Layer,
  type Project,
  type Scene,
} from '../../scene/index.ts'
import { frameTicks, secondsOfTicks } from '../../time/index.ts'
import { isNotInLottie } from '../lottie/index.ts'
import { drawnUses, isVisible } from '../web/index.ts'
import type { ExportForm } from './forms.ts'

/** A layer as a player shows it at a moment. */
export interface ShownLayer {
  /** Where its origin and the points 100 px along its x and its y land, px of the scene; null where nothing is there to measure. */
  readonly points: readonly (readonly [x: number, y: number])[] | null
  /** 0 … 1 */
  readonly opacity: number
  /** Its fill as a CSS colour; empty where it has none. */
  readonly fill: string
  /** Its outline as path data; empty where it has none. */
  readonly path: string
}

/** The largest difference of a kind, and where it is. */
export interface Largest {
  readonly amount: number
  readonly layer: string
  readonly frame: number
}

/** How far a player is from the stage at most. */
export interface Measured {
  /** Of places and outlines, px of the scene. */
  readonly px: Largest
  readonly degrees: Largest
  /** Of sizes and opacity. */
  readonly percent: Largest
  /** Of colours: of 255. */
  readonly channel: Largest
  /** How many frames and layers were looked at. */
  readonly frames: number
  readonly layers: number
  /** What was not looked at, in words. */
  readonly notMeasured: readonly string[]
}

type Kind = 'px' | 'degrees' | 'percent' | 'channel'

/** Points of a layer that are measured, px of its own. */
const MARKS = [
  [0, 0],
  [100, 0],
  [0, 100],
] as const
/** What is nearly nothing points nowhere: px that 100 px of a layer come to. */
const TOO_SMALL = 1

/** Forms something here can play. A style sheet has nothing of its own to show, numbers neither. */
export const MEASURED_FORMS: ReadonlySet<ExportForm> = new Set([
  'html',
  'svg-css',
  'svg-smil',
  'webanimations',
  'lottie',
])

/** Compares what a player shows of an exported scene with what the stage shows, frame by frame. */
export class Measuring {
  /** When each frame is looked at, ms. */
  readonly times: readonly number[]
  private readonly sampler: ReturnType<typeof compileScene>
  private readonly uses: readonly { readonly layer: Layer; readonly isOriginal: boolean }[]
  private readonly largest: Record<Kind, Largest>
  private readonly seen = new Set<string>()
  private readonly step: number
  /** Whether the file has less than the scene. */
  private readonly isLess: boolean

  /**
   * @param form one of `MEASURED_FORMS`
   * @param shaped ids of texts that were written as shapes, where a form has no others
   */
  constructor(project: Project, scene: Scene, form: ExportForm, shaped: ReadonlySet<string> = new Set()) {
    const layers = new Map(scene.layers.map((layer) => [layer.id, layer]))
    this.step = frameTicks(scene.rate)
    const count = Math.max(1, Math.ceil(scene.duration / this.step - 1e-9))
    this.times = Array.from({ length: count }, (_, i) => secondsOfTicks(i * this.step) * 1000)
    this.sampler = compileScene(scene, project.bends, { scenes: project.scenes })
    const drawn = drawnUses(scene).filter(({ layer }) => isVisible(layer, layers))
    const written = drawn.filter(
      ({ layer }) => form !== 'lottie' || shaped.has(layer.id) || !isNotInLottie(layer),
    )
    this.isLess = written.length < drawn.length
    this.uses = written.map(({ layer, copies }) => ({
      layer,
      isOriginal: [...copies.values()].every((copy) => copy === 0),
    }))
    const none = { amount: 0, layer: '', frame: 0 }
    this.largest = { px: none, degrees: none, percent: none, channel: none }
  }

  /**
   * Takes what is shown at a frame, bottom first.
   * @returns false where that is not as many things as the file has
   */
  take(frame: number, shown: readonly ShownLayer[]): boolean {
    if (shown.length !== this.uses.length) return false
    // Of copies the first is drawn last.
    const items = new Map(
      sampleSceneInto(this.sampler, frame * this.step).map((item) => [item.layer.id, item]),
    )
    this.uses.forEach(({ layer, isOriginal }, i) => {
      const item = items.get(layer.id)
      if (item && isOriginal && item.kind !== 'scene' && item.kind !== 'clip')
        this.compare(item, shown[i]!, frame)
    })
    return true
  }

  found(): Measured {
    const copied = this.uses.some(({ isOriginal }) => !isOriginal)
    const kinds = new Set(this.uses.map(({ layer }) => layer.kind))
    const byParts = this.uses.some(({ layer }) => (layer.properties['parts']?.value ?? 'whole') !== 'whole')
    const rest = [
      ...(copied ? ['copies'] : []),
      ...(kinds.has('scene') ? ['what shown scenes hold'] : []),
      ...(kinds.has('clip') ? ['clips'] : []),
      ...(byParts ? ['letters and words that move by themselves'] : []),
      ...(this.isLess ? ['what the file leaves out'] : []),
    ]
    return {
      ...this.largest,
      frames: this.times.length,
      layers: this.seen.size,
      notMeasured: [...rest, 'masks and crops', 'gradients and effects'],
    }
  }

  private compare(item: DrawItem, shown: ShownLayer, frame: number): void {
    const { layer } = item
    const note = (kind: Kind, amount: number): void => {
      if (amount > this.largest[kind].amount) this.largest[kind] = { amount, layer: layer.name, frame }
    }
    note('percent', Math.abs((item.shown ? item.opacity : 0) - shown.opacity) * 100)
    if (!item.shown || !shown.points) return
    this.seen.add(layer.id)
    const wanted = MARKS.map(([x, y]) => applyMatrix(item.matrix, x, y))
    wanted.forEach(([x, y], i) => {
      const [theirX, theirY] = shown.points![i]!
      note('px', Math.hypot(x - theirX, y - theirY))
    })
    for (const end of [1, 2]) {
      const [ours, theirs] = [armOf(wanted, end), armOf(shown.points, end)]
      note('percent', Math.abs(ours.length - theirs.length))
      if (Math.min(ours.length, theirs.length) < TOO_SMALL) continue
      const apart = Math.abs(ours.angle - theirs.angle) % 360
      note('degrees', Math.min(apart, 360 - apart))
    }
    if (item.kind === 'path') note('px', pathsApart(outlinePathData(item.outline), shown.path))
    const moves = (layer.properties['fill']?.keys.length ?? 0) > 0
    if (moves && 'fill' in item && isColour(shown.fill)) note('channel', coloursApart(item.fill, shown.fill))
  }
}

/** From the origin to one of the other marks: length, px (of 100 px, so %), and direction, °. */
function armOf(
  marks: readonly (readonly [number, number])[],
  end: number,
): { readonly length: number; readonly angle: number } {
  const [x, y] = [marks[end]![0] - marks[0]![0], marks[end]![1] - marks[0]![1]]
  return { length: Math.hypot(x, y), angle: (Math.atan2(y, x) * 180) / Math.PI }
}

const NUMBERS = /-?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi
const numbersIn = (path: string): number[] => (path.match(NUMBERS) ?? []).map(Number)

/** The largest difference of a number of two path data, px; 0 where they are not of the same make, and cannot be told apart so. */
function pathsApart(ours: string, theirs: string): number {
  const [a, b] = [numbersIn(ours), numbersIn(theirs)]
  if (a.length !== b.length) return 0
  return a.reduce((most, value, i) => Math.max(most, Math.abs(value - b[i]!)), 0)
}

/** The largest difference of red, green and blue, of 255. */
function coloursApart(ours: ArrayLike<number>, theirs: string): number {
  const [a, b] = [srgbOf([...Array.from(ours)] as unknown as OklabAlpha), srgbOf(parseColour(theirs))]
  return [0, 1, 2].reduce((most, i) => Math.max(most, Math.abs(a[i]! - b[i]!) * 255), 0)
}

/** What was measured, in words: how much was looked at, then each kind of difference. */
export function measuredLines(measured: Measured): string[] {
  const { frames, layers, notMeasured } = measured
  return [
    `Played here and held against the stage: ${layers} ${layers === 1 ? 'layer' : 'layers'} at ${frames} ${frames === 1 ? 'frame' : 'frames'}.`,
    ...MEASURED_KINDS.map(({ kind, label, unit }) => {
      const { amount, layer, frame } = measured[kind]
      const where = layer ? `, ${layer} at frame ${frame}` : ''
      return `${label}: at most ${amountWords(amount)}${unit}${where}.`
    }),
    `Not looked at: ${notMeasured.join(', ')}.`,
  ]
}

/** Kinds of differences in words. */
export const MEASURED_KINDS: readonly {
  readonly kind: Kind
  readonly label: string
  readonly unit: string
}[] = [
  { kind: 'px', label: 'Place and outline', unit: ' px' },
  { kind: 'degrees', label: 'Turn', unit: '°' },
  { kind: 'percent', label: 'Size and opacity', unit: ' %' },
  { kind: 'channel', label: 'Colour', unit: ' of 255' },
]

/** A difference with as many digits as tell something. */
export const amountWords = (amount: number): string =>
  amount < 0.0005 ? '0' : String(Number(amount.toPrecision(2)))
