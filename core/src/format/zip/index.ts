export { unfoldZip, type ZipLimits } from './unfoldZip.ts'
