import type { ExportForm } from '@arrow-bend/core/format/handOver'

/** Everything one can save, grouped as it is chosen by. */
export type ExportChoice =
  | 'html'
  | 'svg'
  | 'css'
  | 'webanimations'
  | 'lottie'
  | 'film'
  | 'gif'
  | 'frames'
  | 'frame'
  | 'numbers'
  | 'timing'
  | 'property'
  | 'bend'

export interface ChoiceWords {
  readonly choice: ExportChoice
  readonly label: string
  /** What it is for, in a few words. */
  readonly hint: string
}

export const EXPORT_CHOICES: readonly { readonly title: string; readonly choices: readonly ChoiceWords[] }[] =
  [
    {
      title: 'For the web',
      choices: [
        { choice: 'html', label: 'Web page', hint: 'plays by itself' },
        { choice: 'svg', label: 'Animated SVG', hint: 'one picture that moves' },
        { choice: 'css', label: 'Style sheet', hint: 'for elements of your own' },
        { choice: 'webanimations', label: 'Web Animations', hint: 'driven by a script' },
        { choice: 'lottie', label: 'Lottie', hint: 'for apps with a player' },
      ],
    },
    {
      title: 'Film and frames',
      choices: [
        { choice: 'film', label: 'Video', hint: 'WebM or MP4' },
        { choice: 'gif', label: 'GIF', hint: 'plays anywhere, 256 colours' },
        { choice: 'frames', label: 'All frames', hint: 'PNGs in a zip' },
        { choice: 'frame', label: 'This frame', hint: 'one PNG' },
      ],
    },
    {
      title: 'Numbers',
      choices: [
        { choice: 'numbers', label: 'All that moves', hint: 'CSV or JSON' },
        { choice: 'property', label: 'One property', hint: 'CSV, with speed' },
        { choice: 'timing', label: 'Timing sheet', hint: 'keys and ladders to print' },
      ],
    },
    { title: 'To go on with', choices: [{ choice: 'bend', label: 'Project file', hint: 'everything' }] },
  ]

/** The forms of core that a choice is written as, the first where nothing else is asked for. */
export const FORMS_OF: Readonly<Partial<Record<ExportChoice, readonly Exclude<ExportForm, 'bend'>[]>>> = {
  html: ['html'],
  svg: ['svg-css', 'svg-smil'],
  css: ['css'],
  webanimations: ['webanimations'],
  lottie: ['lottie'],
  numbers: ['csv', 'json'],
  timing: ['timing'],
}
