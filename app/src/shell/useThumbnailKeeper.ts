import { watchDebounced } from '@vueuse/core'
import type { Project } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { useJournal } from '../session/document/journal.ts'
import { assetShelf, projectStorage } from '../storage/index.ts'

/** Quiet time after an edit, and after the last drag, before the project's card is drawn anew, ms. */
const QUIET_MS = 3000

/** Keeps the open project's thumbnail on the projects screen up to date. */
export function useThumbnailKeeper(): void {
  const document = useDocument()
  const saving = useJournal()
  /** What the card was drawn of last. */
  let drawn: Project | null = null
  watchDebounced(
    () => (document.gesturing ? null : saving.state),
    async (state) => {
      const { project } = document
      // A drag that was given up leaves all as it was.
      if (state?.kind !== 'saved' || state.at === null || !project || project === drawn) return
      drawn = project
      // A card without a fresh picture is no loss worth a message.
      await import('../work/frameDrawer.ts')
        .then(({ drawThumbnail }) => drawThumbnail(project, assetShelf.read))
        .then((thumbnail) => projectStorage.keepThumbnail(project.id, thumbnail))
        .catch(() => undefined)
    },
    { debounce: QUIET_MS },
  )
}
