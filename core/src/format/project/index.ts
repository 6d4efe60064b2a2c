export { BadFile } from './badFile.ts'
export { readBendFile, writeBendFile, type ProjectFile, type Sha256 } from './bendFile.ts'
export { readProjectData, readProjectJson } from './readProject.ts'
