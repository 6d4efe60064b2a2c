import type { Property } from '@arrow-bend/core/property'
import { makeLayer, type Layer, type Scene } from '@arrow-bend/core/scene'
import { ticksOfFrame } from '@arrow-bend/core/time'
import { FRAMES, key, RATE, trialScene } from './trialScene.ts'

/** A group that moves, of two shapes that overlap, cropped, seen through a disc; and one that is there twice, seen through all but a masked mask. */
export function veiledScene(): Scene {
  const bare = trialScene()
  const span = [ticksOfFrame(0, RATE), ticksOfFrame(FRAMES, RATE)] as const
  type Given = Parameters<typeof makeLayer>[0]
  const layer = (
    id: string,
    kind: Given['kind'],
    values: Given['values'],
    more: Partial<Layer> & { readonly moving?: Layer['properties'] } = {},
  ): Layer => {
    const { moving = {}, ...rest } = more
    const made = makeLayer({ id, name: id, kind, span, values })
    return { ...made, ...rest, properties: { ...made.properties, ...moving } }
  }
  const goes = (from: readonly [number, number], to: readonly [number, number]): Property => ({
    kind: 'place',
    value: from,
    keys: [key(0, from), key(60, to)],
  })
  const turns: Property = { kind: 'turn', value: 0, keys: [key(0, 0), key(60, 120)] }
  const shut: Property = { kind: 'number', value: 0, keys: [key(0, 0), key(50, 60)] }
  return {
    ...bare,
    layers: [
      layer('disc', 'ellipse', { position: [400, 360], size: [420, 420] }),
      layer(
        'boats',
        'group',
        {},
        {
          mask: { layer: 'disc' },
          moving: { position: goes([300, 300], [480, 420]), turn: turns, 'crop left': shut },
        },
      ),
      layer(
        'red',
        'rectangle',
        { position: [-60, 0], size: [220, 160], fill: '#c0392b' },
        { parent: 'boats' },
      ),
      layer(
        'blue',
        'rectangle',
        { size: [120, 240], fill: '#2b5ac0', opacity: 60 },
        {
          parent: 'boats',
          moving: { position: goes([80, -40], [-80, 60]) },
        },
      ),
      layer('stripe', 'rectangle', { position: [950, 360], size: [120, 700] }),
      layer('hole', 'ellipse', { position: [950, 360], size: [300, 300] }, { mask: { layer: 'stripe' } }),
      layer(
        'wall',
        'group',
        { position: [950, 360], copies: 2, 'copy offset': [60, -50], 'copy opacity': 60 },
        { mask: { layer: 'hole', inverted: true } },
      ),
      layer(
        'green',
        'rectangle',
        { size: [420, 420], fill: '#2b9348' },
        { parent: 'wall', moving: { turn: turns } },
      ),
    ],
  }
}
