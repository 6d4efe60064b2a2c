import { toast } from '../../ui/toast.ts'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { Project } from '@arrow-bend/core/scene'
import { assetShelf } from '../../storage/index.ts'
import { fileName } from './fileName.ts'

/** Writes what `make` returns to a file the person chooses; says what went wrong, if anything did. */
export async function saveBlob(make: () => Blob | Promise<Blob>, name: string): Promise<void> {
  try {
    const [blob, { fileSave }] = await Promise.all([make(), import('browser-fs-access')])
    await fileSave(blob, { fileName: name })
    toast.success(`“${name}” was saved.`, { id: 'saved', duration: 2500 })
  } catch (caught) {
    if (caught instanceof DOMException && caught.name === 'AbortError') return
    toast.error(sentenceOf(caught))
  }
}

/** Bytes that take longer to pack than a person waits without a word. */
const LONG = 64 * 1024 * 1024

/** Writes a project as a `.bend` file. */
export async function saveProject(project: Project): Promise<void> {
  const pack = async (): Promise<Blob> => {
    // What zips is fetched when it is first wanted.
    const { packProject } = await import('./projectFiles.ts')
    const file = await assetShelf.fileOf(project)
    const bytes = [...file.assets.values()].reduce((sum, { size }) => sum + size, 0)
    const busy = bytes > LONG ? toast.loading('Packing the project…', { duration: Infinity }) : null
    try {
      return await packProject(file)
    } finally {
      if (busy !== null) toast.dismiss(busy)
    }
  }
  await saveBlob(pack, fileName(project.name, 'bend'))
}
