import { ADD_COMMANDS } from './addCommands.ts'
import { BEND_COMMANDS } from './bendCommands.ts'
import type { CommandWords } from './command.ts'
import { EDITING_COMMANDS } from './editingCommands.ts'
import { KEY_COMMANDS } from './keyCommands.ts'
import { LANE_COMMANDS } from './laneCommands.ts'
import { LAYER_COMMANDS } from './layerCommands.ts'
import { LINK_COMMANDS } from './linkCommands.ts'
import { SCENE_COMMANDS } from './sceneCommands.ts'
import { TEXT_COMMANDS } from './textCommands.ts'
import { TIME_COMMANDS } from './timeCommands.ts'
import { VIEW_COMMANDS } from './viewCommands.ts'

/** The one table of commands: keys, buttons, tooltips, menus and the help sheet read it. */
export const COMMANDS = {
  ...TIME_COMMANDS,
  ...BEND_COMMANDS,
  ...LINK_COMMANDS,
  ...KEY_COMMANDS,
  ...LANE_COMMANDS,
  ...LAYER_COMMANDS,
  ...SCENE_COMMANDS,
  ...TEXT_COMMANDS,
  ...ADD_COMMANDS,
  ...VIEW_COMMANDS,
  ...EDITING_COMMANDS,
} as const satisfies Record<string, CommandWords>

export type CommandId = keyof typeof COMMANDS
