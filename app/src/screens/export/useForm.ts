import { computed, onScopeDispose, shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue'
import type { ExportForm, FormOptions } from '@arrow-bend/core/format/handOver'
import { Refusal, sentenceOf } from '@arrow-bend/core/refusal'
import { reachesScene, type PictureAsset, type Project, type Scene } from '@arrow-bend/core/scene'
import { useDocument } from '../../session/document/document.ts'
import { assetShelf } from '../../storage/index.ts'
import type { WrittenForm } from '../../work/formWorker.ts'
import { Cancelled } from '../../work/taskWorker.ts'
import { dataUrl, textFontUrl } from './dataUrls.ts'

/** What is to be written, and how. */
export interface FormWish extends Omit<FormOptions, 'pictureUrl' | 'measureText' | 'fontUrl' | 'letters'> {
  readonly form: Exclude<ExportForm, 'bend'>
  readonly scene: Scene
}

export interface WrittenForms {
  /** As it would be saved now; null while it is being written, and where it cannot be. */
  readonly written: ShallowRef<WrittenForm | null>
  readonly trouble: ShallowRef<string>
  readonly bytes: ComputedRef<number>
  /** The same once it is written. @throws Refusal where it cannot be */
  readonly whenWritten: () => Promise<WrittenForm>
}

/** Writes what would be saved while one looks at it: a worker begins anew with each change. */
export function useForm(wish: () => FormWish): WrittenForms {
  const document = useDocument()
  const written = shallowRef<WrittenForm | null>(null)
  const trouble = shallowRef('')
  let stop: AbortController | null = null
  let writing: Promise<void> = Promise.resolve()

  const write = async (project: Project, wanted: FormWish): Promise<void> => {
    stop?.abort()
    const own = (stop = new AbortController())
    written.value = null
    trouble.value = ''
    try {
      const found = await writeWish(project, wanted, own.signal)
      if (!own.signal.aborted) written.value = found
    } catch (caught) {
      if (caught instanceof Cancelled || own.signal.aborted) return
      trouble.value = sentenceOf(caught)
    }
  }
  watch(
    () => [document.project, wish()] as const,
    ([project, wanted]) => {
      if (project) writing = write(project, wanted)
    },
    { immediate: true },
  )
  onScopeDispose(() => stop?.abort())
  const size = computed(() => (written.value ? new Blob([written.value.text]).size : 0))
  const whenWritten = async (): Promise<WrittenForm> => {
    // What is asked for anew meanwhile is waited for, too.
    for (let waited = null; waited !== writing;) {
      waited = writing
      await waited
    }
    if (!written.value) throw new Refusal(trouble.value || 'It was called off. Nothing was written.')
    return written.value
  }
  return { written, trouble, bytes: size, whenWritten }
}

/** Writes a wish, in a worker. @throws Refusal where it cannot be, Cancelled when called off */
export async function writeWish(
  project: Project,
  wanted: FormWish,
  signal: AbortSignal,
): Promise<WrittenForm> {
  const { form, scene, ...options } = wanted
  const hasTexts = textsIn(project, scene)
  const asShapes = hasTexts && (form === 'lottie' || wanted.texts === 'outlines')
  const [{ writtenForm }, urls, fontUrl, fontFiles] = await Promise.all([
    import('../../work/formWriter.ts'),
    pictureUrls(project, wanted),
    hasTexts && form !== 'lottie' ? textFontUrl() : undefined,
    asShapes ? import('./fontFiles.ts').then((one) => one.fontFiles()) : undefined,
  ])
  const fonts = { ...(fontUrl ? { fontUrl } : {}), ...(fontFiles ? { fontFiles } : {}) }
  return writtenForm({ project, scene, form, urls, ...options, ...fonts }, signal)
}

/** Pictures as they are written, by their asset: each is read once. */
const URLS = new WeakMap<PictureAsset, Promise<string>>()

function urlOf(asset: PictureAsset): Promise<string> {
  const known = URLS.get(asset)
  if (known) return known
  const url = assetShelf.read(asset).then(dataUrl)
  URLS.set(asset, url)
  url.catch(() => URLS.delete(asset))
  return url
}

/** What needs no pictures. */
const BARE: ReadonlySet<ExportForm> = new Set(['csv', 'json', 'css', 'timing'])

async function pictureUrls(project: Project, { form }: FormWish): Promise<Map<string, string>> {
  if (BARE.has(form)) return new Map()
  const pictures = project.assets.flatMap((asset) => (asset.kind === 'picture' ? [asset] : []))
  return new Map(await Promise.all(pictures.map(async (asset) => [asset.id, await urlOf(asset)] as const)))
}

/** Whether a scene shows texts, in scenes it shows too. */
export const textsIn = ({ scenes }: Project, { id, layers }: Scene): boolean =>
  [
    ...layers,
    ...scenes.flatMap((one) => (one.id !== id && reachesScene(scenes, id, one.id) ? one.layers : [])),
  ].some(({ kind }) => kind === 'text')
