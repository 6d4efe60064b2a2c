import type { Draft } from 'immer'
import { toast } from 'vue-sonner'
import {
  addMarker,
  duplicateLayers,
  findProperty,
  healKeys,
  nudgeKeys,
  removeKeys,
  removeLayers,
  removeMarkers,
  rippleKeys,
  setPlayRange,
  setRouteThrough,
  toggleKey,
  type KeyRef,
  type PropertyRef,
} from '@arrow-bend/core/edit'
import type { Project, Scene } from '@arrow-bend/core/scene'
import { asTicks, frameTicks, type Ticks } from '@arrow-bend/core/time'
import { useDocument } from '../../session/document/document.ts'
import { useEffectiveSelection } from '../../session/selection/effectiveSelection.ts'
import { usePlayback } from '../../session/playback/playback.ts'
import { usePreferences } from '../../session/preferences.ts'
import { useSelection } from '../../session/selection/selection.ts'
import { useSidePanel } from '../../session/view/sidePanel.ts'
import type { BendSide, Command } from '../../session/shortcuts.ts'
import { spansOf, targetSpans } from '@arrow-bend/core/choose'
import { hasGraph, useView } from '../../session/view/view.ts'
import { useHelpSheet } from '../../shell/helpSheet.ts'
import { saveProject } from '../../shell/saveProject.ts'
import { useReuseActions, type ReuseActions } from './useReuseActions.ts'
import { useShapeActions } from './useShapeActions.ts'
import { useTellReplaced } from './useTellReplaced.ts'

export interface DeskActions {
  /**
   * Does what a command says; `more` is the Shift variant, `side` which side of spans a quick bend is for.
   * Tells whether there was anything to do.
   */
  run(command: Command, more: boolean, side?: BendSide): boolean
  readonly reuse: ReuseActions
}

