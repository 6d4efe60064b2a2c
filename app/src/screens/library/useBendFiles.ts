import { fileOpen } from 'browser-fs-access'
import { libraryCss, readSheet } from '@arrow-bend/core/format/css'
import { readBends, writeBends, type LooseBend } from '@arrow-bend/core/format/bends'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { readProjectFile } from '../../work/fileReader.ts'
import { saveBlob } from '../../session/document/saveProject.ts'
import type { Library } from '../../library/useLibrary.ts'
import { toast } from '../../ui/toast.ts'

export interface BendFiles {
  /** Takes bends in from a file of bends, a project file or a style sheet. */
  readonly open: () => Promise<void>
  /** Saves a shelf. */
  readonly save: (shelf: 'project' | 'own', as: 'json' | 'css') => Promise<void>
}

/** Bends of a file, whatever of the three it is. Throws a Refusal with the reason. */
async function bendsOfFile(file: File): Promise<readonly LooseBend[]> {
  if (file.name.endsWith('.bend')) {
    const { project } = await readProjectFile(file)
    return readBends(JSON.stringify(project))
  }
  const text = await file.text()
  if (!file.name.endsWith('.css')) return readBends(text)
  const { easings, troubles } = readSheet(text)
  if (troubles.length > 0)
    toast(
      `${troubles.length === 1 ? 'One easing' : `${troubles.length} easings`} could not be read: ${troubles[0]}`,
    )
  return easings.map(({ name, bend }) => ({ name, bend }))
}

export function useBendFiles(library: Library): BendFiles {
  const open: BendFiles['open'] = async () => {
    const file = await fileOpen({
      extensions: ['.json', '.bend', '.css'],
      description: 'Bends, projects and style sheets',
    }).catch(() => null)
    if (!file) return
    try {
      library.toProject(await bendsOfFile(file))
    } catch (caught) {
      toast.error(sentenceOf(caught))
    }
  }
  const save: BendFiles['save'] = (shelf, as) => {
    const bends = library.all.value.filter((one) => one.shelf === shelf)
    const text = as === 'css' ? libraryCss(bends) : writeBends(bends)
    const type = as === 'css' ? 'text/css' : 'application/json'
    return saveBlob(() => new Blob([text], { type }), `bends.${as}`)
  }
  return { open, save }
}
