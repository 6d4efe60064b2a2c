import { fileOpen } from 'browser-fs-access'
import { addTakenScene, giveTakenMotion, placeArt, replacePicture, type ArtFit } from '@arrow-bend/core/edit'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { picturesOf } from '@arrow-bend/core/scene'
import type { useDocument } from '../session/document/document.ts'
import { usePlayback } from '../session/playback/playback.ts'
import type { useSelection } from '../session/selection/selection.ts'
import { assetShelf, type AssetBytes } from '../storage/index.ts'
import { cancellable } from '../ui/cancellable.ts'
import { toast } from '../ui/toast.ts'
import { tellGiven, tellTaken, useTakenOver } from '../session/view/takenOver.ts'
import { readArtFile, readMoving, type ReadArt, type ReadTaken } from '../work/fileReader.ts'
import { importClips } from './clipImport.ts'

/** A file that has been read and waits to be placed. */
export interface Waiting extends ReadArt {
  readonly file: File
  readonly isSvg: boolean
}

/** How files come in where there is a choice. */
export interface ArtChoice {
  readonly fit: ArtFit
  readonly svg: 'layers' | 'picture'
}

interface Desk {
  readonly document: ReturnType<typeof useDocument>
  readonly selection: ReturnType<typeof useSelection>
}

const PICTURES = ['.png', '.jpg', '.jpeg', '.webp', '.svg', '.ora']
/** What else may move by itself. */
const MOVING = ['.lottie', '.json', '.css', '.html']
const EXTENSIONS = [
  ...PICTURES,
  ...MOVING,
  ...['.webm', '.mp4', '.mov'],
  ...['.wav', '.mp3', '.m4a', '.ogg', '.opus', '.flac'],
]
const MAY_MOVE = /\.(svg|lottie|json|css|html?)$/i
const PLAYED = /\.(webm|mp4|m4v|mov|wav|mp3|m4a|og[ga]|opus|flac)$/i

/** Asks for files; none where that is called off. */
export const chooseFiles = (): Promise<File[]> =>
  fileOpen({
    extensions: EXTENSIONS,
    description: 'Pictures, clips, sounds and files that move',
    multiple: true,
  }).catch(() => [])

/**
 * Reads files for a scene. Clips and sounds come in at once, as there is nothing to be asked; what cannot be read is told
 * and left out.
 */
export async function readFiles(
  files: readonly File[],
  { document, selection }: Desk,
): Promise<readonly Waiting[]> {
  const played = files.filter(({ name }) => PLAYED.test(name))
  if (played.length > 0) await importClips(played, document, selection)
  const project = document.project?.id
  const still = await takeMoving(
    files.filter((file) => !played.includes(file)),
    { document, selection },
  )
  const read = await readAll(still, 'layers')
  // Another project may have been opened meanwhile.
  return document.project?.id === project ? read : []
}

/**
 * Takes files that move over as scenes of their own, one step each.
 * @returns the others
 */
async function takeMoving(files: readonly File[], desk: Desk): Promise<readonly File[]> {
  const still: File[] = []
  const project = desk.document.project?.id
  for (const file of files) {
    if (!MAY_MOVE.test(file.name) && file.type !== 'image/svg+xml') {
      still.push(file)
      continue
    }
    try {
      const done = await cancellable(`Reading ${file.name}…`, async (signal) => ({
        read: await readMoving(file, signal),
      }))
      // Called off: what is left of them is not wanted either.
      if (!done) break
      // Another project may have been opened meanwhile.
      if (desk.document.project?.id !== project) break
      if (done.read) await putMoving(file.name, done.read, desk)
      else still.push(file)
    } catch (caught) {
      toast.error(sentenceOf(caught))
    }
  }
  return still
}

/** A style sheet moves what is chosen, if that is wanted; all else that moves becomes a scene. */
async function putMoving(name: string, read: ReadTaken, { document, selection }: Desk): Promise<void> {
  if (document.readOnly) return document.refuseReadOnly()
  const [project, scene] = [document.project?.id, document.scene?.id]
  const layers = [...selection.layers]
  const isAsked = /\.css$/i.test(name) && layers.length > 0
  const to = isAsked ? await useTakenOver().askWhere(name, layers.length) : 'scene'
  if (to === null || document.project?.id !== project || document.scene?.id !== scene) return
  if (to === 'scene') return placeMoving(name, read, document)
  const given = document.apply(`Motion of “${read.taken.name}”`, (draft) =>
    giveTakenMotion(draft, {
      scene: scene!,
      layers,
      taken: read.taken.layers,
      time: usePlayback().time,
      makeId: document.makeId,
    }),
  )
  if (given) tellGiven(name, given, read.taken.leftOut)
}

