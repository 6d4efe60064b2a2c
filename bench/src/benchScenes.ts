import type { Bend } from '@arrow-bend/core/bend'
import {
  compileProperty,
  PATTERN_KINDS,
  valueAt,
  type Key,
  type Pattern,
  type Property,
} from '@arrow-bend/core/property'
import {
  compileScene,
  makeLayer,
  sampleSceneInto,
  type Layer,
  type Scene,
  type SceneSampler,
} from '@arrow-bend/core/scene'
import { asTicks, ticksOfFrame, type Ticks } from '@arrow-bend/core/time'
import { seeded, shortest, shortestOfBoth, type Result } from './result.ts'

const RATE = { num: 24, den: 1 }
const LAYERS = 200
const KEYS = 10
const FRAMES = 240

const ease: Bend = { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.6, rise: -0.1 } }

/** Layers that move in five properties, each through ten keys; half the routes are curved. */
function busyScene(): Scene {
  const random = seeded(5)
  const end = ticksOfFrame(FRAMES, RATE)
  const keys = (value: () => Key['value'], route: boolean): Key[] =>
    Array.from({ length: KEYS }, (_, i) => ({
      id: `k${i}`,
      t: asTicks(Math.round((i / (KEYS - 1)) * end)),
      value: value(),
      bend: ease,
      through: 'corner',
      ...(route
        ? {
            route: {
              arrive: [random() * 200, 50] as const,
              leave: [80, random() * 200] as const,
              through: 'corner' as const,
            },
          }
        : {}),
    }))
  const pair = (): [number, number] => [random() * 1000, random() * 1000]
  const layers = Array.from({ length: LAYERS }, (_, i): Layer => {
    const made = makeLayer({ id: `l${i}`, name: `L${i}`, kind: 'rectangle', span: [0 as Ticks, end] })
    const moving: Record<string, Property> = {
      position: { kind: 'place', value: [0, 0], keys: keys(pair, i % 2 === 0) },
      scale: { kind: 'pair', value: [100, 100], keys: keys(pair, false) },
      turn: { kind: 'turn', value: 0, keys: keys(() => random() * 360, false) },
      opacity: { kind: 'number', value: 100, keys: keys(() => random() * 100, false) },
      corner: { kind: 'number', value: 0, keys: keys(() => random() * 50, false) },
    }
    return { ...made, properties: { ...made.properties, ...moving } }
  })
  return {
    id: 's',
    name: 'S',
    size: [1920, 1080],
    rate: RATE,
    duration: end,
    background: '#000',
    layers,
    markers: [],
    playRange: null,
  }
}

/** What a straightforward program does: everything worked out anew for each picture. */
function naively(scene: Scene, time: number): number {
  let sum = 0
  for (const layer of scene.layers) {
    for (const property of Object.values(layer.properties)) {
      if (property.kind !== 'choice' && property.kind !== 'outline')
        sum += valueAt(compileProperty(property, []), time)[0]!
    }
  }
  return sum
}

/** A frame of a scene that is shown by a layer of another, and of the same scene by itself, ms. */
function shown(scene: Scene, step: number): [nested: number, flat: number] {
  const use = makeLayer({ id: 'use', name: 'Use', kind: 'scene', span: [0 as Ticks, scene.duration] })
  const outer: Scene = { ...scene, id: 'outer', layers: [{ ...use, source: { scene: scene.id } }] }
  return inTurn(compileScene(outer, [], { scenes: [scene] }), compileScene(scene, []), step)
}

/** A frame of two scenes, played in turn, ms. */
function inTurn(one: SceneSampler, other: SceneSampler, step: number): [number, number] {
  let kept = 0
  const play = (sampler: SceneSampler) => (): void => {
    for (let frame = 0; frame < FRAMES; frame += 1)
      kept += sampleSceneInto(sampler, frame * step).at(-1)!.opacity
  }
  const both = shortestOfBoth(play(one), play(other), 9)
  if (!Number.isFinite(kept)) throw new Error('a scene gave no number')
  return [both[0] / FRAMES, both[1] / FRAMES]
}

/** A frame of a scene each of whose layers is moved by a live pattern, and of the same scene without, ms. */
function patterned(scene: Scene, step: number): [live: number, plain: number] {
  const pattern = (i: number): Pattern => ({
    id: 'p',
    kind: PATTERN_KINDS[i % PATTERN_KINDS.length]!,
    from: 0 as Ticks,
    to: scene.duration,
    low: -8,
    high: 8,
    frequency: 1 + i / 50,
    phase: 0,
    fade: 0.2,
    seed: i,
    bend: { kind: 'family', family: 'sine' },
  })
  const layers = scene.layers.map((layer, i): Layer => {
    const turn = { ...layer.properties['turn']!, patterns: [pattern(i)] }
    return { ...layer, properties: { ...layer.properties, turn } }
  })
  return inTurn(compileScene({ ...scene, layers }, []), compileScene(scene, []), step)
}

/** sceneAt played in order, beside a naive evaluation of the same scene. */
export function benchScenes(): Result[] {
  const scene = busyScene()
  const sampler = compileScene(scene, [])
  const step = ticksOfFrame(1, RATE)
  let kept = 0
  const ours =
    shortest(() => {
      for (let frame = 0; frame < FRAMES; frame += 1)
        kept += sampleSceneInto(sampler, frame * step)[0]!.opacity
    }) / FRAMES
  const reference = shortest(() => (kept += naively(scene, 100 * step)), 3)
  const long = (count: number): number => {
    const keys = Array.from({ length: count }, (_, i): Key => ({
      id: `${i}`,
      t: asTicks(i * step),
      value: i % 7,
      bend: ease,
      through: 'corner',
    }))
    const compiled = compileProperty({ kind: 'number', value: 0, keys }, [])
    const end = (count - 1) * step
    return (
      shortest(() => {
        for (let i = 0; i < 20_000; i += 1) kept += valueAt(compiled, (i / 20_000) * end)[0]!
      }) / 0.02
    )
  }
  const [few, many] = [long(10), long(10_000)]
  const [nested, flat] = shown(scene, step)
  const [live, plain] = patterned(scene, step)
  if (!Number.isFinite(kept)) throw new Error('a scene gave no number')
  return [
    {
      name: `a frame of ${LAYERS} layers × 5 properties × ${KEYS} keys`,
      unit: 'ms',
      ours,
      reference,
      wanted: '< 1 ms',
    },
    {
      name: `the same ${LAYERS} layers shown as a scene (reference: flat)`,
      unit: 'ms',
      ours: nested,
      reference: flat,
      wanted: 'ratio ≥ 0.91',
    },
    {
      name: `the same ${LAYERS} layers, each with a live pattern (reference: none)`,
      unit: 'ms',
      ours: live,
      reference: plain,
      wanted: 'ratio ≥ 0.67',
    },
    {
      name: 'valueAt in order, 10 000 keys (reference: 10 keys)',
      unit: 'ns',
      ours: many,
      reference: few,
      wanted: 'ratio ≥ 0.5',
    },
  ]
}
