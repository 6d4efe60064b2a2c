import { addClip } from '@arrow-bend/core/edit'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { ticksOfSeconds } from '@arrow-bend/core/time'
import type { useDocument } from '../session/document/document.ts'
import type { useSelection } from '../session/selection/selection.ts'
import { assetShelf } from '../storage/index.ts'
import { cancellable } from '../ui/cancellable.ts'
import { toast } from '../ui/toast.ts'
import { readClip } from '../work/clipReader.ts'

/** Brings clips into the scene, each as a layer of its own; those that cannot be played are told and left out. */
export async function importClips(
  files: readonly File[],
  document: ReturnType<typeof useDocument>,
  selection: ReturnType<typeof useSelection>,
): Promise<void> {
  const project = document.project?.id
  for (const file of files) {
    try {
      const facts = await cancellable(`Reading ${file.name}…`, (signal) => readClip(file, signal))
      // Called off, or another project was opened meanwhile.
      if (!facts || document.project?.id !== project) return
      if (document.readOnly) return document.refuseReadOnly()
      const { sha256, type, size, seconds } = facts
      const kept = await assetShelf.keep([{ sha256, type, bytes: new Uint8Array(await file.arrayBuffer()) }])
      const name = file.name.replace(/\.[^.]+$/, '').slice(0, 100) || 'Clip'
      const id = document.apply(
        'Clip added',
        (draft) =>
          addClip(
            draft,
            document.sceneId,
            { name, sha256, type, size, duration: ticksOfSeconds(seconds) },
            document.makeId,
          ),
        (layer) => selection.selectLayers([layer]),
      )
      if (id === null) await assetShelf.drop(kept).catch(() => undefined)
    } catch (caught) {
      toast.error(sentenceOf(caught))
    }
  }
}
