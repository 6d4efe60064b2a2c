import { addClip, addSound } from '@arrow-bend/core/edit'
import { sentenceOf } from '@arrow-bend/core/refusal'
import { ticksOfSeconds } from '@arrow-bend/core/time'
import type { useDocument } from '../session/document/document.ts'
import type { useSelection } from '../session/selection/selection.ts'
import { assetShelf } from '../storage/index.ts'
import { cancellable } from '../ui/cancellable.ts'
import { toast } from '../ui/toast.ts'
import { readClip, readSound } from '../work/clipReader.ts'
import type { ClipFacts, SoundFacts } from '../work/clipWorker.ts'

const SOUND = /\.(wav|mp3|m4a|og[ga]|opus|flac)$/i

/** Brings clips and sounds into the scene, each as a layer of its own; those that cannot be played are told and left out. */
export async function importClips(
  files: readonly File[],
  document: ReturnType<typeof useDocument>,
  selection: ReturnType<typeof useSelection>,
): Promise<void> {
  const project = document.project?.id
  for (const file of files) {
    try {
      const isSound = SOUND.test(file.name)
      if (document.readOnly) return document.refuseReadOnly()
      const read = await cancellable(`Reading ${file.name}…`, async (signal) => {
        const facts: ClipFacts | SoundFacts = await (isSound ? readSound : readClip)(file, signal)
        const { sha256, type } = facts
        return { facts, kept: await assetShelf.keep([{ sha256, type, bytes: file }], signal) }
      })
      if (!read) return
      const { facts, kept } = read
      // Another project was opened meanwhile, or another page took this one over.
      if (document.project?.id !== project || document.readOnly) {
        await assetShelf.drop(kept).catch(() => undefined)
        return document.project?.id === project ? document.refuseReadOnly() : undefined
      }
      const { sha256, seconds } = facts
      const name = file.name.replace(/\.[^.]+$/, '').slice(0, 100) || (isSound ? 'Sound' : 'Clip')
      const duration = ticksOfSeconds(seconds)
      const { sceneId, makeId } = document
      const id = document.apply(
        isSound ? 'Sound added' : 'Clip added',
        (draft) =>
          'size' in facts
            ? addClip(draft, sceneId, { name, sha256, type: facts.type, size: facts.size, duration }, makeId)
            : addSound(draft, sceneId, { name, sha256, type: facts.type, duration }, makeId),
        (layer) => selection.selectLayers([layer]),
      )
      if (id === null) await assetShelf.drop(kept).catch(() => undefined)
    } catch (caught) {
      toast.error(sentenceOf(caught))
    }
  }
}