async function placeMoving(
  name: string,
  { taken, sha256 }: ReadTaken,
  document: Desk['document'],
): Promise<void> {
  const bytes = bytesOf({ sha256 })
  const added = bytes.length > 0 ? await assetShelf.keep(bytes) : []
  const { groundFor } = await import('@arrow-bend/core/format/takeOver')
  const scene = document.apply(
    `“${taken.name}” taken over`,
    (draft) => addTakenScene(draft, taken, { sha256, makeId: document.makeId, background: groundFor(taken) }),
    (id) => document.goToScene(id),
  )
  if (scene === null) await assetShelf.drop(added).catch(() => undefined)
  else tellTaken(name, taken)
}

/** Asks for another picture for a layer that shows one, and puts it in its place everywhere it is used. */
export async function replaceWithFile(was: string, { document }: Desk): Promise<void> {
  const [file] = await fileOpen({ extensions: PICTURES, description: 'A picture', multiple: true }).catch(
    () => [],
  )
  if (!file) return
  const project = document.project?.id
  const [read] = await readAll([file], 'picture')
  const [picture, ...more] = read ? picturesOf(read.art.nodes) : []
  if (!read || !picture || document.project?.id !== project) return
  if (more.length > 0) {
    toast.error(
      `“${file.name}” holds several pictures, and one is to be replaced by one. Nothing was changed.`,
    )
    return
  }
  const sha256 = read.sha256.get(picture)!
  let added: readonly string[] = []
  try {
    added = await assetShelf.keep(bytesOf(read))
  } catch (caught) {
    toast.error(sentenceOf(caught))
    return
  }
  const { name, type, size } = picture
  const count = document.apply('Picture replaced', (draft) =>
    replacePicture(draft, was, { name, type, size, sha256 }, document.makeId),
  )
  if (count === null) await assetShelf.drop(added).catch(() => undefined)
  else toast(`“${name}” is shown in ${count === 1 ? 'one layer' : `${count} layers`} now.`)
}

/** Reads files one after another; those that cannot be read are told and left out. */
async function readAll(files: readonly File[], as: ArtChoice['svg']): Promise<Waiting[]> {
  const read: Waiting[] = []
  for (const [i, file] of files.entries()) {
    const which = files.length > 1 ? `, ${i + 1} of ${files.length}` : ''
    try {
      const isSvg = /\.svg$/i.test(file.name) || file.type === 'image/svg+xml'
      const art = await cancellable(`Reading ${file.name}${which}…`, (signal) =>
        readArtFile(file, as, signal),
      )
      // Called off: what is left of them is not wanted either.
      if (!art) break
      read.push({ file, isSvg, ...art })
    } catch (caught) {
      toast.error(sentenceOf(caught))
    }
  }
  return read
}

const bytesOf = ({ sha256 }: Pick<Waiting, 'sha256'>): AssetBytes[] =>
  [...sha256].map(([{ type, bytes }, hash]) => ({ sha256: hash, type, bytes: new Blob([bytes]) }))

/**
 * Places files that were read, in one step.
 * @returns those that could not be kept, so that there is time to make room and to try again
 */
export async function placeFiles(
  asked: readonly Waiting[],
  { fit, svg }: ArtChoice,
  { document, selection }: Desk,
): Promise<readonly Waiting[]> {
  const vectors = asked.filter(({ isSvg }) => isSvg).map(({ file }) => file)
  const flat = svg === 'picture' && vectors.length > 0 ? await readAll(vectors, 'picture') : []
  const all = asked.map((one) => flat.find(({ file }) => file === one.file) ?? one)
  const bytes = all.flatMap(bytesOf)
  let added: readonly string[] = []
  try {
    if (bytes.length > 0) added = await assetShelf.keep(bytes)
  } catch (caught) {
    toast.error(sentenceOf(caught))
    return asked
  }
  // The last file comes to lie on top, as it was chosen last.
  const placed = document.apply(
    all.length > 1 ? 'Pictures added' : 'Picture added',
    (draft) =>
      all.map(({ art, sha256 }) =>
        placeArt(draft, document.sceneId, art, { fit, sha256, makeId: document.makeId }),
      ),
    (ids) => selection.selectLayers(ids),
  )
  if (placed === null) await assetShelf.drop(added).catch(() => undefined)
  else for (const { art } of all) for (const note of art.notes) toast(`${art.name}: ${note}`)
  return []
}
