import type { PlainBend } from '../../bend/index.ts'
import type { Letters } from '../../letters/index.ts'
import { compiledOf, isMoving, PlaceSpan, type Property } from '../../property/index.ts'
import {
  compileLayerClock,
  playedProperties,
  playedProperty,
  reachesScene,
  type Layer,
  type Project,
  type Scene,
} from '../../scene/index.ts'
import { isNotInLottie, leftOutOfLottie } from '../lottie/index.ts'
import { leftOutOfPage } from '../web/index.ts'
import type { ExportForm } from './forms.ts'
import { measuredLines, type Measured } from './measuring.ts'

/** How a property comes through: as it is, nearly (by a fitted easing), as points close together, or not at all. */
export type Fidelity = 'exact' | 'fitted' | 'baked' | 'left out'

export interface ReportRow {
  readonly layer: string
  readonly property: string
  readonly fidelity: Fidelity
  /** Why, in a few words; empty for what is exact. */
  readonly why: string
}

export interface ExportReport {
  /** Of each property that moves. */
  readonly rows: readonly ReportRow[]
  /** What else is not as it is on the stage, in words. */
  readonly notes: readonly string[]
}

/** Properties of a layer that are no motion of what leaves. */
const NOT_SEEN: ReadonlySet<string> = new Set(['gain', 'pan', 'local time'])
/** What a style sheet for elements of one's own can say. */
const OF_SHEET: ReadonlySet<string> = new Set([
  'position',
  'position x',
  'position y',
  'turn',
  'scale',
  'opacity',
  'fill',
  'stroke',
])
/** Played by several numbers at once, and so as points close together. */
const TOGETHER = /^(trim|dash|blur|shadow|copy|gradient|stop|vertex)/
/** Where a gradient lies and how it is mixed, which are no styles of CSS. */
const PLACES_OF_GRADIENT = /^(gradient (start|end|mix)|stop \d+ offset)$/
/** In Lottie these have keys of their own. */
const APART_IN_LOTTIE = /^(trim|dash)/

/**
 * Tells before a scene leaves how each of its moves will come through.
 * @param letters the font of texts, where they may leave as shapes
 */
export function exportReport(
  project: Project,
  scene: Scene,
  form: ExportForm,
  letters?: Letters,
): ExportReport {
  if (form === 'bend') return { rows: [], notes: [] }
  const rows = scene.layers.flatMap((layer) =>
    playedProperties(layer).flatMap(({ name, label }): ReportRow[] => {
      const property = playedProperty(layer, name, project.bends)
      if (property.split || !isMoving(property) || NOT_SEEN.has(name)) return []
      const found = fidelityOf({ project, scene, layer, name, property, letters }, form)
      return [{ layer: layer.name, property: label, ...found }]
    }),
  )
  return { rows, notes: notesOf({ project, scene, letters }, form) }
}

/** The report as text, to go beside the file; with what was measured, where something was. */
export function reportText({ rows, notes }: ExportReport, title: string, measured?: Measured | null): string {
  const count = (one: Fidelity): number => rows.filter(({ fidelity }) => fidelity === one).length
  const sums = (['exact', 'fitted', 'baked', 'left out'] as const)
    .map((one) => `${count(one)} ${one}`)
    .join(', ')
  const lines = rows.map(
    ({ layer, property, fidelity, why }) => `${layer} / ${property}: ${fidelity}${why ? ` (${why})` : ''}`,
  )
  return [
    title,
    `Moves: ${sums}.`,
    ...notes,
    ...(measured ? measuredLines(measured) : []),
    '',
    ...lines,
    '',
  ].join('\n')
}

/** Forms that tell of motion in numbers, and play nothing. */
const isNumbers = (form: ExportForm): boolean => form === 'csv' || form === 'json' || form === 'timing'

interface Asked {
  readonly project: Project
  readonly scene: Scene
  readonly layer: Layer
  readonly name: string
  readonly property: Property
  readonly letters: Letters | undefined
}

