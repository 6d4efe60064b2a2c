export { MOST_BYTES } from './mostBytes.ts'
export { looksLikeSvg, readArt } from './readArt.ts'