/** Everything the Desk's keys and buttons do. */
export function useDeskActions(): DeskActions {
  const document = useDocument()
  const playback = usePlayback()
  const selection = useSelection()
  const view = useView()
  const help = useHelpSheet()
  const shape = useShapeActions()
  const meant = useEffectiveSelection()
  const preferences = usePreferences()
  const panel = useSidePanel()
  const reuse = useReuseActions()
  const tell = useTellReplaced()

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

  const toggleKeys = (): void => {
    const refs = keyableRefs(document.scene!, selection.properties, selection.layers)
    if (refs.length === 0) {
      toast('Select a property first: click its name in the deck.')
      return
    }
    playback.pause()
    document.apply('Key set or removed', (draft) =>
      refs.forEach((ref) => toggleKey(draft, ref, playback.time, document.makeId)),
    )
  }

  const nudge = (frames: number): void => {
    if (!meant.explicit || !meant.range) return
    const { keys, range } = meant
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
  const jumpMarker = (direction: 1 | -1): void => {
    const times = document.scene!.markers.map(({ t }): number => t)
    const now: number = playback.time
    const next = direction > 0 ? times.find((time) => time > now) : times.findLast((time) => time < now)
    if (next !== undefined) playback.seek(next)
  }

  const remove = (): void => {
    const scene = document.scene!
    if (selection.keys.length > 0) {
      document.apply(
        selection.keys.length > 1 ? 'Keys removed' : 'Key removed',
        (draft) => takeAway(draft, selection.keys),
        () => selection.clear(),
      )
    } else if (selection.spans.length === 0 && selection.layers.length > 0) {
      document.apply(
        selection.layers.length > 1 ? 'Layers removed' : 'Layer removed',
        (draft) => removeLayers(draft, scene.id, selection.layers),
        () => selection.clear(),
      )
    }
  }

  /** The route of a place heals over keys that go; elsewhere what lies between follows from the keys left. */
  const takeAway = (draft: Draft<Project>, keys: readonly KeyRef[]): void => {
    const onRoute = ({ property }: KeyRef): boolean => property === 'position'
    healKeys(draft, keys.filter(onRoute), playback.time)
    removeKeys(
      draft,
      keys.filter((key) => !onRoute(key)),
      playback.time,
    )
  }

  /** Corner, then joined, then smooth, for all selected keys of routes together. */
  const turnRoute = (): void => {
    const refs = selection.keys.filter(({ property }) => property === 'position')
    const [first] = refs
    if (!first) {
      toast('Select keys of a route first: click their beads on the picture.')
      return
    }
    const key = findProperty(document.project!, first)?.keys.find(({ id }) => id === first.key)
    const order = ['corner', 'joined', 'smooth'] as const
    const next = order[(order.indexOf(key?.route?.through ?? 'corner') + 1) % order.length]!
    document.apply(`Route made ${next}`, (draft) => setRouteThrough(draft, refs, next))
  }

  const selectAll = (): void => {
    const scene = document.scene!
    const layers =
      selection.layers.length > 0 ? scene.layers.filter(({ id }) => selection.hasLayer(id)) : scene.layers
    selection.selectSpans(
      spansOf(
        scene,
        layers.filter(({ locked }) => !locked),
      ),
    )
  }

  const duplicate = (): void => {
    const { layers } = selection
    if (meant.explicit && meant.keys.length > 0) {
      reuse.again()
      return
    }
    if (layers.length === 0) return
    document.apply(
      layers.length > 1 ? 'Layers duplicated' : 'Layer duplicated',
      (draft) => duplicateLayers(draft, document.sceneId, layers, document.makeId),
      (copies) => selection.selectLayers(copies),
    )
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

  const fit = (everything: boolean): void => {
    const spans = everything ? [] : targetSpans(document.project!, selection.state)
    if (spans.length === 0) view.fitAll()
    else view.fitTimes(Math.min(...spans.map(({ from }) => from.t)), Math.max(...spans.map(({ to }) => to.t)))
  }

  const chosenLanes = (): string[] =>
    selection.properties.flatMap((ref) => {
      const property = findProperty(document.project!, ref)
      return property && hasGraph(property) ? [`${ref.layer}/${ref.property}`] : []
    })
  /** Opens the selected lanes; when all of them are open, closes them. With `tall` they become as high as they go. */
  const openLanes = (tall: boolean): void => {
    const lanes = chosenLanes()
    if (lanes.length === 0) {
      toast('Select a lane that moves first: click its name or a ribbon.')
      return
    }
    if (tall) {
      lanes.forEach((lane) => view.stretchLane(lane))
      return
    }
    const closed = lanes.filter((lane) => !view.open.has(lane))
    for (const lane of closed.length > 0 ? closed : lanes) view.toggleLane(lane)
  }

  const endOfRange = (): void => {
    const step = frameTicks(document.scene!.rate)
    playback.seek(Math.max(playback.range[0], Math.ceil(playback.range[1] / step) * step - step))
  }

  const actions: Readonly<Record<Command, (more: boolean, side: BendSide) => void>> = {
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
    rangeIn: (more) => setRange('in', more),
    rangeOut: (more) => setRange('out', more),
    bend1: (_, side) => shape.bendSpans(0, side),
    bend2: (_, side) => shape.bendSpans(1, side),
    bend3: (_, side) => shape.bendSpans(2, side),
    bend4: (_, side) => shape.bendSpans(3, side),
    bend5: (_, side) => shape.bendSpans(4, side),
    bend6: (_, side) => shape.bendSpans(5, side),
    bend7: (_, side) => shape.bendSpans(6, side),
    bend8: (_, side) => shape.bendSpans(7, side),
    pause: shape.pause,
    splitAxes: shape.splitAxes,
    key: toggleKeys,
    marker: setMarker,
    markerBack: () => jumpMarker(-1),
    markerOn: () => jumpMarker(1),
    toPlayhead: reuse.toPlayhead,
    reverse: (more) => (more ? reuse.thereAndBack() : reuse.reverse()),
    retime: () => panel.show('retime'),
    copy: () => copyText(reuse.copy()),
    cut: () => copyText(reuse.cut()),
    // The browser hands what is on the clipboard only to its own command.
    paste: () => panel.show('reuse'),
    pasteSpecial: () => panel.show('reuse'),
    route: turnRoute,
    nudgeBack: (more) => nudge(more ? -10 : -1),
    nudgeOn: (more) => nudge(more ? 10 : 1),
    remove,
    selectAll,
    clear: () => document.leavePreview() || selection.clear(),
    fit,
    // The screen knows which view the pointer is over.
    zoomIn: () => undefined,
    zoomOut: () => undefined,
    openLanes,
    graphs: () => view.turnGraphs(chosenLanes().length > 0 ? chosenLanes() : [...view.open.keys()]),
    undo: () => document.undo(),
    redo: () => document.redo(),
    duplicate,
    save: () => void saveProject(document.committed!),
    help: () => help.show(),
  }
  return {
    reuse,
    run(command, more, side = null) {
      if (!document.project) return false
      actions[command](more, side)
      return true
    },
  }
}

/** Puts text on the clipboard where a button was pressed for it; what was copied is kept in this tab anyway. */
function copyText(text: string | null): void {
  if (text !== null) void navigator.clipboard.writeText(text).catch(() => undefined)
}

/** The properties a key is set on: the selected ones, or the animated ones of the selected layers. */
function keyableRefs(
  scene: Scene,
  properties: readonly PropertyRef[],
  layers: readonly string[],
): PropertyRef[] {
  if (properties.length > 0) return [...properties]
  return scene.layers
    .filter(({ id }) => layers.includes(id))
    .flatMap((layer) =>
      Object.entries(layer.properties)
        .filter(([, { keys }]) => keys.length > 0)
        .map(([property]) => ({ scene: scene.id, layer: layer.id, property })),
    )
}
