/** What a scene can leave as. */
export type ExportForm =
  'html' | 'css' | 'svg-css' | 'svg-smil' | 'webanimations' | 'lottie' | 'csv' | 'json' | 'timing' | 'bend'

export interface FormFacts {
  readonly label: string
  /** What the file's name ends with, without a dot. */
  readonly ending: string
  readonly type: string
}

/** Every form, in the order they are told in. */
export const EXPORT_FORMS: Readonly<Record<ExportForm, FormFacts>> = {
  html: { label: 'Web page', ending: 'html', type: 'text/html' },
  'svg-css': { label: 'SVG, moved by style rules', ending: 'svg', type: 'image/svg+xml' },
  'svg-smil': { label: 'SVG, moved by animation elements', ending: 'svg', type: 'image/svg+xml' },
  css: { label: 'Style sheet', ending: 'css', type: 'text/css' },
  webanimations: { label: 'Web Animations', ending: 'json', type: 'application/json' },
  lottie: { label: 'Lottie', ending: 'json', type: 'application/json' },
  csv: { label: 'Numbers, CSV', ending: 'csv', type: 'text/csv' },
  json: { label: 'Numbers, JSON', ending: 'json', type: 'application/json' },
  timing: { label: 'Timing sheet', ending: 'html', type: 'text/html' },
  bend: { label: 'Project file', ending: 'bend', type: 'application/zip' },
}

export const isExportForm = (name: string): name is ExportForm => Object.hasOwn(EXPORT_FORMS, name)

/** The form a file of this name has; null where its ending says nothing. Of what shares an ending the first is meant. */
export function formOfEnding(name: string): ExportForm | null {
  const ending = name.slice(name.lastIndexOf('.') + 1).toLowerCase()
  if (ending === 'htm') return 'html'
  if (ending === 'json') return 'json'
  if (ending === 'lottie') return 'lottie'
  const found = Object.entries(EXPORT_FORMS).find(([, facts]) => facts.ending === ending)
  return (found?.[0] as ExportForm | undefined) ?? null
}
