export { numbersCsv } from './numbersCsv.ts'
export { numbersJson } from './numbersJson.ts'
