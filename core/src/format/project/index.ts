export { BadFile } from '../badFile.ts'
export {
  MOST_PACKED,
  readBendFile,
  writeBendFile,
  type ProjectFile,
  type ReadBendFile,
  type Sha256,
} from './bendFile.ts'
export { NewerProject } from './newerProject.ts'
export { readProjectData, readProjectJson } from './readProject.ts'
export { withStandIns } from './standIns.ts'
