export { matchRuns, type RunMatch, type RunPeak } from './matchRuns.ts'
export { BadMatch, runOf, type Run, type RunOptions } from './run.ts'
