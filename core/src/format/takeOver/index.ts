export { looksLikeMovingSvg, readMovingSvg } from './svg/readMovingSvg.ts'
export type { LeftOut, TakenOver } from './takenOver.ts'
