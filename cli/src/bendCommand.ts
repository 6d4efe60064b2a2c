import { compileBend, type PlainBend } from '@arrow-bend/core/bend'
import { readEasing } from '@arrow-bend/core/format/css'
import { BadUse, readArgs } from './badUse.ts'
import { nearNames } from './nearNames.ts'
import { readProjectFile } from './readProjectFile.ts'

const USUAL_TIMES = Array.from({ length: 11 }, (_, i) => i / 10)

/**
 * `bend SPEC [--file FILE] [--at 0,0.25,…]`: progress and pace of a bend at elapsed fractions, as CSV. With a file,
 * SPEC is the name (or id) of a bend in that project's library.
 */
export async function bendCommand(args: readonly string[]): Promise<string> {
  const { values, positionals } = readArgs({
    args: [...args],
    allowPositionals: true,
    options: { at: { type: 'string' }, file: { type: 'string' } },
  })
  const [spec] = positionals
  if (spec === undefined || positionals.length > 1)
    throw new BadUse('bend takes one bend: arrow-bend bend SPEC [--file FILE] [--at 0,0.25,0.5].')
  const bend = values.file === undefined ? readEasing(spec) : await namedBend(values.file, spec)
  const curve = compileBend(bend)
  // A pace without bound, as at an upright handle, is left empty.
  const paceText = (u: number): string => {
    const pace = curve.pace(u)
    return Number.isFinite(pace) ? String(pace) : ''
  }
  const times = values.at === undefined ? USUAL_TIMES : values.at.split(',').map(readShare)
  return (
    ['u,progress,pace', ...times.map((u) => `${u},${curve.progress(u)},${paceText(u)}`)].join('\n') + '\n'
  )
}

async function namedBend(path: string, name: string): Promise<PlainBend> {
  const { bends } = (await readProjectFile(path)).project
  const found = bends.find((bend) => bend.name === name) ?? bends.find(({ id }) => id === name)
  if (found) return found.bend
  const known = bends.map((bend) => bend.name)
  throw new BadUse(`There is no bend called “${name}” in this project’s library. ${nearNames(name, known)}`)
}

function readShare(text: string): number {
  const share = Number(text)
  if (text.trim() === '' || !(share >= 0 && share <= 1))
    throw new BadUse(`“${text.slice(0, 20)}” is not a share of time from 0 to 1.`)
  return share
}
