export { shuffled } from './shuffled.ts'
