export { readSvg, type ReadSvgOptions } from './readSvg.ts'
export { checkSvgPicture } from './checkSvgPicture.ts'
export { trimSvgPicture } from './trimSvgPicture.ts'
