import { sentenceOf } from '@arrow-bend/core/refusal'
import { BadUse } from './badUse.ts'

const USAGE = `Usage:
  arrow-bend inspect FILE [--json]
  arrow-bend sample FILE --layer NAME --property NAME [--rate 60] [--speed]
  arrow-bend bend SPEC [--file FILE] [--at 0,0.25,0.5,0.75,1]
`

type Command = (args: readonly string[]) => Promise<string> | string

/** Loaded when asked for: none waits for what another needs. */
const COMMANDS: Readonly<Record<string, () => Promise<Command>>> = {
  inspect: async () => (await import('./inspectCommand.ts')).inspectCommand,
  sample: async () => (await import('./sampleCommand.ts')).sampleCommand,
  bend: async () => (await import('./bendCommand.ts')).bendCommand,
}

/** Runs a command line. Prints its result, or one sentence on standard error; returns 0, or 2 for bad use. */
export async function main(args: readonly string[]): Promise<number> {
  const [name, ...rest] = args
  if (name === undefined || name === '--help' || name === 'help') {
    process.stdout.write(USAGE)
    return name === undefined ? 2 : 0
  }
  try {
    const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined
    if (!command)
      throw new BadUse(`“${name}” is not a command. There are ${Object.keys(COMMANDS).join(', ')}.`)
    const run = await command()
    process.stdout.write(await run(rest))
    return 0
  } catch (caught) {
    process.stderr.write(`${sentenceOf(caught)}\n`)
    return 2
  }
}
