import { toast } from '../ui/toast.ts'
import {
  clearAnimation,
  currentValue,
  findProperty,
  setValueAt,
  type PropertyRef,
} from '@arrow-bend/core/edit'
import { isMoving, timedKeys, type Property, type Value } from '@arrow-bend/core/property'
import { definitionOf, layerById, vertexPartOf } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { usePlayback } from '../session/playback/playback.ts'
import { usePreferences } from '../session/preferences.ts'
import { useSelection } from '../session/selection/selection.ts'
import { useSidePanel } from '../session/view/sidePanel.ts'
import type { CommandRuns, CommandWords } from './command.ts'

/** Commands on whole lanes: the properties that are selected. */
export const LANE_COMMANDS = {
  laneKeys: {
    name: 'Select all its keys',
    shown: [],
    chords: [],
    label: 'Select every key of the selected lanes',
    group: 'Keys',
  },
  clearAnimation: {
    name: 'Clear animation',
    shown: [],
    chords: [],
    label: 'Take all keys of the selected lanes away; the value here stays',
    group: 'Keys',
  },
  resetValue: {
    name: 'Back to its default',
    shown: [],
    chords: [],
    label: 'Give the selected properties the value they have at first',
    group: 'Keys',
  },
  copyValue: {
    name: 'Copy the value',
    shown: [],
    chords: [],
    label: 'Copy the value of the selected property here, as text',
    group: 'Keys',
  },
  patterns: {
    name: 'Patterns…',
    shown: [],
    chords: [],
    label: 'Lay a pattern on the selected property: waves, chance, or a bend again and again',
    group: 'Keys',
  },
  moves: {
    name: 'Ready moves…',
    shown: [],
    chords: [],
    label: 'Put a ready move on the selected layers: come in, go, draw the eye, move as a camera does',
    group: 'Layers',
  },
  proportions: {
    name: 'Keep proportions, or not',
    shown: [],
    chords: [],
    label: 'Typing one number of a scale or a size changes the other by the same share',
    group: 'Keys',
  },
} as const satisfies Record<string, CommandWords>

const NO_LANE = 'Select a property first: click its name in the deck.'

/** A value as it is typed into fields: numbers of a pair with a comma. */
const valueText = (value: Value): string =>
  Array.isArray(value) ? (value as readonly number[]).join(', ') : String(value)

/** What they do. */
export function useLaneCommands(): CommandRuns<keyof typeof LANE_COMMANDS> {
  const document = useDocument()
  const playback = usePlayback()
  const selection = useSelection()
  const preferences = usePreferences()
  const panel = useSidePanel()

  const lanes = (): { readonly ref: PropertyRef; readonly property: Property }[] =>
    selection.properties.flatMap((ref) => {
      const property = findProperty(document.project!, ref)
      return property ? [{ ref, property }] : []
    })
  const withLanes = (use: (chosen: ReturnType<typeof lanes>) => void): void => {
    const chosen = lanes()
    if (chosen.length > 0) use(chosen)
    else toast(NO_LANE)
  }

  const selectKeys = (): void =>
    withLanes((chosen) => {
      const keys = chosen.flatMap(({ ref, property }) =>
        timedKeys(property).map(({ id }) => ({ ...ref, key: id })),
      )
      if (keys.length > 0) selection.selectKeys(keys)
      else toast('There are no keys here yet. Press A to set one.')
    })
  const clear = (): void =>
    withLanes((chosen) => {
      const refs = chosen.filter(({ property }) => isMoving(property)).map(({ ref }) => ref)
      if (refs.length === 0) toast('Nothing is animated here.')
      else
        document.apply(
          'Animation cleared',
          (draft) => refs.forEach((ref) => clearAnimation(draft, ref, playback.time)),
          () => selection.selectProperties(refs),
        )
    })
  const reset = (): void =>
    withLanes((chosen) => {
      const defaults = chosen.flatMap(({ ref }) => {
        // A vertex has no place of its own at first.
        if (vertexPartOf(ref.property)) return []
        const layer = layerById(document.scene!, ref.layer)
        const definition = layer && definitionOf(layer.kind, ref.property)
        return definition ? [{ ref, value: definition.value }] : []
      })
      document.apply('Value set to its default', (draft) =>
        defaults.forEach(({ ref, value }) =>
          setValueAt(draft, ref, playback.time, { value, autoKey: true, makeId: document.makeId }),
        ),
      )
    })
  const copyValue = (): void =>
    withLanes((chosen) => {
      const text = chosen
        .map(({ property }) => valueText(currentValue(property, playback.time, document.bends)))
        .join('\n')
      void navigator.clipboard
        .writeText(text)
        .then(() => toast(`“${text.slice(0, 60)}” was copied.`))
        .catch(() => toast.error('The browser does not let this page copy.'))
    })

  return {
    laneKeys: selectKeys,
    clearAnimation: clear,
    resetValue: reset,
    copyValue,
    patterns: () => panel.show('patterns'),
    moves: () => panel.show('moves'),
    proportions: () => {
      preferences.keepProportions = !preferences.keepProportions
      toast(
        preferences.keepProportions
          ? 'Scales and sizes keep their proportions now.'
          : 'The two numbers of a scale or a size are free now.',
      )
    },
  }
}
