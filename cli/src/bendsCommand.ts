import { easingText, libraryCss } from '@arrow-bend/core/format/css'
import { BadUse, readArgs } from './badUse.ts'
import { readProjectFile } from './readProjectFile.ts'

/** `bends FILE [--css | --json]`: the bends of a project's library. */
export async function bendsCommand(args: readonly string[]): Promise<string> {
  const { values, positionals } = readArgs({
    args: [...args],
    allowPositionals: true,
    options: { css: { type: 'boolean', default: false }, json: { type: 'boolean', default: false } },
  })
  const [path] = positionals
  if (path === undefined || positionals.length > 1)
    throw new BadUse('bends takes one file: arrow-bend bends FILE [--css | --json].')
  if (values.css && values.json) throw new BadUse('Bends are written either as CSS or as JSON.')
  const { bends } = (await readProjectFile(path)).project
  if (values.json) return `${JSON.stringify(bends, null, 2)}\n`
  if (values.css) return libraryCss(bends)
  if (bends.length === 0) return 'There are no bends in this project’s library.\n'
  return bends
    .map(({ name, bend, tags = [] }) => {
      const words = tags.length > 0 ? ` (${tags.join(', ')})` : ''
      return `${name}${words}: ${easingText(bend)}\n`
    })
    .join('')
}
