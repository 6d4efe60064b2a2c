import { projectChannel, type ProjectChannel } from './projectChannel.ts'
import { projectStorage, type ProjectStorage } from './projectStorage.ts'
import { StorageTrouble } from './database/storageTrouble.ts'
import { takeLock } from './writeLock.ts'

/** How long the page that has a project open may take to rename it, ms. */
const PATIENCE_MS = 3_000

/**
 * Renames a project from outside: writes it here, or asks the page that has it open, where it is an edit like any other.
 * @throws StorageTrouble, with a sentence
 */
export async function renameStored(
  id: string,
  name: string,
  storage: ProjectStorage = projectStorage,
  channel: ProjectChannel = projectChannel,
): Promise<void> {
  const lock = await takeLock(id, () => undefined)
  if (!lock) return askForName(id, name, channel)
  try {
    await storage.rename(id, name)
  } finally {
    lock.letGo()
  }
}

function askForName(id: string, name: string, channel: ProjectChannel): Promise<void> {
  return new Promise((resolve, reject) => {
    const stop = channel.listen((news) => {
      if (news.kind !== 'renamed' || news.id !== id) return
      clearTimeout(timer)
      stop()
      resolve()
    })
    const timer = setTimeout(() => {
      stop()
      reject(
        new StorageTrouble(
          'This project is open in another tab, which does not answer. Rename it there. Nothing was changed.',
        ),
      )
    }, PATIENCE_MS)
    channel.send({ kind: 'rename', id, name })
  })
}
