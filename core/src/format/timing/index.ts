export { SHEET_SIZE, timingPage, timingSheet, type TimingSheet } from './timingSheet.ts'
