import { basename, dirname, extname, join } from 'node:path'
import { mkdir, stat } from 'node:fs/promises'
import { cutScene } from '@arrow-bend/core/edit'
import {
  EXPORT_FORMS,
  exportReport,
  formOfEnding,
  isExportForm,
  reportText,
  writeForm,
  picturesBeside,
  type ExportForm,
} from '@arrow-bend/core/format/handOver'
import { dotLottie } from '@arrow-bend/core/format/lottie'
import { writeBendFile, type ProjectFile } from '@arrow-bend/core/format/project'
import type { Letters } from '@arrow-bend/core/letters'
import { reachesScene, type Layer, type Project, type Scene } from '@arrow-bend/core/scene'
import { parseRate, parseTime } from '@arrow-bend/core/time'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { BadUse, readArgs } from './badUse.ts'
import { FILM_FORMS, filmFormOfEnding, isFilmForm, type FilmForm } from './filmForms.ts'
import { liveLine } from './liveLine.ts'
import { nearNames } from './nearNames.ts'
import { print, type Streams } from './print.ts'
import { readProjectFile, type ReadProject } from './readProjectFile.ts'
import { textFontUrl, textLetters } from './textFont.ts'
import { writeFileWhole } from './writeFileWhole.ts'

const OPTIONS = {
  as: { type: 'string' },
  scene: { type: 'string' },
  from: { type: 'string' },
  to: { type: 'string' },
  fps: { type: 'string' },
  scale: { type: 'string' },
  tolerance: { type: 'string' },
  texts: { type: 'string' },
  pictures: { type: 'string' },
  report: { type: 'boolean', default: false },
} as const

type Values = ReturnType<typeof readArgs<{ options: typeof OPTIONS }>>['values']

/** What the name of a file that is read or written means the pipe by. */
const PIPE = '-'

/** `convert IN … OUT [--as FORM] …`: projects as what others play. */
export async function convertCommand(args: readonly string[], streams: Streams): Promise<string> {
  const { values, positionals } = readArgs({ args: [...args], allowPositionals: true, options: OPTIONS })
  const inputs = positionals.slice(0, -1)
  const out = positionals.at(-1)
  if (out === undefined || inputs.length === 0)
    throw new BadUse('convert needs a file to read and one to write: arrow-bend convert IN OUT.')
  const isFolder = out !== PIPE && (inputs.length > 1 || out.endsWith('/') || (await isDirectory(out)))
  if (inputs.length > 1 && !(await isDirectory(out)))
    throw new BadUse(`Several files are written into a folder, and there is no folder ${out}.`)
  const form = formOf(values.as, isFolder ? null : out)
  const said: string[] = []
  const troubles: string[] = []
  for (const input of inputs) {
    const target = isFolder ? join(out, withEnding(input, form)) : out
    try {
      said.push(await convertOne({ input, target, form, values }, streams))
    } catch (caught) {
      if (inputs.length === 1) throw caught
      troubles.push(`${input}: ${sentenceOf(caught)}`)
    }
  }
  if (troubles.length > 0) {
    streams.stderr.write(said.filter(Boolean).join(''))
    throw new BadUse(troubles.join('\n'))
  }
  return said.join('')
}

async function isDirectory(path: string): Promise<boolean> {
  return stat(path).then(
    (found) => found.isDirectory(),
    () => false,
  )
}

const withEnding = (input: string, form: Form): string =>
  `${basename(input, extname(input))}.${isFilmForm(form) ? form : EXPORT_FORMS[form].ending}`

/** Texts and projects, which need no browser, and films, which do. */
type Form = ExportForm | FilmForm

function formOf(as: string | undefined, out: string | null): Form {
  const known = [...Object.keys(EXPORT_FORMS), ...FILM_FORMS]
  if (as !== undefined) {
    if (isExportForm(as) || isFilmForm(as)) return as
    throw new BadUse(`“${as}” is no form this can write. ${nearNames(as, known)}`)
  }
  if (out === null || out === PIPE) throw new BadUse(`Say what to write with --as: ${known.join(', ')}.`)
  const form = formOfEnding(out) ?? filmFormOfEnding(out)
  if (!form)
    throw new BadUse(
      `The ending of ${out} does not say what to write. Use --as with one of ${known.join(', ')}.`,
    )
  return form
}

