import { BadTime } from './badTime.ts'
import { frameTicks, ticksOfFrame, type FrameRate } from './frameRate.ts'
import { asTicks, secondsOfTicks, ticksOfSeconds, type Ticks } from './ticks.ts'

/** How times are shown and which bare numbers mean. */
export type TimeDisplay = 'timecode' | 'frames' | 'seconds'

/** Frame numbers skipped at the start of a minute by drop-frame counting. Source: SMPTE ST 12-1. */
function droppedPerMinute(rate: FrameRate): number {
  return rate.den === 1001 && rate.num !== 24000 ? Math.round(rate.num / rate.den / 15) : 0
}

const pad = (value: number): string => String(value).padStart(2, '0')

/**
 * A frame number as timecode: `hh:mm:ss:ff`, or drop-frame `hh:mm:ss;ff` at 29.97 and 59.94.
 * Source: SMPTE ST 12-1 (non-drop counting; drop-frame skips labels 0 and 1, or 0–3 at 59.94,
 * each minute but every tenth).
 */
export function timecodeOfFrame(frame: number, rate: FrameRate): string {
  const nominal = Math.round(rate.num / rate.den)
  const drop = droppedPerMinute(rate)
  const label = drop ? dropLabel(Math.abs(frame), nominal, drop) : Math.abs(frame)
  const seconds = Math.floor(label / nominal)
  const parts = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60].map(pad)
  return `${frame < 0 ? '−' : ''}${parts.join(':')}${drop ? ';' : ':'}${pad(label % nominal)}`
}

function dropLabel(frame: number, nominal: number, drop: number): number {
  const minute = nominal * 60 - drop
  const tenMinutes = minute * 10 + drop
  const tens = Math.floor(frame / tenMinutes)
  const rest = frame % tenMinutes
  const minutes = rest < minute + drop ? 0 : 1 + Math.floor((rest - minute - drop) / minute)
  return frame + drop * (tens * 9 + minutes)
}

/** How far a time is past the frame begun, in hundredths of it; 0 to 99. */
function hundredths(time: Ticks, rate: FrameRate): { readonly frame: number; readonly past: number } {
  const all = Math.round((time / frameTicks(rate)) * 100)
  const frame = Math.floor(all / 100)
  return { frame, past: all - frame * 100 }
}

/** A time as timecode; between two frames with hundredths of the frame begun: `00:00:00:09.50`. */
export function formatTimecode(time: Ticks, rate: FrameRate): string {
  const { frame, past } = hundredths(time, rate)
  return timecodeOfFrame(frame, rate) + (past > 0 ? `.${pad(past)}` : '')
}

/**
 * A time shown as timecode, as a frame number or as seconds with up to three decimals. Between two frames the first two
 * have hundredths, so that what stands at different times is called differently.
 */
export function formatTime(time: Ticks, rate: FrameRate, display: TimeDisplay): string {
  if (display === 'frames') {
    const { frame, past } = hundredths(time, rate)
    return past > 0 ? (frame + past / 100).toFixed(2) : String(frame)
  }
  if (display === 'seconds') return secondsOfTicks(time).toFixed(3)
  return formatTimecode(time, rate)
}

/** The longest text read as a time, in characters. */
const LONGEST_TEXT = 60

/**
 * Reads a time typed by a person.
 * Colons or semicolons make timecode, read from the right (`1:12` is a second and twelve frames);
 * `s`, `ms` and `f` say their unit; a bare number takes `bare` (timecode counts it as frames).
 * @returns the time, at a frame boundary unless given in seconds
 * @throws BadTime with a sentence when it cannot be read, or names a label drop-frame skips
 */
export function parseTime(text: string, rate: FrameRate, bare: TimeDisplay = 'timecode'): Ticks {
  if (text.length > LONGEST_TEXT) throw unreadable(text)
  const trimmed = text.trim().replace(/−/g, '-')
  if (/[:;]/.test(trimmed)) return ticksOfFrame(frameOfTimecode(trimmed, rate), rate)
  const match = /^([+-]?\d*\.?\d+)\s*(f|fr|frames|s|sec|ms)?$/i.exec(trimmed)
  if (!match) throw unreadable(text)
  const amount = Number(match[1])
  const unit = match[2]?.toLowerCase() ?? (bare === 'seconds' ? 's' : 'f')
  if (unit === 'ms') return ticksOfSeconds(amount / 1000)
  if (unit.startsWith('s')) return ticksOfSeconds(amount)
  return ticksOfFrame(amount, rate)
}

/**
 * Reads a time typed by a person over another: with a sign before it, it is that much later (+) or earlier (−); without
 * one it is the time itself.
 * @throws BadTime as `parseTime` does
 */
export function parseTimeFrom(
  text: string,
  now: Ticks,
  { rate, bare = 'timecode' }: { readonly rate: FrameRate; readonly bare?: TimeDisplay },
): Ticks {
  const signed = /^([+\-−])\s*(\S.*)$/.exec(text.trim())
  if (!signed) return parseTime(text, rate, bare)
  const by = parseTime(signed[2]!, rate, bare)
  return asTicks(signed[1] === '+' ? now + by : now - by)
}

function unreadable(text: string): BadTime {
  return new BadTime(`“${text.trim().slice(0, 40)}” cannot be read as a time. Try 00:00:02:12, 60f or 2.5s.`)
}

function frameOfTimecode(text: string, rate: FrameRate): number {
  const match = /^(-?)(?:(?:(\d+)[:;])?(\d+)[:;])?(\d+)[:;](\d+(?:\.\d{1,2})?)$/.exec(text)
  if (!match) throw unreadable(text)
  const [hours, minutes, seconds, frames] = match.slice(2).map((part) => Number(part ?? 0)) as [
    number,
    number,
    number,
    number,
  ]
  const nominal = Math.round(rate.num / rate.den)
  if (frames >= nominal && match[3] !== undefined) {
    throw new BadTime(`There is no frame ${frames} in a second here: frames go from 0 to ${nominal - 1}.`)
  }
  const drop = droppedPerMinute(rate)
  const wholeMinutes = hours * 60 + minutes + Math.floor(seconds / 60)
  if (drop && frames < drop && seconds % 60 === 0 && wholeMinutes % 10 !== 0) {
    throw new BadTime(`Drop-frame timecode skips ${text}: that minute starts at frame ${drop}.`)
  }
  const label = ((hours * 60 + minutes) * 60 + seconds) * nominal + frames
  const frame = label - drop * (wholeMinutes - Math.floor(wholeMinutes / 10))
  return match[1] ? -frame : frame
}
