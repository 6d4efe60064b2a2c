export { readSound } from './readSound.ts'
