export { BadTime } from './badTime.ts'
export { asTicks, MOST_TICKS, secondsOfTicks, TICKS_PER_SECOND, ticksOfSeconds, type Ticks } from './ticks.ts'
export {
  FRAME_RATES,
  formatRate,
  frameAt,
  frameTicks,
  frameRateNear,
  isFrameRate,
  nearestFrame,
  parseRate,
  snapToFrame,
  ticksOfFrame,
  type FrameRate,
} from './frameRate.ts'
export {
  formatTime,
  formatTimecode,
  parseTime,
  parseTimeFrom,
  timecodeOfFrame,
  type TimeDisplay,
} from './timecode.ts'
