export { readSound } from './readSound.ts'
export { writeWav } from './writeWav.ts'
