import { toast } from '../ui/toast.ts'
import { addMarker, findProperty, removeMarkers, setPlayRange } from '@arrow-bend/core/edit'
import { asTicks, frameTicks, type Ticks } from '@arrow-bend/core/time'
import { visitField } from '../ui/focus/visitField.ts'
import { useDocument } from '../session/document/document.ts'
import { usePlayback } from '../session/playback/playback.ts'
import { useSelection } from '../session/selection/selection.ts'
import type { CommandRuns, CommandWords } from './command.ts'

/** Commands of the playhead, the play range and markers. */
export const TIME_COMMANDS = {
  // A space would part two presses of one chord.
  play: { name: 'Play or pause', shown: ['Space'], chords: ['(\\s)'], label: 'Play or pause', group: 'Time' },
  playBack: {
    name: 'Play backwards',
    shown: ['J'],
    chords: ['j'],
    label: 'Play backwards; again: faster',
    group: 'Time',
  },
  stop: { name: 'Stop', shown: ['K'], chords: ['k'], label: 'Stop', group: 'Time' },
  playOn: {
    name: 'Play forwards',
    shown: ['L'],
    chords: ['l'],
    label: 'Play forwards; again: faster',
    group: 'Time',
  },
  frameBack: {
    name: 'One frame back',
    shown: ['←', 'Page Up'],
    chords: ['ArrowLeft', 'PageUp'],
    label: 'One frame back; with Shift ten. In lists and bars the arrows go along these',
    group: 'Time',
    repeats: true,
  },
  frameOn: {
    name: 'One frame on',
    shown: ['→', 'Page Down'],
    chords: ['ArrowRight', 'PageDown'],
    label: 'One frame on; with Shift ten',
    group: 'Time',
    repeats: true,
  },
  keyBack: {
    name: 'Previous key',
    shown: ['['],
    chords: ['[', '{'],
    label: 'Previous key of the selection; with Shift of everything',
    group: 'Time',
    repeats: true,
  },
  keyOn: {
    name: 'Next key',
    shown: [']'],
    chords: [']', '}'],
    label: 'Next key of the selection; with Shift of everything',
    group: 'Time',
    repeats: true,
  },
  start: {
    name: 'Go to the start',
    shown: ['Home'],
    chords: ['Home'],
    label: 'Start of the play range',
    group: 'Time',
  },
  end: {
    name: 'Go to the end',
    shown: ['End'],
    chords: ['End'],
    label: 'End of the play range',
    group: 'Time',
  },
  goTo: {
    name: 'Go to a time…',
    shown: ['G'],
    chords: ['g'],
    label: 'Type the time to go to; Enter goes there and back to where the keyboard was',
    group: 'Time',
  },
  rangeIn: {
    name: 'Play range starts here',
    shown: ['I'],
    chords: ['i'],
    label: 'Play range starts here; with Shift cleared',
    group: 'Time',
  },
  rangeOut: {
    name: 'Play range ends here',
    shown: ['O'],
    chords: ['o'],
    label: 'Play range ends here; with Shift cleared',
    group: 'Time',
  },
  marker: {
    name: 'Marker here',
    shown: ['M'],
    chords: ['m'],
    label: 'Marker here; with Shift away with it',
    group: 'Time',
  },
  tapBeat: {
    name: 'Tap a beat',
    shown: ['Y'],
    chords: ['y'],
    label: 'While it plays: a beat now; all that are tapped until it stops are one step',
    group: 'Time',
  },
  markerBack: {
    name: 'Previous marker',
    shown: ['Alt+['],
    chords: ['Alt+BracketLeft'],
    label: 'Previous marker',
    group: 'Time',
  },
  markerOn: {
    name: 'Next marker',
    shown: ['Alt+]'],
    chords: ['Alt+BracketRight'],
    label: 'Next marker',
    group: 'Time',
  },
} as const satisfies Record<string, CommandWords>

/** What they do. */
export function useTimeCommands(): CommandRuns<keyof typeof TIME_COMMANDS> {
  const document = useDocument()
  const playback = usePlayback()
  const selection = useSelection()

  const keyTimes = (everything: boolean): number[] => {
    const scene = document.scene!
    const chosen = everything
      ? []
      : selection.properties.flatMap((ref) => findProperty(document.project!, ref) ?? [])
    const layers =
      selection.layers.length > 0 && !everything
        ? scene.layers.filter(({ id }) => selection.hasLayer(id))
        : scene.layers
    const properties = chosen.length > 0 ? chosen : layers.flatMap((layer) => Object.values(layer.properties))
    return [...new Set(properties.flatMap(({ keys }) => keys.map((key): number => key.t)))].sort(
      (a, b) => a - b,
    )
  }

  const jump = (direction: 1 | -1, everything: boolean): void => {
    const times = keyTimes(everything)
    const now: number = playback.time
    const next = direction > 0 ? times.find((time) => time > now) : times.findLast((time) => time < now)
    if (next !== undefined) playback.seek(next)
  }

  const setMarker = (away: boolean): void => {
    const here = document.scene!.markers.find(({ t }) => t === playback.time)
    if (away) {
      if (here) document.apply('Marker removed', (draft) => removeMarkers(draft, document.sceneId, [here.id]))
      else toast('There is no marker at the playhead.')
      return
    }
    document.apply('Marker set', (draft) =>
      addMarker(draft, document.sceneId, { t: playback.time, makeId: document.makeId }),
    )
  }

  const tapBeat = async (): Promise<void> => {
    // Heard before what takes it is there.
    const moment = playback.moment()
    const { useTaps } = await import('../session/playback/taps.ts')
    useTaps().tap(moment)
  }

  const jumpMarker = (direction: 1 | -1): void => {
    const times = document.scene!.markers.map(({ t }): number => t)
    const now: number = playback.time
    const next = direction > 0 ? times.find((time) => time > now) : times.findLast((time) => time < now)
    if (next !== undefined) playback.seek(next)
  }

  const setRange = (side: 'in' | 'out', clear: boolean): void => {
    const scene = document.scene!
    const [from, to] = playback.range
    const step = frameTicks(scene.rate)
    const wanted: readonly [Ticks, Ticks] =
      side === 'in'
        ? [playback.time, to > playback.time ? to : scene.duration]
        : [from <= playback.time ? from : asTicks(0), asTicks(playback.time + step)]
    document.apply(clear ? 'Play range cleared' : 'Play range set', (draft) =>
      setPlayRange(draft, scene.id, clear ? null : wanted),
    )
  }

  const endOfRange = (): void => {
    const step = frameTicks(document.scene!.rate)
    playback.seek(Math.max(playback.range[0], Math.ceil(playback.range[1] / step) * step - step))
  }

  return {
    play: () => playback.toggle(),
    playBack: () => playback.shuttle(-1),
    stop: () => playback.pause(),
    playOn: () => playback.shuttle(1),
    frameBack: (more) => playback.seekFrames(more ? -10 : -1),
    frameOn: (more) => playback.seekFrames(more ? 10 : 1),
    keyBack: (more) => jump(-1, more),
    keyOn: (more) => jump(1, more),
    start: () => playback.seek(playback.range[0]),
    end: endOfRange,
    goTo: () => {
      playback.pause()
      visitField(window.document.querySelector('input[aria-label="Current time"]'))
    },
    rangeIn: (more) => setRange('in', more),
    rangeOut: (more) => setRange('out', more),
    marker: setMarker,
    tapBeat,
    markerBack: () => jumpMarker(-1),
    markerOn: () => jumpMarker(1),
  }
}
