export { BadNumber, readSum, type SumContext } from './readSum.ts'
