export { looksLikeSvg, readArt } from './readArt.ts'
