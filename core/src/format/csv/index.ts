export { BadSample, sampleCsv, type SampleOptions } from './sampleCsv.ts'