function fidelityOf(asked: Asked, form: ExportForm): Pick<ReportRow, 'fidelity' | 'why'> {
  const { project, scene, layer, name, property, letters } = asked
  const exact = { fidelity: 'exact', why: '' } as const
  const baked = (why: string) => ({ fidelity: 'baked', why }) as const
  if (isNumbers(form)) return exact
  if (layer.kind === 'clip' || layer.kind === 'sound') return { fidelity: 'left out', why: `a ${layer.kind}` }
  if (form === 'lottie' && isNotInLottie(layer, letters))
    return { fidelity: 'left out', why: `a ${layer.kind}` }
  const isCropOfGroup = layer.kind === 'group' && name.startsWith('crop ')
  if (form === 'lottie' && (/^(blur|shadow)/.test(name) || property.kind === 'choice'))
    return { fidelity: 'left out', why: 'not written to Lottie' }
  // A page moves a gradient's colours only; Lottie and animation elements all of it.
  const isOwn = form === 'lottie' || form === 'svg-smil'
  if (name === 'gradient' || (!isOwn && PLACES_OF_GRADIENT.test(name)))
    return { fidelity: 'left out', why: 'stays as it begins' }
  if (form === 'css' && !OF_SHEET.has(name))
    return { fidelity: 'left out', why: 'not a style of any element' }
  if (!compileLayerClock(scene, layer.id, project.bends).isSceneTime) return baked('a time of its own')
  if (isCropOfGroup) return baked('a box round all that is in it')
  if (property.patterns?.length) return baked('patterns')
  if (property.kind === 'choice') return exact
  if (property.kind === 'outline') return baked('outlines are mixed point by point')
  if (property.mix === 'geometric') return baked('mixed by ratio')
  if (TOGETHER.test(name) && !(form === 'lottie' && APART_IN_LOTTIE.test(name)))
    return baked('several numbers together')
  if (name === 'turn' && layer.turnAlongRoute !== undefined) return baked('turns along its route')
  if (property.kind === 'colour' && (form === 'svg-smil' || form === 'lottie'))
    return baked('mixed in sRGB there')
  const compiled = compiledOf(property, project.bends)
  const isCurved = compiled.spans.some((span) => span instanceof PlaceSpan && !span.route.straight)
  if (form === 'css' && isCurved) return baked('a curved route')
  const fitted = compiled.bends.some((bend) => !isPlain(bend, form))
  return fitted
    ? {
        fidelity: 'fitted',
        why: `bends that ${form === 'svg-smil' || form === 'lottie' ? 'are no single spline' : 'CSS has no name for'}`,
      }
    : exact
}

/** Whether a form has the bend as it is. */
function isPlain(bend: PlainBend, form: ExportForm): boolean {
  if (bend.kind === 'linear' || bend.kind === 'hold') return true
  if (bend.kind === 'handles') return !bend.leave.lift && !bend.arrive.lift
  if (form === 'svg-smil' || form === 'lottie') return bend.kind === 'points'
  return bend.kind === 'family' && bend.family === 'steps' && !bend.part
}

function notesOf(
  { project, scene, letters }: Pick<Asked, 'project' | 'scene' | 'letters'>,
  form: ExportForm,
): string[] {
  if (isNumbers(form)) return []
  const layers = project.scenes
    .filter((one) => one.id === scene.id || reachesScene(project.scenes, scene.id, one.id))
    .flatMap((one) => one.layers)
  const left =
    form === 'css'
      ? []
      : form === 'lottie'
        ? leftOutOfLottie(layers, letters)
        : leftOutOfPage(layers, form === 'svg-smil')
  return [
    ...(left.length > 0 ? [`Left out: ${left.join(', ')}.`] : []),
    ...(form === 'svg-smil'
      ? [
          'Animation elements play at once whatever is asked for: with style rules an SVG stands still where less motion is wanted.',
        ]
      : []),
    ...(form === 'svg-smil' &&
    layers.some(({ properties }) => properties['shadow colour'] && isMoving(properties['shadow colour']))
      ? ['Browsers put moving shadows of animation elements on whole px.']
      : []),
  ]
}
