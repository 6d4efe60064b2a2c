import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { COMMAND_MENUS } from './commandMenus.ts'
import { COMMANDS, type CommandId } from './commandTable.ts'
import { USUAL_KEYS, type OwnKeys } from '../session/preferences.ts'
import { isChangeable, shownKeys, withKey } from './keys/ownKeys.ts'
import { commandKeys, sideOf, type CommandPress } from './keys/keyBindings.ts'

interface Pressed {
  readonly key: string
  readonly code?: string
  readonly mods?: readonly ('Shift' | 'Control' | 'Meta' | 'Alt')[]
}

/** Stands for the browser's own, which Node has none of. */
class FakeKeyboardEvent extends Event {}
beforeAll(() => vi.stubGlobal('KeyboardEvent', FakeKeyboardEvent))
afterAll(() => vi.unstubAllGlobals())

/** A press as the browser tells of it. */
function eventOf({ key, code = '', mods = [] }: Pressed): KeyboardEvent {
  const has = (name: string): boolean => mods.includes(name as 'Shift')
  return Object.assign(new FakeKeyboardEvent('keydown'), {
    key,
    code,
    shiftKey: has('Shift'),
    ctrlKey: has('Control'),
    metaKey: has('Meta'),
    altKey: has('Alt'),
    getModifierState: has,
  }) as unknown as KeyboardEvent
}

/** What is asked for by a press; null for nothing. */
function asked(pressed: Pressed, own: OwnKeys = USUAL_KEYS): CommandPress | null {
  const found: CommandPress[] = []
  commandKeys(own, (press) => found.push(press))(eventOf(pressed))
  expect(found.length).toBeLessThan(2)
  return found[0] ?? null
}

const SHIFT = ['Shift'] as const

describe('commandKeys', () => {
  it.each<[CommandId, Pressed]>([
    ['play', { key: ' ', code: 'Space' }],
    ['play', { key: ' ' }],
    ['playBack', { key: 'j', code: 'KeyJ' }],
    ['stop', { key: 'k', code: 'KeyK' }],
    ['playOn', { key: 'l', code: 'KeyL' }],
    ['frameBack', { key: 'ArrowLeft' }],
    ['frameOn', { key: 'ArrowRight' }],
    ['keyBack', { key: '[' }],
    ['keyBack', { key: '{', mods: SHIFT }],
    ['keyOn', { key: ']' }],
    ['keyOn', { key: '}', mods: SHIFT }],
    ['start', { key: 'Home' }],
    ['end', { key: 'End' }],
    ['rangeIn', { key: 'i' }],
    ['rangeOut', { key: 'o' }],
    ['marker', { key: 'm' }],
    ['markerBack', { key: '“', code: 'BracketLeft', mods: ['Alt'] }],
    ['markerOn', { key: '‘', code: 'BracketRight', mods: ['Alt'] }],
    ['bend1', { key: '1', code: 'Digit1' }],
    ['bend2', { key: '2', code: 'Digit2' }],
    ['bend3', { key: '3', code: 'Numpad3' }],
    ['bend4', { key: '$', code: 'Digit4', mods: SHIFT }],
    ['bend5', { key: '∞', code: 'Digit5', mods: ['Alt'] }],
    ['bend6', { key: '6' }],
    ['bend7', { key: '7' }],
    ['bend8', { key: '8' }],
    ['key', { key: 'a' }],
    ['nudgeBack', { key: ',' }],
    ['nudgeBack', { key: '<', mods: SHIFT }],
    ['nudgeOn', { key: '.' }],
    ['nudgeOn', { key: '>', mods: SHIFT }],
    ['toPlayhead', { key: 'h' }],
    ['reverse', { key: 'q' }],
    ['thereAndBack', { key: 'Q', mods: SHIFT }],
    ['retime', { key: 't' }],
    ['route', { key: 'r' }],
    ['pause', { key: 'p' }],
    ['splitAxes', { key: 'x' }],
    ['remove', { key: 'Delete' }],
    ['remove', { key: 'Backspace' }],
    ['selectAll', { key: 'a', mods: ['Control'] }],
    ['clear', { key: 'Escape' }],
    ['fit', { key: 'f' }],
    ['zoomIn', { key: '+', mods: SHIFT }],
    ['zoomIn', { key: '+', code: 'NumpadAdd' }],
    ['zoomIn', { key: '=' }],
    ['zoomOut', { key: '-' }],
    ['openLanes', { key: 'Enter' }],
    ['openLanes', { key: 'Enter', mods: SHIFT }],
    ['graphs', { key: 'v' }],
    ['list', { key: 'k', mods: ['Control'] }],
    ['rename', { key: 'F2' }],
    ['group', { key: 'g', mods: ['Meta'] }],
    ['ungroup', { key: 'G', mods: ['Shift', 'Control'] }],
    ['pasteSpecial', { key: 'V', mods: ['Shift', 'Control'] }],
    ['undo', { key: 'z', mods: ['Control'] }],
    ['undo', { key: 'z', mods: ['Meta'] }],
    ['redo', { key: 'Z', mods: ['Shift', 'Meta'] }],
    ['redo', { key: 'y', mods: ['Control'] }],
    ['duplicate', { key: 'd', mods: ['Control'] }],
    ['save', { key: 's', mods: ['Meta'] }],
    ['help', { key: '?', mods: SHIFT }],
    ['help', { key: '?' }],
    ['help', { key: 'F1' }],
    ['region', { key: 'F6' }],
    ['region', { key: 'F6', mods: SHIFT }],
    ['handles', { key: 'b' }],
  ])('asks for %s by %j', (command, pressed) => {
    expect(asked(pressed)?.command).toBe(command)
  })

  it('reaches every command that has keys, by each of them', () => {
    const reached = new Set<string>()
    for (const command of Object.keys(COMMANDS) as CommandId[])
      for (const chord of COMMANDS[command].chords) {
        const parts = chord.length > 1 ? chord.split('+') : [chord]
        const key = parts.at(-1)!.replace('(\\s)', ' ')
        const mods = parts.slice(0, -1).map((mod) => (mod === '$mod' ? 'Control' : (mod as 'Shift')))
        const press = asked({ key, code: key, mods })
        expect(press?.command, chord).toBe(command)
        reached.add(command)
      }
    const without = (Object.keys(COMMANDS) as CommandId[]).filter((command) => !reached.has(command))
    // The browser's own events bring the clipboard along; the others are in menus.
    const inMenus = new Set<string>(Object.values(COMMAND_MENUS).flat(2))
    for (const command of without) expect(inMenus, command).toContain(command)
    expect(without).toEqual(expect.arrayContaining(['copy', 'cut', 'paste']))
  })

  it.each<Pressed>([
    { key: 'u' },
    { key: '4', code: 'Digit4', mods: ['Control', 'Shift'] },
    { key: 'a', mods: ['Alt'] },
    { key: 'e', mods: ['Control'] },
  ])('leaves %j to the browser', (pressed) => {
    expect(asked(pressed)).toBeNull()
  })

  it('says which form is asked for, and which side of spans', () => {
    expect(asked({ key: 'Q', mods: SHIFT })).toEqual({ command: 'thereAndBack', more: true, side: 'arrive' })
    expect(asked({ key: 'q' })).toEqual({ command: 'reverse', more: false, side: null })
    expect(asked({ key: '™', code: 'Digit2', mods: ['Alt'] })!.side).toBe('leave')
    expect(sideOf({ shiftKey: false, altKey: false })).toBeNull()
  })
})

