/** Which side of the spans a digit eases: both alone, one with Shift or Alt. */
export type BendSide = 'arrive' | 'leave' | null

/** The headings commands are listed under. */
export type CommandGroup = 'Time' | 'Bends' | 'Keys' | 'Layers' | 'View' | 'Editing'

/** A command as buttons, menus, keys and the help sheet know it. */
export interface CommandWords {
  /** What menus and the command list call it. */
  readonly name: string
  readonly label: string
  readonly group: CommandGroup
  /** Its keys as a person reads them. */
  readonly shown: readonly string[]
  /**
   * Its keys as `tinykeys` takes them; with Shift as well, which asks for its other form. Copy, cut and paste have none:
   * they come as the browser's own events, which bring the clipboard along.
   */
  readonly chords: readonly string[]
  /** Goes on while its keys are held down. */
  readonly repeats?: true
}

/** What a command does; `more` asks for its other form, `side` is the side of spans a quick bend is for. */
export type CommandRun = (more: boolean, side: BendSide) => unknown
export type CommandRuns<Id extends string> = Readonly<Record<Id, CommandRun>>
