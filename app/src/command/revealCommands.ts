import { QUICK_BENDS } from '@arrow-bend/core/bend'
import type { Panels, RevealFrom } from '@arrow-bend/core/edit'
import { asTicks, frameTicks } from '@arrow-bend/core/time'
import { useDocument } from '../session/document/document.ts'
import { usePlayback } from '../session/playback/playback.ts'
import { useSelection } from '../session/selection/selection.ts'
import { toast } from '../ui/toast.ts'
import type { CommandRuns, CommandWords } from './command.ts'
import { useToldStep } from './useToldStep.ts'

const reveal = (name: string, label: string) =>
  ({ name, shown: [], chords: [], label, group: 'Layers' }) as const satisfies CommandWords

/** Commands that let things be seen little by little, from the playhead on. */
export const REVEAL_COMMANDS = {
  drawOn: reveal(
    'Draw the line on',
    'The line of the selected shapes is drawn on from the playhead, in a second',
  ),
  revealLeft: reveal(
    'Reveal from the left',
    'The picture stays; an edge opens it from the left, in a second',
  ),
  revealRight: reveal(
    'Reveal from the right',
    'The picture stays; an edge opens it from the right, in a second',
  ),
  revealTop: reveal('Reveal from above', 'The picture stays; an edge opens it from above, in a second'),
  revealBottom: reveal('Reveal from below', 'The picture stays; an edge opens it from below, in a second'),
  revealMiddle: reveal(
    'Reveal from the middle',
    'The picture stays; two edges open it from its middle, in a second',
  ),
  panelsUpright: reveal(
    'Panels side by side',
    'The frame is split between the selected pictures, which slide in',
  ),
  panelsLevel: reveal(
    'Panels one above another',
    'The frame is split between the selected pictures, which slide in',
  ),
} as const satisfies Record<string, CommandWords>

/** Between panels, px, and frames from one to the next. */
const [GAP, STAGGER] = [12, 4]

/** What they do. */
export function useRevealCommands(): CommandRuns<keyof typeof REVEAL_COMMANDS> {
  const document = useDocument()
  const playback = usePlayback()
  const selection = useSelection()
  const tell = useToldStep()

  const bend = QUICK_BENDS.find(({ name }) => name === 'easeBoth')!.bend
  /** A second, in whole frames. */
  const end = () => {
    const frame = frameTicks(document.rate)
    const { num, den } = document.rate
    return asTicks(playback.time + Math.round(num / den) * frame)
  }
  const chosen = (): readonly string[] => {
    if (selection.layers.length === 0) toast('Select a layer first: click it on the stage or in the list.')
    return selection.layers
  }
  const done = (words: string, before: unknown): void => {
    if (document.lastStep !== before) tell(words)
  }
  const drawOn = async (): Promise<void> => {
    const ids = chosen()
    if (ids.length === 0) return
    const { drawLineOn } = await import('./seldomEdits.ts')
    const before = document.lastStep
    const when = { from: playback.time, to: end(), bend, makeId: document.makeId }
    document.apply('Line drawn on', (draft) => drawLineOn(draft, document.sceneId, ids, when))
    done('Drawn on from here, in a second: its lane is “Trim end”.', before)
  }
  const revealFrom = async (from: RevealFrom): Promise<void> => {
    const ids = chosen()
    if (ids.length === 0) return
    const { revealLayers } = await import('./seldomEdits.ts')
    const before = document.lastStep
    const how = { from, begin: playback.time, end: end(), bend, makeId: document.makeId }
    document.apply('Revealed', (draft) => revealLayers(draft, document.sceneId, ids, how))
    done('Opens from here, in a second; its edges share one bend of the library.', before)
  }
  const panels = async (stand: Panels['stand']): Promise<void> => {
    const ids = chosen()
    if (ids.length === 0) return
    const { splitIntoPanels } = await import('./seldomEdits.ts')
    const before = document.lastStep
    const length = end() - playback.time
    const how = {
      stand,
      gap: GAP,
      stagger: STAGGER,
      begin: playback.time,
      length,
      bend,
      makeId: document.makeId,
    }
    document.apply('Split into panels', (draft) => splitIntoPanels(draft, document.sceneId, ids, how))
    done('They slide in from here, and share one bend of the library; crops keep each to its part.', before)
  }
  return {
    drawOn: () => void drawOn(),
    revealLeft: () => void revealFrom('left'),
    revealRight: () => void revealFrom('right'),
    revealTop: () => void revealFrom('top'),
    revealBottom: () => void revealFrom('bottom'),
    revealMiddle: () => void revealFrom('middle'),
    panelsUpright: () => void panels('upright'),
    panelsLevel: () => void panels('level'),
  }
}
