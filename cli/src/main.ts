import { sentenceOf } from '@arrow-bend/core/refusal'
import manifest from '../package.json' with { type: 'json' }
import { BadUse } from './badUse.ts'
import { COMMAND_HELP, USAGE } from './help.ts'
import { nearNames } from './nearNames.ts'
import { print, type Streams } from './print.ts'

const HELP: readonly string[] = ['--help', '-h', 'help']

type Command = (args: readonly string[], streams: Streams) => Promise<string> | string

/** Loaded when asked for: none waits for what another needs. */
const COMMANDS: Readonly<Record<keyof typeof COMMAND_HELP, () => Promise<Command>>> = {
  inspect: async () => (await import('./inspectCommand.ts')).inspectCommand,
  sample: async () => (await import('./sampleCommand.ts')).sampleCommand,
  bend: async () => (await import('./bendCommand.ts')).bendCommand,
  bends: async () => (await import('./bendsCommand.ts')).bendsCommand,
  match: async () => (await import('./matchCommand.ts')).matchCommand,
  convert: async () => (await import('./convertCommand.ts')).convertCommand,
  beats: async () => (await import('./beatsCommand.ts')).beatsCommand,
  level: async () => (await import('./levelCommand.ts')).levelCommand,
}

/** Runs a command line. Prints its result, or one sentence on standard error; returns 0, or 2 for bad use. */
export async function main(args: readonly string[], streams: Streams = process): Promise<number> {
  const [name, ...rest] = args
  try {
    if (name === undefined || HELP.includes(name)) {
      const about = rest[0]
      await print(about !== undefined && isCommand(about) ? COMMAND_HELP[about] : USAGE, streams)
      return name === undefined ? 2 : 0
    }
    if (name === '--version' || name === '-v') {
      await print(`${manifest.version}\n`, streams)
      return 0
    }
    if (!isCommand(name))
      throw new BadUse(`“${name}” is not a command. ${nearNames(name, Object.keys(COMMANDS))}`)
    const asksForHelp = rest.some((word) => word === '--help' || word === '-h')
    const run = await COMMANDS[name]()
    await print(asksForHelp ? COMMAND_HELP[name] : await run(rest, streams), streams)
    return 0
  } catch (caught) {
    streams.stderr.write(`${sentenceOfTrouble(caught)}\n`)
    return 2
  }
}

const isCommand = (name: string): name is keyof typeof COMMANDS => Object.hasOwn(COMMANDS, name)

/** As a refusal says it, of edits nothing: no command makes any. What the system says where the result could not be written. */
function sentenceOfTrouble(caught: unknown): string {
  const code = (caught as NodeJS.ErrnoException | null)?.code
  return code
    ? `The result could not be written (${code}).`
    : sentenceOf(caught).replace(/ Nothing was changed\.$/, '')
}
