export { BadNumber, readSum, type SumContext } from './readSum.ts'
export { readValue, type ValueContext } from './readValue.ts'
