export { readPasted, type Pasted } from './readPasted.ts'
