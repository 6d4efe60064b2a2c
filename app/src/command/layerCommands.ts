import { listWords } from '../ui/listWords.ts'
import { toast } from '../ui/toast.ts'
import { goesWithGroup, groupLayers, switchLayers, ungroupLayers, type ArtFit } from '@arrow-bend/core/edit'
import { hasCrop, layerById, type Layer } from '@arrow-bend/core/scene'
import { useDocument } from '../session/document/document.ts'
import { usePlayback } from '../session/playback/playback.ts'
import { usePreferences } from '../session/preferences.ts'
import { useSelection } from '../session/selection/selection.ts'
import { useStageView } from '../session/view/stageView.ts'
import { useView } from '../session/view/view.ts'
import { numberWords } from '../ui/numberWords.ts'
import { useToldStep } from './useToldStep.ts'
import type { CommandRuns, CommandWords } from './command.ts'

/** Commands on whole layers. */
export const LAYER_COMMANDS = {
  rename: {
    name: 'Rename',
    shown: ['F2'],
    chords: ['F2'],
    label: 'Rename the selected layer',
    group: 'Layers',
  },
  editText: {
    name: 'Edit the text',
    shown: ['Shift+F2'],
    chords: ['Shift+F2'],
    label: 'Edit the selected text on the stage',
    group: 'Layers',
  },
  editOutline: {
    name: 'Bend the outline',
    shown: ['Enter'],
    chords: [],
    label: 'On the stage: bend the outline of the selected path, vertex by vertex',
    group: 'Layers',
  },
  crop: {
    name: 'Crop',
    shown: [],
    chords: [],
    label: 'On the stage: cut off the sides of the selected layer; what it shows stays where it is',
    group: 'Layers',
  },
  toPath: {
    name: 'Make a path of it',
    shown: [],
    chords: [],
    label: 'Make the selected rectangles and ellipses paths, whose vertices can be moved',
    group: 'Layers',
  },
  group: {
    name: 'Group',
    shown: ['Ctrl/Cmd+G'],
    chords: ['$mod+g'],
    label: 'Put the selected layers into a group',
    group: 'Layers',
  },
  ungroup: {
    name: 'Ungroup',
    shown: ['Shift+Ctrl/Cmd+G'],
    chords: ['Shift+$mod+g'],
    label: 'Take the selected groups apart; what is in them stays where it is',
    group: 'Layers',
  },
  inside: {
    name: 'Select what is inside',
    shown: ['Shift+G'],
    chords: ['Shift+g'],
    label: 'Select the layers that lie in the selected groups',
    group: 'Layers',
  },
  hide: {
    name: 'Hide or show',
    shown: [],
    chords: [],
    label: 'Hide the selected layers, or show them again',
    group: 'Layers',
  },
  lock: {
    name: 'Lock or unlock',
    shown: [],
    chords: [],
    label: 'Lock the selected layers, or unlock them',
    group: 'Layers',
  },
  fitFrame: {
    name: 'Fit in the frame',
    shown: [],
    chords: [],
    label: 'Selected pictures whole in the frame, as large as they can be; says the %',
    group: 'Layers',
  },
  fillFrame: {
    name: 'Fill the frame',
    shown: [],
    chords: [],
    label: 'Selected pictures over all of the frame, as small as they can be; says the %',
    group: 'Layers',
  },
  ownSize: {
    name: 'At its own size',
    shown: [],
    chords: [],
    label: 'Selected pictures at 100 %, in the middle of the frame',
    group: 'Layers',
  },
  replacePicture: {
    name: 'Replace the picture…',
    shown: [],
    chords: [],
    label: 'Another file in its place, in every layer of every scene that shows it',
    group: 'Layers',
  },
  plain: {
    name: 'Back to its plain state',
    shown: [],
    chords: [],
    label: 'In the middle, at its own size, upright and wholly shown; keys of these go',
    group: 'Layers',
  },
  solo: {
    name: 'Show alone on the stage',
    shown: [],
    chords: [],
    label: 'Show only the selected layers on the stage; what you export is not changed',
    group: 'Layers',
  },
} as const satisfies Record<string, CommandWords>

/** What can become a path. */
const isPlainShape = (layer: Layer | undefined): boolean =>
  layer?.kind === 'rectangle' || layer?.kind === 'ellipse'

