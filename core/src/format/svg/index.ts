export { readSvg, type ReadSvgOptions } from './readSvg.ts'
