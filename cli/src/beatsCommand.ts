import { findBeats } from '@arrow-bend/core/sound'
import { BadUse, readArgs } from './badUse.ts'
import { numberOf, readSoundFile } from './readSoundFile.ts'

const option = { type: 'string' } as const

/** `beats SOUND [--low HZ --high HZ --sensitivity 0–100 --apart MS] [--json]`: when something sets in, and how loudly. */
export async function beatsCommand(args: readonly string[]): Promise<string> {
  const { values, positionals } = readArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      low: option,
      high: option,
      sensitivity: option,
      apart: option,
      json: { type: 'boolean', default: false },
    },
  })
  const [path] = positionals
  if (path === undefined || positionals.length > 1)
    throw new BadUse('beats takes one sound: arrow-bend beats SOUND [--low HZ] [--high HZ] [--json].')
  const [low, high] = [numberOf(values.low, 'low'), numberOf(values.high, 'high')]
  const milliseconds = numberOf(values.apart, 'apart')
  const beats = findBeats(await readSoundFile(path), {
    low,
    high,
    sensitivity: numberOf(values.sensitivity, 'sensitivity'),
    apart: milliseconds === undefined ? undefined : milliseconds / 1000,
  })
  const short = beats.map(({ seconds, strength }) => ({
    seconds: Number(seconds.toFixed(4)),
    strength: Number(strength.toFixed(3)),
  }))
  if (values.json) return `${JSON.stringify(short)}\n`
  return short.map(({ seconds, strength }) => `${seconds} ${strength}\n`).join('')
}