/** What they do. */
export function useLayerCommands(): CommandRuns<keyof typeof LAYER_COMMANDS> {
  const document = useDocument()
  const playback = usePlayback()
  const preferences = usePreferences()
  const selection = useSelection()
  const toldStep = useToldStep()
  const stageView = useStageView()
  const view = useView()

  const chosen = (): Layer[] => selection.layers.flatMap((id) => layerById(document.scene!, id) ?? [])
  const withLayers = (use: (layers: readonly Layer[]) => void): void => {
    const layers = chosen()
    if (layers.length > 0) use(layers)
    else toast('Select a layer first: click it on the stage or in the list.')
  }
  const idsOf = (layers: readonly Layer[]): string[] => layers.map(({ id }) => id)

  /** Switches all of them on where one is off. */
  const toggle = (what: 'visible' | 'locked', [on, off]: readonly [string, string]): void =>
    withLayers((layers) => {
      const to =
        what === 'visible' ? !layers.every(({ visible }) => visible) : !layers.every(({ locked }) => locked)
      document.apply(`${layers.length > 1 ? 'Layers' : 'Layer'} ${to ? on : off}`, (draft) =>
        switchLayers(draft, document.sceneId, idsOf(layers), { [what]: to }),
      )
    })

  const fitted = async (fit: ArtFit, words: string): Promise<void> => {
    const stills = chosen().flatMap((layer) => {
      const { kind, source, properties } = layer
      const clip = source && 'asset' in source ? source.asset : null
      const id = kind === 'image' ? properties['picture']!.value : clip
      const asset = document.project!.assets.find((one) => one.id === id)
      return asset && 'size' in asset ? [{ layer, still: asset.size }] : []
    })
    if (stills.length === 0)
      return void toast('Select a picture or clip first: click it on the stage or in the list.')
    const options = { fit, time: playback.time, autoKey: preferences.autoKey, makeId: document.makeId }
    const { fitFrame } = await import('./seldomEdits.ts')
    const before = document.lastStep
    const shares = document.apply(`${stills.length > 1 ? 'Pictures' : 'Picture'} ${words}`, (draft) =>
      stills.map(({ layer, still }) =>
        fitFrame(draft, { scene: document.sceneId, layer: layer.id }, { ...options, still }),
      ),
    )
    if (document.lastStep !== before && shares)
      toldStep(
        `${stills.length > 1 ? 'Their scales' : 'Its scale'}: ${shares.map((share) => numberWords(share, 1)).join(', ')} %.`,
      )
  }
  const makePlainAll = async (layers: readonly Layer[]): Promise<void> => {
    const { makePlain } = await import('./seldomEdits.ts')
    const options = { time: playback.time, autoKey: preferences.autoKey, makeId: document.makeId }
    document.apply('Back to the plain state', (draft) =>
      layers.forEach(({ id }) => makePlain(draft, { scene: document.sceneId, layer: id }, options)),
    )
  }

  return {
    rename: () => withLayers((layers) => (view.renaming = layers.at(-1)!.id)),
    editText: () => {
      const text = chosen()
        .reverse()
        .find(({ kind }) => kind === 'text')
      if (!text) toast('Select a text first: click it on the stage or in the list.')
      else if (text.locked) toast(`“${text.name}” is locked. Unlock it to change it.`)
      else if (!stageView.boxOf([text.id]))
        toast(`“${text.name}” is not seen at the playhead. Go to where it is, or edit it in the list.`)
      else stageView.writing = text.id
    },
    editOutline: () => {
      const path = chosen().at(-1)
      if (path?.kind === 'path' || isPlainShape(path)) stageView.tool = 'outline'
      else toast('Select a path first: click it on the stage or in the list.')
    },
    crop: () => {
      const layer = chosen().at(-1)
      if (layer && hasCrop(layer.kind)) stageView.tool = 'crop'
      else toast('Select a picture, a shape, a text or a group first: it is cropped on the stage.')
    },
    toPath: async () => {
      const shapes = idsOf(chosen().filter(isPlainShape))
      if (shapes.length === 0) {
        toast('Select a rectangle or an ellipse first.')
        return
      }
      const { becomePath } = await import('./seldomEdits.ts')
      document.apply(
        shapes.length > 1 ? 'Shapes made paths' : 'Shape made a path',
        (draft) => becomePath(draft, document.sceneId, shapes, document.makeId),
        () => selection.selectLayers(shapes),
      )
    },
    group: () =>
      withLayers((layers) => {
        const box = stageView.boxOf(idsOf(layers))
        const middle = box && {
          at: [box.x + box.width / 2, box.y + box.height / 2] as const,
          time: playback.time,
        }
        document.apply(
          'Layers grouped',
          (draft) =>
            groupLayers(draft, document.sceneId, idsOf(layers), {
              name: 'Group',
              makeId: document.makeId,
              ...(middle ? { middle } : {}),
            }),
          (id) => selection.selectLayers([id]),
        )
      }),
    ungroup: () =>
      withLayers((layers) => {
        const freed = document.apply(
          'Group taken apart',
          (draft) => ungroupLayers(draft, document.sceneId, idsOf(layers), playback.time),
          (ids) => selection.selectLayers(ids),
        )
        if (freed === null) return
        for (const group of layers.filter(({ kind }) => kind === 'group')) {
          const gone = goesWithGroup(group)
          if (gone.length > 0)
            toast(
              `“${group.name}” was taken apart, and its ${listWords(gone)} went with it. Undo brings them back.`,
            )
        }
      }),
    inside: () =>
      withLayers((layers) => {
        const groups = new Set(layers.filter(({ kind }) => kind === 'group').map(({ id }) => id))
        const within = document.scene!.layers.filter(({ parent }) => parent !== null && groups.has(parent))
        if (within.length > 0) selection.selectLayers(idsOf(within))
        else toast(groups.size > 0 ? 'The group is empty.' : 'Select a group first: it holds other layers.')
      }),
    hide: () => toggle('visible', ['shown', 'hidden']),
    lock: () => toggle('locked', ['locked', 'unlocked']),
    fitFrame: () => void fitted('fit', 'fitted in the frame'),
    fillFrame: () => void fitted('fill', 'made to fill the frame'),
    ownSize: () => void fitted('asIs', 'set to its own size'),
    replacePicture: () => {
      const shown = chosen().find(({ kind }) => kind === 'image')?.properties['picture']?.value
      if (!shown) toast('Select a picture first: click it on the stage or in the list.')
      else
        void import('./artFiles.ts').then(({ replaceWithFile }) =>
          replaceWithFile(shown as string, { document, selection }),
        )
    },
    plain: () => withLayers((layers) => void makePlainAll(layers)),
    solo: () => withLayers((layers) => stageView.toggleSolo(idsOf(layers))),
  }
}
