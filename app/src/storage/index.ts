export { assetShelf, type AssetBytes, type AssetKey, type ReadAsset } from './assetShelf.ts'
export { database, EMPTIED, type ProjectCard } from './database.ts'
export { projectChannel, type ProjectNews } from './projectChannel.ts'
export {
  ProjectStorage,
  projectStorage,
  type Losses,
  type OpenedProject,
  type RemovedProject,
} from './projectStorage.ts'
export { ProjectWriter, type CommittedEdit } from './projectWriter.ts'
export { renameStored } from './renameStored.ts'
export { sha256 } from './sha256.ts'
export { sweepAssets } from './sweepAssets.ts'
export { StorageTrouble } from './storageTrouble.ts'
export { takeLock, takeLockOver, type WriteLock } from './writeLock.ts'
