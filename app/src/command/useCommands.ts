import { useDocument } from '../session/document/document.ts'
import { useAddCommands } from './addCommands.ts'
import { useBendCommands } from './bendCommands.ts'
import type { BendSide, CommandRuns } from './command.ts'
import type { CommandId } from './commandTable.ts'
import { useEditingCommands } from './editingCommands.ts'
import { inOrder } from './inOrder.ts'
import { useKeyCommands } from './keyCommands.ts'
import { useLaneCommands } from './laneCommands.ts'
import { useLayerCommands } from './layerCommands.ts'
import { useLinkCommands } from './linkCommands.ts'
import { useSceneCommands } from './sceneCommands.ts'
import { useTextCommands } from './textCommands.ts'
import { useTimeCommands } from './timeCommands.ts'
import { useReuseActions, type ReuseActions } from './useReuseActions.ts'
import { useShapeActions } from './useShapeActions.ts'
import { useViewCommands } from './viewCommands.ts'

export interface Commands {
  /**
   * Does what a command says; `more` asks for its other form, `side` is the side of spans a quick bend is for.
   * Tells whether there was anything to do.
   */
  run(command: CommandId, more: boolean, side?: BendSide): boolean
  readonly reuse: ReuseActions
}

/** Everything keys, buttons and menus do. */
export function useCommands(): Commands {
  const document = useDocument()
  const [reuse, shape] = [useReuseActions(), useShapeActions()]
  const runs: CommandRuns<CommandId> = {
    ...useTimeCommands(),
    ...useBendCommands({ shape }),
    ...useLinkCommands(),
    ...useKeyCommands({ reuse, shape }),
    ...useLaneCommands(),
    ...useLayerCommands(),
    ...useSceneCommands(),
    ...useTextCommands(),
    ...useAddCommands(),
    ...useViewCommands(),
    ...useEditingCommands({ reuse }),
  }
  const ordered = inOrder()
  return {
    reuse,
    run(command, more, side = null) {
      if (!document.project) return false
      ordered(() => runs[command](more, side))
      return true
    },
  }
}
