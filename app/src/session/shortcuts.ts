/** What a key does on the Desk. The one table behind the keys, the tooltips and the help sheet. */
export const SHORTCUTS = {
  play: { keys: ['Space'], label: 'Play or pause', group: 'Time' },
  playBack: { keys: ['J'], label: 'Play backwards; again: faster', group: 'Time' },
  stop: { keys: ['K'], label: 'Stop', group: 'Time' },
  playOn: { keys: ['L'], label: 'Play forwards; again: faster', group: 'Time' },
  frameBack: { keys: ['←'], label: 'One frame back; with Shift ten', group: 'Time' },
  frameOn: { keys: ['→'], label: 'One frame on; with Shift ten', group: 'Time' },
  keyBack: { keys: ['['], label: 'Previous key of the selection; with Shift of everything', group: 'Time' },
  keyOn: { keys: [']'], label: 'Next key of the selection; with Shift of everything', group: 'Time' },
  start: { keys: ['Home'], label: 'Start of the play range', group: 'Time' },
  end: { keys: ['End'], label: 'End of the play range', group: 'Time' },
  rangeIn: { keys: ['I'], label: 'Play range starts here; with Shift cleared', group: 'Time' },
  rangeOut: { keys: ['O'], label: 'Play range ends here; with Shift cleared', group: 'Time' },
  marker: { keys: ['M'], label: 'Marker here; with Shift away with it', group: 'Time' },
  markerBack: { keys: ['Alt+['], label: 'Previous marker', group: 'Time' },
  markerOn: { keys: ['Alt+]'], label: 'Next marker', group: 'Time' },
  bend1: {
    keys: ['1'],
    label: 'Linear; every digit: with Shift the arriving side only, with Alt the leaving side',
    group: 'Bends',
  },
  bend2: { keys: ['2'], label: 'Ease out of', group: 'Bends' },
  bend3: { keys: ['3'], label: 'Ease into', group: 'Bends' },
  bend4: { keys: ['4'], label: 'Ease both', group: 'Bends' },
  bend5: { keys: ['5'], label: 'Hold', group: 'Bends' },
  bend6: { keys: ['6'], label: 'Smooth', group: 'Bends' },
  bend7: { keys: ['7'], label: 'Overshoot', group: 'Bends' },
  bend8: { keys: ['8'], label: 'The bend used last', group: 'Bends' },
  pause: { keys: ['P'], label: 'Pause at the selected keys; what follows comes later', group: 'Keys' },
  splitAxes: { keys: ['X'], label: 'Split the position into X and Y, or join them', group: 'Keys' },
  fit: {
    keys: ['F'],
    label: 'Fit what is selected in the view under the pointer; with Shift everything',
    group: 'View',
  },
  zoomIn: { keys: ['+'], label: 'Closer, in the view under the pointer', group: 'View' },
  zoomOut: { keys: ['-'], label: 'Farther', group: 'View' },
  copy: { keys: ['Ctrl/Cmd+C'], label: 'Copy the selected keys', group: 'Editing' },
  cut: { keys: ['Ctrl/Cmd+X'], label: 'Cut them', group: 'Editing' },
  paste: {
    keys: ['Ctrl/Cmd+V'],
    label: 'Paste keys at the playhead, an easing or a table onto what is selected',
    group: 'Editing',
  },
  pasteSpecial: {
    keys: ['Shift+Ctrl/Cmd+V'],
    label: 'Choose what to paste: bends, timing, values, backwards…',
    group: 'Editing',
  },
  undo: { keys: ['Ctrl/Cmd+Z'], label: 'Undo', group: 'Editing' },
  redo: { keys: ['Shift+Ctrl/Cmd+Z'], label: 'Redo', group: 'Editing' },
  duplicate: {
    keys: ['Ctrl/Cmd+D'],
    label: 'Selected keys again after themselves, or else a copy of the layer',
    group: 'Editing',
  },
  save: { keys: ['Ctrl/Cmd+S'], label: 'Save the project as a file', group: 'Editing' },
  help: { keys: ['?'], label: 'This sheet', group: 'Editing' },
  openLanes: {
    keys: ['Enter'],
    label: 'Graphs of the selected lanes; with Shift as high as they go',
    group: 'View',
  },
  graphs: { keys: ['V'], label: 'Value, speed or both in open lanes', group: 'View' },
  key: { keys: ['A'], label: 'Set or remove a key on the selected properties', group: 'Keys' },
  nudgeBack: { keys: [','], label: 'Selected keys one frame earlier; with Shift ten', group: 'Keys' },
  nudgeOn: { keys: ['.'], label: 'Selected keys one frame later; with Shift ten', group: 'Keys' },
  toPlayhead: { keys: ['H'], label: 'Bring the selected keys here, to the playhead', group: 'Keys' },
  reverse: {
    keys: ['Q'],
    label: 'Reverse the selected keys in time; with Shift there and back',
    group: 'Keys',
  },
  retime: { keys: ['T'], label: 'Retime panel: length, order, rhythm', group: 'Keys' },
  route: {
    keys: ['R'],
    label: 'Route at the selected keys: corner, joined, smooth in turn',
    group: 'Keys',
  },
  remove: { keys: ['Delete'], label: 'Remove the selected keys, or else layers', group: 'Keys' },
  selectAll: { keys: ['Ctrl/Cmd+A'], label: 'Select every span of the selected layers', group: 'Keys' },
  clear: {
    keys: ['Escape'],
    label: 'Give up the drag or the look ahead, or else the selection',
    group: 'Keys',
  },
} as const satisfies Record<string, { keys: readonly string[]; label: string; group: string }>

