import { usePreferences } from '../../session/preferences.ts'
import type { CommandId } from '../commandTable.ts'
import { shownKeys } from './ownKeys.ts'

/** The keys of a command as shown, with what the person made of them; where it has none, nothing. */
export function keysOf(command: CommandId): string {
  return shownKeys(command, usePreferences().ownKeys).join(' or ')
}
