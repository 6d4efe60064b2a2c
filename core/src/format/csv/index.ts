export { sampleCsv, type SampleOptions } from './sampleCsv.ts'
