export { groundFor } from './groundFor.ts'
export { readMovingFile } from './readMovingFile.ts'
export { takenProject } from './takenProject.ts'
export type { LeftOut, TakenOver } from './takenOver.ts'
