import { toast } from '../ui/toast.ts'
import { QUICK_BENDS, type PlainBend } from '@arrow-bend/core/bend'
import { changeBends, findProperty, makeSpansSmooth, setThrough, type KeyRef } from '@arrow-bend/core/edit'
import { timedKeys } from '@arrow-bend/core/property'
import { useDocument } from '../session/document/document.ts'
import { usePreferences } from '../session/preferences.ts'
import { useLinkedBends } from '../session/selection/linkedBends.ts'
import { useSelection } from '../session/selection/selection.ts'
import type { BendSide } from './command.ts'
import { useToldStep } from './useToldStep.ts'
import { bentBy, spanTarget, targetSpans, type SpanTarget } from '@arrow-bend/core/choose'
import { numberWords } from '../ui/numberWords.ts'
import { useLastBend } from '../session/selection/lastBend.ts'
import { withSideOf } from '../chart/plot/spanNumbers.ts'

export interface ShapeActions {
  /** Gives the selected spans a quick bend, or only the side that leaves or arrives of one. */
  bendSpans(index: number, side: BendSide): void
  /** Stands still at the selected keys. */
  pause(): Promise<void>
  /** Splits the selected layers' positions into X and Y, or joins those that are. */
  splitAxes(): Promise<void>
}

const NO_SPAN = 'Select a span first: click a ribbon between two keys.'

/** Commands that shape how selected spans, keys and positions move. */
export function useShapeActions(): ShapeActions {
  const document = useDocument()
  const preferences = usePreferences()
  const selection = useSelection()
  const lastBend = useLastBend()
  const tell = useToldStep()
  const linked = useLinkedBends()

  /** The spans that end at the selected keys. */
  const arriving = (): SpanTarget[] =>
    selection.keys.flatMap((ref) => {
      const property = findProperty(document.project!, ref)
      const keys = property ? timedKeys(property) : []
      const before = keys[keys.findIndex(({ id }) => id === ref.key) - 1]
      return (before && spanTarget(document.project!, { ...ref, key: before.id })) ?? []
    })

  /** Eases one side of many spans: of keys the side that is meant, whatever else is selected beside them. */
  const bendSide = (bend: PlainBend, side: 'arrive' | 'leave', smooth: boolean): void => {
    const onlyKeys = selection.spans.length === 0 && selection.keys.length > 0
    const targets =
      onlyKeys && side === 'arrive' ? arriving() : targetSpans(document.project!, selection.state)
    if (targets.length === 0) {
      toast(NO_SPAN)
      return
    }
    if (bend.kind === 'hold') {
      toast('A hold has no sides: it stands still until the next key.')
      return
    }
    const refs = targets.map(({ ref }) => ref)
    const ends = targets.map(({ ref, from, to }) => ({ ...ref, key: side === 'leave' ? from.id : to.id }))
    document.apply(side === 'arrive' ? 'Arriving side eased' : 'Leaving side eased', (draft) => {
      if (smooth) setThrough(draft, ends, 'smooth')
      else changeBends(draft, refs, (given) => withSideOf(given, side, bend))
    })
  }

  /** Smooth is worked out from the keys around: no library bend is that. */
  const tellUnlinked = (count: number): void => {
    if (count > 0)
      tell(
        `${count === 1 ? 'The span is' : `${count} spans are`} not linked any more: smooth is worked out from its keys.`,
      )
  }
  /** A library bend changes for all that follow it. */
  const tellReach = (reach: string): void => {
    if (reach !== '') tell(`The library’s bend changed: ${reach}.`)
  }

  const bendSpans: ShapeActions['bendSpans'] = (index, side) => {
    const quick = QUICK_BENDS[index]
    const bend: PlainBend | null = quick ? quick.bend : lastBend.bend
    if (!bend) {
      toast('No bend has been used yet.')
      return
    }
    if (side) {
      bendSide(bend, side, quick?.smooth ?? false)
      return
    }
    const { whole, sides } = bentBy(document.project!, selection.state)
    if (whole.length + sides.length === 0) {
      toast(NO_SPAN)
      return
    }
    const refs = [...whole, ...sides.map(({ ref }) => ref)]
    const reach = linked.reach(refs)
    const followed = linked.count(whole)
    const done = document.apply(`Bend set: ${quick?.label.toLowerCase() ?? 'the one used last'}`, (draft) => {
      if (quick?.smooth) {
        if (whole.length > 0) makeSpansSmooth(draft, whole)
        if (sides.length > 0) setThrough(draft, selection.keys, 'smooth')
        return
      }
      if (whole.length > 0) changeBends(draft, whole, () => bend)
      for (const { ref, side } of bend.kind === 'hold' ? [] : sides)
        changeBends(draft, [ref], (given) => withSideOf(given, side, bend))
      // A key that holds stands still until the next one, however it was come to.
      const held = sides.filter(({ side }) => bend.kind === 'hold' && side === 'leave')
      if (held.length > 0)
        changeBends(
          draft,
          held.map(({ ref }) => ref),
          () => bend,
        )
    })
    if (!quick?.smooth) lastBend.remember(bend)
    if (done === null) return
    if (quick?.smooth) tellUnlinked(followed)
    else tellReach(reach)
  }

  const pause = async (): Promise<void> => {
    const ends = targetSpans(document.project!, { ...selection.state, keys: [] }).map(
      ({ ref, to }): KeyRef => ({ ...ref, key: to.id }),
    )
    const keys = selection.keys.length > 0 ? selection.keys : ends
    if (keys.length === 0) {
      toast('Select the key to pause at first, or the span that ends there.')
      return
    }
    const frames = preferences.pauseFrames
    const { makePause } = await import('./seldomEdits.ts')
    const made = document.apply(
      'Pause made',
      (draft) => makePause(draft, keys, { frames, makeId: document.makeId }),
      () => selection.selectSpans(keys),
    )
    if (made && made.length > 0)
      tell(
        `${made.length === 1 ? 'A pause' : `${made.length} pauses`} of ${frames} frames; what follows comes later.`,
      )
  }

  const splitAxes = async (): Promise<void> => {
    const scene = document.scene!
    const layers = scene.layers.filter(
      ({ id, properties }) => selection.hasLayer(id) && properties['position'],
    )
    if (layers.length === 0) {
      toast('Select a layer first, or its position.')
      return
    }
    const join = layers.every(({ properties }) => properties['position']!.split)
    const meant = layers.filter(({ properties }) => Boolean(properties['position']!.split) === join)
    const options = { makeId: document.makeId }
    const { joinPosition, splitPosition } = await import('./seldomEdits.ts')
    const reports = document.apply(
      join ? 'X and Y joined' : 'Position split into X and Y',
      (draft) =>
        meant.map(({ id }) =>
          (join ? joinPosition : splitPosition)(draft, { scene: scene.id, layer: id }, options),
        ),
      () =>
        selection.selectProperties(
          meant.flatMap(({ id }) =>
            (join ? ['position'] : ['position x', 'position y']).map((property) => ({
              scene: scene.id,
              layer: id,
              property,
            })),
          ),
        ),
    )
    if (!reports) return
    const keys = reports.reduce((sum, report) => sum + report.keys, 0)
    const error = Math.max(...reports.map((report) => report.error))
    const off = error < 0.005 ? 'the motion is the same' : `at most ${numberWords(error)} px off`
    const what = join ? 'X and Y are one position' : 'Position is X and Y now'
    tell(`${what}: ${keys} ${keys === 1 ? 'key' : 'keys'}, ${off}.`)
  }
  return { bendSpans, pause, splitAxes }
}
