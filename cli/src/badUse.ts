import { parseArgs, type ParseArgsConfig } from 'node:util'
import { Refusal } from '@arrow-bend/core/refusal'

/** A command line that cannot be understood. */
export class BadUse extends Refusal {}

/** Arguments by Node's own parser. Throws BadUse with its reason. */
export function readArgs<T extends ParseArgsConfig>(config: T): ReturnType<typeof parseArgs<T>> {
  try {
    return parseArgs(config)
  } catch (caught) {
    throw new BadUse(caught instanceof Error ? caught.message.split('. ')[0]! + '.' : String(caught))
  }
}
