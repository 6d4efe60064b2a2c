import { levelOf } from '@arrow-bend/core/sound'
import { BadUse, readArgs } from './badUse.ts'
import { numberOf, readSoundFile } from './readSoundFile.ts'

/** Frames a second. */
const USUAL_RATE = 60

/** `level SOUND --rate 60 [--low HZ --high HZ]`: how loud a sound is from frame to frame, as CSV. */
export async function levelCommand(args: readonly string[]): Promise<string> {
  const { values, positionals } = readArgs({
    args: [...args],
    allowPositionals: true,
    options: { rate: { type: 'string' }, low: { type: 'string' }, high: { type: 'string' } },
  })
  const [path] = positionals
  if (path === undefined || positionals.length > 1)
    throw new BadUse('level takes one sound: arrow-bend level SOUND [--rate 60] [--low HZ] [--high HZ].')
  const rate = numberOf(values.rate, 'rate') ?? USUAL_RATE
  const band = { low: numberOf(values.low, 'low'), high: numberOf(values.high, 'high') }
  const level = levelOf(await readSoundFile(path), rate, band)
  const rows = Array.from(level, (loud, frame) => `${frame},${frame / rate},${loud}`)
  return `${['frame,seconds,level', ...rows].join('\n')}\n`
}
