import { fileSave } from 'browser-fs-access'
import { toast } from 'vue-sonner'
import { sentenceOf } from '@arrow-bend/core/refusal'
import type { ProjectFile } from '@arrow-bend/core/format/project'
import { fileName } from '../session/fileName.ts'

/** Writes what `make` returns to a file the person chooses; says what went wrong, if anything did. */
export async function saveBlob(make: () => Blob | Promise<Blob>, name: string): Promise<void> {
  try {
    const blob = await make()
    await fileSave(blob, { fileName: name })
  } catch (caught) {
    if (caught instanceof DOMException && caught.name === 'AbortError') return
    toast.error(sentenceOf(caught))
  }
}

/** Writes a project as a `.bend` file. */
export async function saveProject(file: ProjectFile): Promise<void> {
  const pack = async (): Promise<Blob> => {
    // What zips is fetched when it is first wanted.
    const { packProject } = await import('../session/projectFiles.ts')
    return packProject(file)
  }
  await saveBlob(pack, fileName(file.project.name, 'bend'))
}
