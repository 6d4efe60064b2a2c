import { compileBend } from '@arrow-bend/core/bend'
import { readEasing } from '@arrow-bend/core/format/css'
import { BadUse, readArgs } from './badUse.ts'

const USUAL_TIMES = Array.from({ length: 11 }, (_, i) => i / 10)

/** `bend SPEC [--at 0,0.25,…]`: progress and pace of a bend at elapsed fractions, as CSV. */
export function bendCommand(args: readonly string[]): string {
  const { values, positionals } = readArgs({
    args: [...args],
    allowPositionals: true,
    options: { at: { type: 'string' } },
  })
  const [spec] = positionals
  if (spec === undefined || positionals.length > 1)
    throw new BadUse('bend takes one bend: arrow-bend bend SPEC [--at 0,0.25,0.5].')
  const curve = compileBend(readEasing(spec))
  const times = values.at === undefined ? USUAL_TIMES : values.at.split(',').map(readShare)
  return (
    ['u,progress,pace', ...times.map((u) => `${u},${curve.progress(u)},${curve.pace(u)}`)].join('\n') + '\n'
  )
}

function readShare(text: string): number {
  const share = Number(text)
  if (text.trim() === '' || !(share >= 0 && share <= 1))
    throw new BadUse(`“${text.slice(0, 20)}” is not a share of time from 0 to 1.`)
  return share
}
