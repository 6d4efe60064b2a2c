export { measureFile, type MeasureAsked, type MeasureOptions } from './measureFile.ts'
