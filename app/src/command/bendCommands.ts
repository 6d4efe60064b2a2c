import type { ShapeActions } from './useShapeActions.ts'
import { useSelection } from '../session/selection/selection.ts'
import { useFocusOrigin } from '../ui/focus/focusOrigin.ts'
import { takeFocused } from '../ui/focus/takeFocused.ts'
import type { BendSide, CommandRuns, CommandWords } from './command.ts'

/** Quick bends by digits. */
export const BEND_COMMANDS = {
  bend1: {
    name: 'Linear',
    shown: ['1'],
    chords: ['1', 'Shift+Digit1', 'Alt+Digit1'],
    label: 'Linear; every digit: with Shift the arriving side only, with Alt the leaving side',
    group: 'Bends',
  },
  bend2: {
    name: 'Ease out of',
    shown: ['2'],
    chords: ['2', 'Shift+Digit2', 'Alt+Digit2'],
    label: 'Ease out of',
    group: 'Bends',
  },
  bend3: {
    name: 'Ease into',
    shown: ['3'],
    chords: ['3', 'Shift+Digit3', 'Alt+Digit3'],
    label: 'Ease into',
    group: 'Bends',
  },
  bend4: {
    name: 'Ease both',
    shown: ['4'],
    chords: ['4', 'Shift+Digit4', 'Alt+Digit4'],
    label: 'Ease both',
    group: 'Bends',
  },
  bend5: {
    name: 'Hold',
    shown: ['5'],
    chords: ['5', 'Shift+Digit5', 'Alt+Digit5'],
    label: 'Hold',
    group: 'Bends',
  },
  bend6: {
    name: 'Smooth',
    shown: ['6'],
    chords: ['6', 'Shift+Digit6', 'Alt+Digit6'],
    label: 'Smooth',
    group: 'Bends',
  },
  bend7: {
    name: 'Overshoot and settle',
    shown: ['7'],
    chords: ['7', 'Shift+Digit7', 'Alt+Digit7'],
    label: 'Overshoot and settle: past its value once, and back without speed',
    group: 'Bends',
  },
  bend8: {
    name: 'The bend used last',
    shown: ['8'],
    chords: ['8', 'Shift+Digit8', 'Alt+Digit8'],
    label: 'The bend used last',
    group: 'Bends',
  },
} as const satisfies Record<string, CommandWords>

/** What they do. */
export function useBendCommands({
  shape,
}: {
  readonly shape: ShapeActions
}): CommandRuns<keyof typeof BEND_COMMANDS> {
  const origin = useFocusOrigin()
  const selection = useSelection()
  /** Where nothing is selected in the lanes, what was come to by key is meant, a lane's name or a span, as after Enter on it. */
  const bend = (index: number, side: BendSide): void => {
    const { keys, spans, properties } = selection
    if (keys.length + spans.length + properties.length === 0 && !origin.isByPointer()) takeFocused()
    shape.bendSpans(index, side)
  }
  return {
    bend1: (_, side) => bend(0, side),
    bend2: (_, side) => bend(1, side),
    bend3: (_, side) => bend(2, side),
    bend4: (_, side) => bend(3, side),
    bend5: (_, side) => bend(4, side),
    bend6: (_, side) => bend(5, side),
    bend7: (_, side) => bend(6, side),
    bend8: (_, side) => bend(7, side),
  }
}
