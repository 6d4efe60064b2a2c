import { Refusal } from '@arrow-bend/core/refusal'
import type { OwnKeys } from '../../session/preferences.ts'
import { COMMANDS, type CommandId } from '../commandTable.ts'

const IDS = Object.keys(COMMANDS) as CommandId[]
const isAlone = (chord: string): boolean => chord.length === 1 || /^(Shift|Alt)\+(Digit\d|[a-z])$/.test(chord)

/** Whether a command has a key that is pressed alone, and so can be given another. */
export function isChangeable(command: CommandId): boolean {
  return COMMANDS[command].chords.some((chord) => chord.length === 1)
}

const ownKey = (command: CommandId, { changed }: OwnKeys): string | null => {
  const key = changed[command]
  return isChangeable(command) && key?.length === 1 ? key : null
}

/** The keys of a command, as `tinykeys` takes them. */
export function chordsOf(command: CommandId, own: OwnKeys): readonly string[] {
  const chords: readonly string[] = COMMANDS[command].chords
  const others = chords.filter((chord) => !isAlone(chord))
  if (!own.single) return others
  const key = ownKey(command, own)
  if (key === null) return chords
  // With Alt some systems write other letters: then the key's place on the board counts.
  const withAlt = chords.some((chord) => chord.startsWith('Alt+Digit'))
    ? [/[a-z]/i.test(key) ? `Alt+Key${key.toUpperCase()}` : `Alt+${key}`]
    : []
  return [key, ...withAlt, ...others]
}

/** The keys of a command as a person reads them. */
export function shownKeys(command: CommandId, own: OwnKeys): readonly string[] {
  const shown: readonly string[] = COMMANDS[command].shown
  const chords: readonly string[] = COMMANDS[command].chords
  if (!own.single && chords.length > 0 && chords.every(isAlone)) return []
  if (!isChangeable(command)) return shown
  const others = shown.filter((words) => words.length > 1)
  if (!own.single) return others
  const key = ownKey(command, own)
  return key === null ? shown : [key.toUpperCase(), ...others]
}

/**
 * Gives a command another key that is pressed alone.
 * @param key a letter, digit or sign
 * @throws Refusal where it is none of these, or another command has it
 */
export function withKey(own: OwnKeys, command: CommandId, key: string): OwnKeys {
  const wanted = key.toLowerCase()
  if (wanted.length !== 1 || wanted.trim() === '')
    throw new Refusal('Only a letter, a digit or a sign can be a key of its own. The old one was kept.')
  const holder = IDS.find(
    (id) =>
      id !== command &&
      chordsOf(id, { ...own, single: true }).some((chord) => chord.toLowerCase() === wanted),
  )
  if (holder)
    throw new Refusal(
      `“${key.toUpperCase()}” is for “${COMMANDS[holder].name}” already. Give that another key first, or press one that is free.`,
    )
  const others = Object.fromEntries(Object.entries(own.changed).filter(([id]) => id !== command))
  const usual: readonly string[] = COMMANDS[command].chords
  return { ...own, changed: usual.includes(wanted) ? others : { ...others, [command]: wanted } }
}
