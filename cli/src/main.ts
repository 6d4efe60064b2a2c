import { sentenceOf } from '@arrow-bend/core/refusal'
import manifest from '../package.json' with { type: 'json' }
import { BadUse } from './badUse.ts'
import { print } from './print.ts'

const USAGE = `Usage:
  arrow-bend inspect FILE [--json]
  arrow-bend sample FILE --layer NAME --property NAME [--scene NAME] [--rate 60] [--speed]
  arrow-bend bend SPEC [--file FILE] [--at 0,0.25,0.5,0.75,1]
  arrow-bend --version
`

const HELP: readonly string[] = ['--help', '-h', 'help']

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
  try {
    if (name === undefined || HELP.includes(name)) {
      await print(USAGE)
      return name === undefined ? 2 : 0
    }
    if (name === '--version' || name === '-v') {
      await print(`${manifest.version}\n`)
      return 0
    }
    const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined
    if (!command)
      throw new BadUse(`“${name}” is not a command. There are ${Object.keys(COMMANDS).join(', ')}.`)
    const run = await command()
    await print(rest.some((word) => word === '--help' || word === '-h') ? USAGE : await run(rest))
    return 0
  } catch (caught) {
    process.stderr.write(`${sentenceOfTrouble(caught)}\n`)
    return 2
  }
}

/** As a refusal says it; what the system says where the result could not be written. */
function sentenceOfTrouble(caught: unknown): string {
  const code = (caught as NodeJS.ErrnoException | null)?.code
  return code ? `The result could not be written (${code}).` : sentenceOf(caught)
}
