import { BadTime } from './badTime.ts'
import { asTicks, TICKS_PER_SECOND, type Ticks } from './ticks.ts'

/** Frames per second as a fraction, so that the NTSC rates are exact. */
export interface FrameRate {
  readonly num: number
  readonly den: number
}

/** The rates offered, slowest first. Source: SMPTE ST 12-1 and common practice. */
export const FRAME_RATES: readonly FrameRate[] = [
  { num: 24000, den: 1001 },
  { num: 24, den: 1 },
  { num: 25, den: 1 },
  { num: 30000, den: 1001 },
  { num: 30, den: 1 },
  { num: 48, den: 1 },
  { num: 50, den: 1 },
  { num: 60000, den: 1001 },
  { num: 60, den: 1 },
  { num: 120, den: 1 },
]

/** Whether a rate is among FRAME_RATES (compared as a fraction, so 48/2 is 24). */
export function isFrameRate(rate: FrameRate): boolean {
  return FRAME_RATES.some((known) => known.num * rate.den === known.den * rate.num)
}

/** The offered rate that so many frames a second are, as files say them to a few decimals; null where none is. */
export function frameRateNear(perSecond: number): FrameRate | null {
  return FRAME_RATES.find(({ num, den }) => Math.abs(num / den - perSecond) < 0.002) ?? null
}

/** Ticks in one frame, a whole number for every offered rate. Throws BadTime for other rates. */
export function frameTicks(rate: FrameRate): Ticks {
  const ticks = (TICKS_PER_SECOND * rate.den) / rate.num
  if (!Number.isInteger(ticks) || !isFrameRate(rate)) {
    const offered = FRAME_RATES.map(formatRate).join(', ')
    throw new BadTime(
      `A rate of ${rate.num}/${rate.den} frames per second is not offered. Choose one of ${offered}.`,
    )
  }
  return asTicks(ticks)
}

/** The frame on screen at a time: the last one begun (whole, may be negative). */
export function frameAt(time: Ticks, rate: FrameRate): number {
  return Math.floor(time / frameTicks(rate))
}

/** The frame boundary nearest to a time, as a frame number; halves go later. */
export function nearestFrame(time: number, rate: FrameRate): number {
  return Math.round(time / frameTicks(rate))
}

/** When a frame begins. */
export function ticksOfFrame(frame: number, rate: FrameRate): Ticks {
  return asTicks(Math.round(frame * frameTicks(rate)))
}

/** A time moved to the nearest frame boundary. */
export function snapToFrame(time: number, rate: FrameRate): Ticks {
  return ticksOfFrame(nearestFrame(time, rate), rate)
}

/** A rate as people write it: `23.976`, `24`, `59.94`. */
export function formatRate(rate: FrameRate): string {
  return Number((rate.num / rate.den).toFixed(3)).toString()
}

/** Reads `24`, `29.97`, `23.976` or `24000/1001`. Throws BadTime for anything that is not an offered rate. */
export function parseRate(text: string): FrameRate {
  const trimmed = text.trim()
  const fraction = /^(\d+)\/(\d+)$/.exec(trimmed)
  const found = fraction
    ? FRAME_RATES.find((rate) => rate.num * Number(fraction[2]) === rate.den * Number(fraction[1]))
    : FRAME_RATES.find((rate) => trimmed !== '' && Math.abs(rate.num / rate.den - Number(trimmed)) < 0.005)
  if (!found) {
    throw new BadTime(
      `“${trimmed.slice(0, 40)}” is not a frame rate on offer: ${FRAME_RATES.map(formatRate).join(', ')}.`,
    )
  }
  return found
}
