export { sharesOf } from './shares.ts'
export { shuffled } from './shuffled.ts'
