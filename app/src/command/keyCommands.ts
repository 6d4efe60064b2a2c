import { toast } from '../ui/toast.ts'
import { removalOf, spansOf, type Removal } from '@arrow-bend/core/choose'
import {
  findProperty,
  nudgeKeys,
  removeKeys,
  removeLayers,
  rippleKeys,
  setRouteThrough,
  toggleKey,
  type KeyRef,
} from '@arrow-bend/core/edit'
import { layerById, type Layer, type Scene } from '@arrow-bend/core/scene'
import { frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../session/document/document.ts'
import { usePlayback } from '../session/playback/playback.ts'
import { useSelection } from '../session/selection/selection.ts'
import { useEffectiveSelection } from '../session/selection/effectiveSelection.ts'
import { usePreferences } from '../session/preferences.ts'
import { useSidePanel } from '../session/view/sidePanel.ts'
import type { ReuseActions } from './useReuseActions.ts'
import type { ShapeActions } from './useShapeActions.ts'
import { useTellReplaced } from './useTellReplaced.ts'
import { useView } from '../session/view/view.ts'
import { useFocusOrigin } from '../ui/focus/focusOrigin.ts'
import { visitWhenThere } from '../ui/focus/visitField.ts'
import { useKeyable } from './useKeyable.ts'
import { useToldStep } from './useToldStep.ts'
import type { CommandRuns, CommandWords } from './command.ts'

/** Commands on keys, and on what is selected. */
export const KEY_COMMANDS = {
  key: {
    name: 'Set or remove a key here',
    shown: ['A'],
    chords: ['a'],
    label: 'Set or remove a key on the selected properties, or on the place of a layer that stands still',
    group: 'Keys',
  },
  nudgeBack: {
    name: 'One frame earlier',
    shown: [','],
    chords: [',', '<'],
    label: 'Selected keys one frame earlier; with Shift ten',
    group: 'Keys',
    repeats: true,
  },
  nudgeOn: {
    name: 'One frame later',
    shown: ['.'],
    chords: ['.', '>'],
    label: 'Selected keys one frame later; with Shift ten',
    group: 'Keys',
    repeats: true,
  },
  toPlayhead: {
    name: 'Bring to the playhead',
    shown: ['H'],
    chords: ['h'],
    label: 'Bring the selected keys here, to the playhead',
    group: 'Keys',
  },
  reverse: {
    name: 'Reverse in time',
    shown: ['Q'],
    chords: ['q'],
    label: 'Reverse the selected keys in time',
    group: 'Keys',
  },
  thereAndBack: {
    name: 'There and back',
    shown: ['Shift+Q'],
    chords: ['Shift+q'],
    label:
      'Add the selected keys once more backwards, after themselves or, if it is later, from the playhead on',
    group: 'Keys',
  },
  retime: {
    name: 'Retime…',
    shown: ['T'],
    chords: ['t'],
    label: 'Retime panel: length, order, rhythm',
    group: 'Keys',
  },
  route: {
    name: 'Motion path (route): corner, joined, smooth',
    shown: ['R'],
    chords: ['r'],
    label: 'How the motion path passes the selected keys: corner, joined, smooth in turn',
    group: 'Keys',
  },
  loop: {
    name: 'Make it loop…',
    shown: [],
    chords: [],
    label: 'Retime panel: go round for ever without a seam',
    group: 'Keys',
  },
  stagger: {
    name: 'Stagger',
    shown: [],
    chords: [],
    label: 'One after another, as the Retime panel says: at first three frames apart, as listed',
    group: 'Keys',
  },
  pause: {
    name: 'Pause here',
    shown: ['P'],
    chords: ['p'],
    label: 'Pause at the selected keys; what follows comes later',
    group: 'Keys',
  },
  splitAxes: {
    name: 'Split or join X and Y',
    shown: ['X'],
    chords: ['x'],
    label: 'Split the position into X and Y, or join them',
    group: 'Keys',
  },
  remove: {
    name: 'Remove',
    shown: ['Delete'],
    chords: ['Delete', 'Backspace'],
    label: 'Remove what is selected: keys, those of spans and lanes, or else layers',
    group: 'Keys',
  },
  selectAll: {
    name: 'Select every span',
    shown: ['Ctrl/Cmd+A'],
    chords: ['$mod+a'],
    label: 'Select every span of the selected layers; where nothing moves, every layer',
    group: 'Keys',
  },
  clear: {
    name: 'Select nothing',
    shown: ['Escape'],
    chords: ['Escape'],
    label: 'Give up the drag or the look ahead, or else the selection',
    group: 'Keys',
  },
} as const satisfies Record<string, CommandWords>

/** What they do. */
export function useKeyCommands({
  reuse,
  shape,
}: {
  readonly reuse: ReuseActions
  readonly shape: ShapeActions
}): CommandRuns<keyof typeof KEY_COMMANDS> {
  const document = useDocument()
  const playback = usePlayback()
  const selection = useSelection()
  const effective = useEffectiveSelection()
  const preferences = usePreferences()
  const panel = useSidePanel()
  const tell = useTellReplaced()
  const toldStep = useToldStep()
  const keyable = useKeyable()
  const view = useView()
  const origin = useFocusOrigin()

  const toggleKeys = (): void => {
    const refs = keyable.refs()
    if (refs.length === 0) {
      toast('Select a layer or a property first: click it on the stage or in the deck.')
      return
    }
    playback.pause()
    // Rows must not slip away from the hand once one of a layer's properties moves.
    for (const ref of refs)
      if (findProperty(document.project!, ref)?.keys.length === 0) view.full.add(ref.layer)
    const what = refs.length > 1 ? 'Keys' : 'Key'
    const deed = refs.every(keyable.isOn) ? 'removed' : refs.some(keyable.isOn) ? 'set and removed' : 'set'
    document.apply(`${what} ${deed}`, (draft) =>
      refs.forEach((ref) => toggleKey(draft, ref, playback.time, document.makeId)),
    )
  }

  const nudge = (frames: number): void => {
    if (!effective.explicit || !effective.range) return
    const { keys, range } = effective
    const step = frames * frameTicks(document.rate)
    if (preferences.ripple) {
      document.apply('Keys nudged with what follows', (draft) =>
        rippleKeys(draft, {
          scene: document.sceneId,
          layers: [...new Set(keys.map(({ layer }) => layer))],
          from: range[0],
          byTicks: step,
        }),
      )
    } else tell(document.apply('Keys nudged', (draft) => nudgeKeys(draft, keys, frames)))
  }

  const stagger = async (): Promise<void> => {
    const { keys } = effective
    if (keys.length === 0) {
      toast('Select layers, lanes or keys that move first.')
      return
    }
    // Seldom wanted, so it comes when it is.
    const { useOrdering } = await import('../session/view/ordering.ts')
    tell(document.apply('Keys staggered', useOrdering().stagger(keys)))
  }

  /** Takes keys away; of a route the others are bent so that it goes on where it went. */
  const takeAway = async (keys: readonly KeyRef[]): Promise<void> => {
    const [onRoute, others] = [true, false].map((is) =>
      keys.filter(({ property }) => (property === 'position') === is),
    ) as [KeyRef[], KeyRef[]]
    const heal = onRoute.length > 0 ? (await import('./seldomEdits.ts')).healKeys : null
    document.apply(
      keys.length > 1 ? 'Keys removed' : 'Key removed',
      (draft) => {
        heal?.(draft, onRoute, playback.time)
        removeKeys(draft, others, playback.time)
      },
      () => selection.clear(),
    )
  }

  const remove = (): unknown => {
    const scene = document.scene!
    const removal = removalOf(scene, selection.state)
    if (!removal) return toast('Select a key, a span, a lane or a layer first.')
    if (removal.kind === 'nothing') return toast(removal.why)
    return removal.kind === 'keys' ? takeAway(removal.keys) : removeChosenLayers(scene, removal)
  }
  const removeChosenLayers = (
    scene: Scene,
    { layers, also }: Removal & { readonly kind: 'layers' },
  ): void => {
    const name = layers.length === 1 ? `“${layerById(scene, layers[0]!)!.name}”` : `${layers.length} layers`
    const withIt = also > 0 ? ` and ${also} in ${layers.length > 1 ? 'them' : 'it'}` : ''
    const before = document.lastStep
    const whole = document.apply(
      layers.length > 1 ? 'Layers removed' : 'Layer removed',
      (draft) => removeLayers(draft, scene.id, layers),
      () => selection.clear(),
    )
    if (document.lastStep === before) return
    toldStep(`${name}${withIt} removed.${whole?.length ? wholeWords(whole) : ''}`)
  }

  /** Of layers whose mask went. */
  const wholeWords = (names: readonly string[]): string =>
    names.length === 1
      ? ` “${names[0]}” was seen through it, and is shown whole now.`
      : ` ${names.length} layers were seen through it, and are shown whole now.`

  const turnRoute = (): void => {
    const refs = selection.keys.filter(({ property }) => property === 'position')
    const [first] = refs
    if (!first) {
      toast('Select keys of a motion path first: click their beads on the picture.')
      return
    }
    const key = findProperty(document.project!, first)?.keys.find(({ id }) => id === first.key)
    const order = ['corner', 'joined', 'smooth'] as const
    const next = order[(order.indexOf(key?.route?.through ?? 'corner') + 1) % order.length]!
    document.apply(`Route made ${next}`, (draft) => setRouteThrough(draft, refs, next))
  }

  const selectAll = (): void => {
    const scene = document.scene!
    const free = scene.layers.filter(({ locked }) => !locked)
    const spans = (among: readonly Layer[]): KeyRef[] => spansOf(scene, among)
    const all = spans(free)
    // Where nothing moves the layers are all there is.
    if (all.length === 0) selection.selectLayers(free.map(({ id }) => id))
    else
      selection.selectSpans(
        selection.layers.length > 0 ? spans(free.filter(({ id }) => selection.hasLayer(id))) : all,
      )
  }

  return {
    key: toggleKeys,
    nudgeBack: (more) => nudge(more ? -10 : -1),
    nudgeOn: (more) => nudge(more ? 10 : 1),
    toPlayhead: reuse.toPlayhead,
    reverse: () => reuse.reverse(),
    thereAndBack: () => reuse.thereAndBack(),
    retime: () => {
      // After a click the next letters are still commands.
      if (origin.isByPointer()) {
        panel.show('retime')
        return
      }
      panel.show('retime', 'length')
      visitWhenThere('input[aria-label="Length of the selection"]')
    },
    loop: () => panel.show('retime', 'loop'),
    stagger: stagger,
    route: turnRoute,
    pause: shape.pause,
    splitAxes: shape.splitAxes,
    remove: remove,
    selectAll: selectAll,
    clear: () => document.leavePreview() || selection.clear(),
  }
}
