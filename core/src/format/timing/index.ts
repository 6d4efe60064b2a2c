export { timingPage } from './timingSheet.ts'