/** One file that is to be written, and how. */
interface Asked {
  readonly input: string
  readonly target: string
  readonly form: Form
  readonly values: Values
}

/** Writes one, and returns what is to be said of it: nothing, its text for the pipe, or a report. */
async function convertOne({ input, target, form, values }: Asked, streams: Streams): Promise<string> {
  const file = await readProjectFile(input === PIPE ? '/dev/stdin' : input)
  const { project } = file
  const scene = stretchOf(sceneOf(project, values.scene), values)
  const areBeside = picturesAre(values, { form, target }) === 'beside'
  if (isFilmForm(form)) return filmOne(file, scene, { values, target, input, form }, streams)
  const whole =
    form === 'bend' ? await bendOf(file, scene, values) : await textOf(file, scene, form, { values, target })
  const bytes = areBeside ? await putPicturesBeside(String(whole), target) : whole
  if (target !== PIPE) await writeFileWhole(target, bytes)
  const report = values.report
    ? `${leftOutText(input, file.leftOut)}${reportText(
        exportReport(project, scene, form, form === 'lottie' ? await lettersFor(project) : undefined),
        `${project.name}: ${scene.name} as ${EXPORT_FORMS[form].label}, ${bytes.length} bytes.`,
      )}`
    : ''
  if (target !== PIPE) return report
  streams.stderr.write(report)
  if (form !== 'bend') return String(bytes)
  await print(bytes, streams)
  return ''
}

/** Has Chromium make a film of a scene, and writes it; a report has nothing to tell but what of IN was left out. */
async function filmOne(
  file: ReadProject,
  scene: Scene,
  { values, target, input, form }: Asked & { readonly form: FilmForm },
  streams: Streams,
): Promise<string> {
  const { makeFilm } = await import('./makeFilm.ts')
  const line = liveLine(streams.stderr)
  const made = await makeFilm(await bendBytes({ ...file, project: sceneAlone(file.project, scene) }), {
    form,
    rate: values.fps === undefined ? scene.rate : parseRate(values.fps),
    scale: values.scale === undefined ? 1 : positive(values.scale, 'scale', 16),
    target,
    told: line.write,
  }).finally(line.clear)
  const report = values.report ? leftOutText(input, file.leftOut) : ''
  if (target !== PIPE) {
    await writeFileWhole(target, made)
    return report
  }
  streams.stderr.write(report)
  await print(made, streams)
  return ''
}

/** What of a file that was taken over was not understood; empty where all was. */
function leftOutText(input: string, leftOut: ReadProject['leftOut']): string {
  if (leftOut.length === 0) return ''
  return `Left out of ${input}:\n${leftOut.map(({ what, where }) => `  ${where}: ${what}\n`).join('')}\n`
}

function sceneOf({ scenes }: Project, name: string | undefined): Scene {
  const found =
    name === undefined ? scenes[0] : scenes.find((scene) => scene.name === name || scene.id === name)
  if (found) return found
  throw new BadUse(
    name === undefined
      ? 'This project has no scene.'
      : `There is no scene called “${name}” in this project. ${nearNames(
          name,
          scenes.map((scene) => scene.name),
        )}`,
  )
}

function stretchOf(scene: Scene, { from, to }: Values): Scene {
  if (from === undefined && to === undefined) return scene
  const at = (text: string | undefined, otherwise: Scene['duration']): Scene['duration'] =>
    text === undefined ? otherwise : parseTime(text, scene.rate)
  return cutScene(scene, at(from, 0 as Scene['duration']), at(to, scene.duration))
}

function bendOf(file: ProjectFile, scene: Scene, values: Values): Promise<Uint8Array> {
  const { project } = file
  const isWhole = values.scene === undefined && values.from === undefined && values.to === undefined
  return bendBytes({ ...file, project: isWhole ? project : sceneAlone(project, scene) })
}

const bendBytes = async (file: ProjectFile): Promise<Uint8Array> =>
  new Uint8Array(await (await writeBendFile(file)).arrayBuffer())

/** A project of one scene, first, with those it shows. */
function sceneAlone(project: Project, scene: Scene): Project {
  const shown = project.scenes.filter(({ id }) => reachesScene(project.scenes, scene.id, id))
  return { ...project, scenes: [scene, ...shown.filter(({ id }) => id !== scene.id)] }
}

