export { readOpenRaster } from './readOpenRaster.ts'
