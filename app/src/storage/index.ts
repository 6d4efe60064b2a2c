export { assetShelf, type AssetBytes, type AssetKey, type ReadAsset } from './assets/assetShelf.ts'
export { database, EMPTIED, type ProjectCard } from './database/database.ts'
export { projectChannel, type ProjectNews } from './projectChannel.ts'
export {
  ProjectStorage,
  projectStorage,
  type Losses,
  type OpenedProject,
  type RemovedProject,
} from './projectStorage.ts'
export { ProjectWriter, type CommittedEdit } from './journal/projectWriter.ts'
export { renameStored } from './renameStored.ts'
export { sha256 } from './assets/sha256.ts'
export { sweepAssets } from './assets/sweepAssets.ts'
export { StorageTrouble } from './database/storageTrouble.ts'
export { takeLock, takeLockOver, type WriteLock } from './writeLock.ts'