describe('COMMANDS', () => {
  it('has words for every command, keys to show for each that has any, and names that tell them apart', () => {
    const ids = Object.keys(COMMANDS) as CommandId[]
    for (const command of ids) {
      expect(COMMANDS[command].label).not.toBe('')
      if (COMMANDS[command].chords.length > 0) expect(shownKeys(command, USUAL_KEYS)).not.toEqual([])
    }
    expect(new Set(ids.map((id) => COMMANDS[id].name)).size).toBe(ids.length)
  })
})

describe('keys of one’s own', () => {
  const OFF: OwnKeys = { ...USUAL_KEYS, single: false }
  const ids = Object.keys(COMMANDS) as CommandId[]

  it('switches off every letter, digit and sign pressed alone, and nothing else', () => {
    for (const key of 'abcdefghijklmnopqrstuvwxyz0123456789[]{},.<>?+-='.split(''))
      for (const mods of [[], SHIFT]) expect(asked({ key, mods }, OFF), key).toBeNull()
    expect(asked({ key: '$', code: 'Digit4', mods: SHIFT }, OFF)).toBeNull()
    for (const [command, key] of [
      ['play', ' '],
      ['frameOn', 'ArrowRight'],
      ['remove', 'Delete'],
      ['help', 'F1'],
    ] as const)
      expect(asked({ key }, OFF)?.command).toBe(command)
    expect(shownKeys('marker', OFF)).toEqual([])
    expect(shownKeys('help', OFF)).toEqual(['F1'])
  })

  it('gives a command another key, with its forms, and sets the old one free', () => {
    const own = withKey(withKey(USUAL_KEYS, 'marker', 'e'), 'bend4', 'm')
    expect(asked({ key: 'e' }, own)?.command).toBe('marker')
    expect(asked({ key: 'E', mods: SHIFT }, own)).toMatchObject({ command: 'marker', more: true })
    expect(asked({ key: 'm', code: 'KeyM' }, own)?.command).toBe('bend4')
    expect(asked({ key: 'µ', code: 'KeyM', mods: ['Alt'] }, own)).toMatchObject({
      command: 'bend4',
      side: 'leave',
    })
    expect(asked({ key: '4', code: 'Digit4' }, own)).toBeNull()
    expect(shownKeys('marker', own)).toEqual(['E'])
    expect(withKey(own, 'marker', 'U').changed['marker']).toBe('u')
    // Its usual key is no change.
    expect(withKey(withKey(USUAL_KEYS, 'marker', 'e'), 'marker', 'M').changed).toEqual({})
  })

  it('refuses a key that another command has, or that is none, and says so', () => {
    expect(() => withKey(USUAL_KEYS, 'marker', 'J')).toThrow(/“J” is for “Play backwards” already/)
    expect(() => withKey({ single: false, changed: {} }, 'marker', '4')).toThrow(/Ease both/)
    for (const key of ['F5', 'Shift', '', ' '])
      expect(() => withKey(USUAL_KEYS, 'marker', key)).toThrow(/letter/)
  })

  it('never gives one key to two commands, whatever is kept', () => {
    const kept = { single: true, changed: { play: 'x', nonsense: 'y', marker: 'long', fit: '' } } as OwnKeys
    expect(asked({ key: 'x' }, kept)?.command).toBe('splitAxes')
    expect(asked({ key: 'm' }, kept)?.command).toBe('marker')
    expect(asked({ key: 'f' }, kept)?.command).toBe('fit')
    expect(ids.filter(isChangeable).length).toBeGreaterThan(25)
  })
})