export type Command = keyof typeof SHORTCUTS

/** The keys of a command as shown. */
export function keysOf(command: Command): string {
  return SHORTCUTS[command].keys.join(' or ')
}

const BY_KEY: Readonly<Record<string, Command>> = {
  ' ': 'play',
  j: 'playBack',
  k: 'stop',
  l: 'playOn',
  arrowleft: 'frameBack',
  arrowright: 'frameOn',
  '[': 'keyBack',
  '{': 'keyBack',
  ']': 'keyOn',
  '}': 'keyOn',
  home: 'start',
  end: 'end',
  i: 'rangeIn',
  o: 'rangeOut',
  a: 'key',
  h: 'toPlayhead',
  m: 'marker',
  q: 'reverse',
  t: 'retime',
  r: 'route',
  p: 'pause',
  x: 'splitAxes',
  ',': 'nudgeBack',
  '<': 'nudgeBack',
  '.': 'nudgeOn',
  '>': 'nudgeOn',
  delete: 'remove',
  backspace: 'remove',
  escape: 'clear',
  f: 'fit',
  v: 'graphs',
  enter: 'openLanes',
  '+': 'zoomIn',
  '=': 'zoomIn',
  '-': 'zoomOut',
  '?': 'help',
  ...Object.fromEntries([1, 2, 3, 4, 5, 6, 7, 8].map((digit) => [String(digit), `bend${digit}` as Command])),
}

const WITH_CONTROL: Readonly<Record<string, Command>> = {
  z: 'undo',
  y: 'redo',
  a: 'selectAll',
  d: 'duplicate',
  s: 'save',
}

/** What is pressed, as far as shortcuts care. */
export interface Press {
  readonly key: string
  readonly shiftKey: boolean
  readonly ctrlKey: boolean
  readonly metaKey: boolean
  readonly altKey: boolean
  /** The key by its place, such as `Digit4`: with Shift or Alt it writes something else. */
  readonly code?: string
}

/** Which side of the spans a digit eases: both alone, one with Shift or Alt. */
export type BendSide = 'arrive' | 'leave' | null

export const sideOf = ({ shiftKey, altKey }: Pick<Press, 'shiftKey' | 'altKey'>): BendSide =>
  altKey ? 'leave' : shiftKey ? 'arrive' : null

/** The command a key press asks for; null for none. */
export function commandOf({ key, shiftKey, ctrlKey, metaKey, altKey, code = '' }: Press): Command | null {
  const digit = /^Digit([1-8])$/.exec(code)?.[1]
  if (digit && (shiftKey || altKey) && !ctrlKey && !metaKey) return `bend${digit}` as Command
  if (altKey) return code === 'BracketLeft' ? 'markerBack' : code === 'BracketRight' ? 'markerOn' : null
  if (!ctrlKey && !metaKey) return BY_KEY[key.toLowerCase()] ?? null
  const command = WITH_CONTROL[key.toLowerCase()] ?? null
  // Copy, cut and paste come as the browser's own events, which bring the clipboard along.
  if (shiftKey && key.toLowerCase() === 'v') return 'pasteSpecial'
  return command === 'undo' && shiftKey ? 'redo' : command
}