async function textOf(
  { project, assets }: ProjectFile,
  scene: Scene,
  form: Exclude<ExportForm, 'bend'>,
  { values, target }: { readonly values: Values; readonly target: string },
): Promise<Buffer> {
  const urls = new Map<string, string>()
  for (const { id, kind, type, sha256 } of project.assets) {
    if (kind !== 'picture') continue
    const bytes = (await assets.get(sha256)?.arrayBuffer()) ?? new ArrayBuffer(0)
    urls.set(id, `data:${type};base64,${Buffer.from(bytes).toString('base64')}`)
  }
  const letters = needsLetters(project, form, textsAs(values)) ? await lettersFor(project) : undefined
  const ending = extname(target).toLowerCase()
  const text = writeForm(project, scene, form, {
    pictureUrl: (id) => urls.get(id) ?? '',
    ...(hasTexts(project) ? { fontUrl: await textFontUrl() } : {}),
    ...(letters ? { letters, measureText: letters.measure } : {}),
    texts: textsAs(values),
    ...(values.fps === undefined ? {} : { rate: parseRate(values.fps) }),
    ...(values.scale === undefined ? {} : { scale: positive(values.scale, 'scale', 100) }),
    ...(values.tolerance === undefined ? {} : { tolerance: positive(values.tolerance, 'tolerance', 1000) }),
    wrapped: ending.startsWith('.htm') ? 'page' : ending === '.js' || ending === '.mjs' ? 'module' : 'json',
  })
  return form === 'lottie' && ending === '.lottie'
    ? Buffer.from(dotLottie(text, scene.name))
    : Buffer.from(text)
}

const WITH_PICTURES: ReadonlySet<Form> = new Set(['html', 'svg-css', 'svg-smil'])

function picturesAre(
  { pictures = 'inside' }: Values,
  { form, target }: { readonly form: Form; readonly target: string },
): 'inside' | 'beside' {
  if (pictures === 'inside') return pictures
  if (pictures !== 'beside') throw new BadUse(`--pictures takes “inside” or “beside”, not “${pictures}”.`)
  if (!WITH_PICTURES.has(form)) throw new BadUse('Only pages and SVGs can have their pictures beside them.')
  if (target === PIPE) throw new BadUse('Pictures can be beside a file only, not beside what is printed.')
  return pictures
}

/** Writes the pictures of a page or a drawing into a folder beside it, and returns what names them. */
async function putPicturesBeside(text: string, target: string): Promise<Buffer> {
  const folder = `${basename(target, extname(target))}-pictures`
  const { text: bare, files } = picturesBeside(text, folder)
  const at = join(dirname(target), folder)
  if (files.size > 0 && !(await isDirectory(at))) await mkdir(at)
  for (const [path, bytes] of files) await writeFileWhole(join(dirname(target), path), bytes)
  return Buffer.from(bare)
}

function textsAs({ texts = 'texts' }: Values): 'texts' | 'outlines' {
  if (texts === 'texts' || texts === 'outlines') return texts
  throw new BadUse(`--texts takes “texts” or “outlines”, not “${texts}”.`)
}

const textsOf = ({ scenes }: Project): Layer[] =>
  scenes.flatMap(({ layers }) => layers.filter(({ kind }) => kind === 'text'))
const hasTexts = (project: Project): boolean => textsOf(project).length > 0

/** Whether letters have to be measured or taken out as shapes: to open the font takes a moment. */
const needsLetters = (project: Project, form: ExportForm, texts: 'texts' | 'outlines'): boolean =>
  form === 'lottie' ||
  texts === 'outlines' ||
  textsOf(project).some(({ properties }) =>
    Object.entries(SET_WHOLE).some(([name, usual]) => {
      const { keys, value } = properties[name]!
      return keys.length > 0 || value !== usual
    }),
  )
/** How texts are set whose lines and parts need not be measured. */
const SET_WHOLE = { 'paragraph width': 0, parts: 'whole' } as const
let opened: Promise<Letters> | null = null
const lettersFor = async (project: Project): Promise<Letters | undefined> =>
  hasTexts(project) ? (opened ??= textLetters()) : undefined

function positive(text: string, name: string, most: number): number {
  const value = Number(text)
  if (!(value > 0 && value <= most))
    throw new BadUse(`--${name} takes a number above 0 and up to ${most}, not “${text}”.`)
  return value
}
