export { readBends, writeBends, type LooseBend } from './bendsText.ts'
