import { createKeybindingsHandler } from 'tinykeys'
import type { BendSide } from '../command.ts'
import type { OwnKeys } from '../../session/preferences.ts'
import { COMMANDS, type CommandId } from '../commandTable.ts'
import { chordsOf } from './ownKeys.ts'

/** What a key press asks for. */
export interface CommandPress {
  readonly command: CommandId
  /** With Shift: its other form. */
  readonly more: boolean
  readonly side: BendSide
}

export const sideOf = ({ shiftKey, altKey }: Pick<KeyboardEvent, 'shiftKey' | 'altKey'>): BendSide =>
  altKey ? 'leave' : shiftKey ? 'arrive' : null

/** On every system either key that commands are given with does. */
const inBothSystems = (chord: string): string[] =>
  chord.includes('$mod') ? [chord.replace('$mod', 'Control'), chord.replace('$mod', 'Meta')] : [chord]

/** A plain key asks for the same with Shift: for its other form, or on layouts where it takes Shift to write it. */
const withShift = (chord: string): string[] =>
  chord.includes('+') && chord.length > 1 ? [chord] : [chord, `Shift+${chord}`]

/**
 * Listens for the keys of all commands.
 * @param own what the person made of them
 * @param answer does what is asked for; told of the press that asked for it
 */
export function commandKeys(
  own: OwnKeys,
  answer: (press: CommandPress, event: KeyboardEvent) => void,
): EventListener {
  const bindings: Record<string, (event: KeyboardEvent) => void> = {}
  for (const command of Object.keys(COMMANDS) as CommandId[]) {
    for (const chord of chordsOf(command, own).flatMap(inBothSystems).flatMap(withShift))
      bindings[chord] = (event) => answer({ command, more: event.shiftKey, side: sideOf(event) }, event)
  }
  return createKeybindingsHandler(bindings)
}
