import type { Project, Scene } from '../../scene/index.ts'
import type { FrameRate } from '../../time/index.ts'
import { exportLottie } from '../lottie/index.ts'
import { numbersCsv, numbersJson } from '../numbers/index.ts'
import { timingPage } from '../timing/index.ts'
import {
  exportCssPage,
  exportStyleSheet,
  exportSvg,
  webAnimations,
  webAnimationsModule,
  webAnimationsPage,
  type WebExportOptions,
} from '../web/index.ts'
import type { ExportForm } from './forms.ts'

export interface FormOptions extends WebExportOptions {
  /** Frames a second of what is told by frames; the scene's when left out. */
  readonly rate?: FrameRate
  /** How many times as large a drawing is shown; 1 when left out. */
  readonly scale?: number
  /** Of a drawing: without the scene's background. */
  readonly transparent?: boolean
  /** What Web Animations are written as; the bare data when left out. */
  readonly wrapped?: 'json' | 'page' | 'module'
}

/**
 * A scene as the text of a file.
 * @throws BadFile where it would be more than whoever opens it can take
 */
export function writeForm(
  project: Project,
  scene: Scene,
  form: Exclude<ExportForm, 'bend'>,
  options: FormOptions,
): string {
  const { rate = scene.rate } = options
  switch (form) {
    case 'html':
      return exportCssPage(project, scene, options)
    case 'css':
      return exportStyleSheet(project, scene, options)
    case 'svg-css':
      return exportSvg(project, scene, { ...options, flavour: 'css' })
    case 'svg-smil':
      return exportSvg(project, scene, { ...options, flavour: 'smil' })
    case 'lottie':
      return `${JSON.stringify(exportLottie(project, scene, options))}\n`
    case 'csv':
      return numbersCsv(project, scene, rate)
    case 'json':
      return numbersJson(project, scene, rate)
    case 'timing':
      return timingPage(project, scene)
    case 'webanimations':
      return wrapped(webAnimations(project, scene, options), options.wrapped ?? 'json')
  }
}

function wrapped(data: ReturnType<typeof webAnimations>, as: NonNullable<FormOptions['wrapped']>): string {
  if (as === 'page') return webAnimationsPage(data)
  if (as === 'module') return webAnimationsModule(data)
  return `${JSON.stringify(data, null, 1)}\n`
}
