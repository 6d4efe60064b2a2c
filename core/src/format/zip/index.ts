export { openZip, type OpenEntry } from './openZip.ts'
export { packZip, type ZipPart } from './packZip.ts'
export { unfoldZip } from './unfoldZip.ts'
export type { ZipLimits } from './zipLimits.ts'
