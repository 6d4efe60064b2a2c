export { clamp } from './clamp.ts'
