export { columnsOf, quoted, sampleCsv, type SampleOptions } from './sampleCsv.ts'
