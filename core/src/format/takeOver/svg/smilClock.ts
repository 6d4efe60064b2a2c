import type { XmlElement } from '../../xml/index.ts'
import type { Timing } from '../motion/playRounds.ts'

/** A clock value in seconds; null where it is none. Source: W3C, SMIL 3.0, 5.4.4 (clock values). */
export function clockSeconds(text: string): number | null {
  const source = text.trim()
  const plain = /^([+-]?)\s*(\d*\.?\d+)(h|min|s|ms)?$/.exec(source)
  const sign = source.startsWith('-') ? -1 : 1
  if (plain) return sign * Number(plain[2]) * { h: 3600, min: 60, s: 1, ms: 0.001 }[plain[3] ?? 's']!
  const clock = /^[+-]?(?:(\d+):)?(\d{2}):(\d{2}(?:\.\d+)?)$/.exec(source)
  return clock ? sign * (Number(clock[1] ?? 0) * 3600 + Number(clock[2]) * 60 + Number(clock[3])) : null
}

/** Chains of animations that begin when others do are followed so far. */
const MOST_DEPTH = 100

/** When animation elements play. */
export class SmilClock {
  constructor(private readonly byId: ReadonlyMap<string, XmlElement>) {}

  /** A sentence where it never begins by itself, or has no length. */
  timingOf(element: XmlElement, depth = 0): Timing | string {
    const { attributes, name } = element
    const delay = this.beginOf(attributes['begin'] ?? '0s', depth)
    if (delay === null)
      return `It begins with “${attributes['begin']}”, which only happens when someone uses the picture, or goes in a circle.`
    const dur = clockSeconds(attributes['dur'] ?? '')
    const end = clockSeconds(attributes['end'] ?? '')
    // What is set without an end stays: one round, whose last value holds.
    const isSet = name === 'set' && dur === null
    if (!isSet && !(dur !== null && dur > 0)) return 'It has no length.'
    const duration = isSet ? Math.max(0.001, (end ?? delay + 1) - delay) : dur!
    const count = attributes['repeatCount']
    const repeats = attributes['repeatDur']
    const whole = repeats === undefined ? null : repeats === 'indefinite' ? Infinity : clockSeconds(repeats)
    let rounds = count === 'indefinite' ? Infinity : Number(count ?? (whole === null ? 1 : Infinity))
    if (!(rounds > 0)) rounds = 1
    if (whole !== null) rounds = Math.min(rounds, whole / duration)
    if (end !== null && !isSet) rounds = Math.min(rounds, Math.max(0, (end - delay) / duration))
    return {
      delay,
      duration,
      rounds,
      alternates: false,
      reversed: false,
      fillsBefore: false,
      fillsAfter: attributes['fill'] === 'freeze' || (isSet && end === null),
    }
  }

  /** The first moment of a list of such that comes by itself; null where there is none. */
  private beginOf(list: string, depth: number): number | null {
    if (depth > MOST_DEPTH) return null
    const moments = list.split(';').flatMap((part) => {
      const plain = clockSeconds(part)
      if (plain !== null) return [plain]
      const tied = /^\s*([\w-]+)\.(begin|end)\s*([+-].*)?$/.exec(part)
      const other = tied && this.byId.get(tied[1]!)
      const timing = other && this.timingOf(other, depth + 1)
      if (!timing || typeof timing === 'string') return []
      const shift = tied[3] === undefined ? 0 : clockSeconds(tied[3].replace(/\s+/g, ''))
      const at = tied[2] === 'begin' ? timing.delay : timing.delay + timing.duration * timing.rounds
      return shift === null || !Number.isFinite(at) ? [] : [at + shift]
    })
    return moments.length > 0 ? Math.min(...moments) : null
  }
}
