export {
  largestApart,
  matchRuns,
  peakOf,
  type MatchOptions,
  type RunMatch,
  type RunPeak,
} from './matchRuns.ts'
export { BadMatch, runOf, type Run, type RunOptions } from './run.ts'
export { landingOf, type Landing } from './landing.ts'
export { arrivalIn, ruleState, ruleStates, type ArrivalOf, type RuleState } from './arrivals.ts'
export { fittingRoll, skidOf, type Skid } from './skid.ts'
export { SWINGS_FROM, swingOf, type Swing } from './swing.ts'
