import { produceWithPatches, enablePatches, type Draft } from 'immer'
import { reverseKeys, stretchKeys, type KeyRef } from '@arrow-bend/core/edit'
import { fitCurve, type Curve } from '@arrow-bend/core/fit'
import { sampleCsv } from '@arrow-bend/core/format/csv'
import type { Key, Property } from '@arrow-bend/core/property'
import { PROJECT_VERSION, checkChange, makeLayer, type Project } from '@arrow-bend/core/scene'
import { asTicks, TICKS_PER_SECOND, ticksOfFrame, type Ticks } from '@arrow-bend/core/time'
import { shortest, type Result } from './result.ts'

enablePatches()

const RATE = { num: 24, den: 1 }
const KEYS = 10_000
const SAMPLES = 2_000
const HOUR = asTicks(3600 * TICKS_PER_SECOND)
const ease = { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.6, rise: -0.1 } } as const

/** One property of ten thousand keys, every fourth joined. */
function longProject(): Project {
  const keys = Array.from({ length: KEYS }, (_, i): Key => ({
    id: `k${i}`,
    t: ticksOfFrame(i, RATE),
    value: i % 7,
    bend: ease,
    through: i % 4 === 0 ? 'joined' : 'corner',
  }))
  const made = makeLayer({ id: 'l', name: 'L', kind: 'rectangle', span: [0 as Ticks, HOUR] })
  const turn: Property = { kind: 'turn', value: 0, keys }
  return {
    format: 'arrow-bend/project',
    version: PROJECT_VERSION,
    id: 'p',
    name: 'P',
    scenes: [
      {
        id: 's',
        name: 'S',
        size: [1920, 1080],
        rate: RATE,
        duration: HOUR,
        background: '#000',
        layers: [{ ...made, properties: { ...made.properties, turn } }],
        markers: [],
        playRange: null,
      },
    ],
    bends: [],
    assets: [],
  }
}

/** A drawn curve as it comes from a hand or a sensor: samples, and straight lines between. */
function sampled(): Curve {
  const values = Float64Array.from({ length: SAMPLES + 1 }, (_, i) => {
    const t = (i / SAMPLES) * 12
    return 200 * Math.sin(t) + 60 * Math.sin(2.7 * t + 1) + 3 * Math.sin(11 * t)
  })
  return {
    width: 1,
    valueInto: (out, t) => {
      const i = Math.min(SAMPLES - 1, Math.floor(t))
      out[0] = values[i]! + (t - i) * (values[i + 1]! - values[i]!)
    },
  }
}

/** Edits of ten thousand keys, the fitter, and an hour of samples. */
export function benchEdits(): Result[] {
  const project = longProject()
  const refs = project.scenes[0]!.layers[0]!.properties['turn']!.keys.map(({ id }): KeyRef => ({
    scene: 's',
    layer: 'l',
    property: 'turn',
    key: id,
  }))
  const edit = (recipe: (draft: Draft<Project>) => unknown): number =>
    shortest(() => {
      produceWithPatches(project, (draft: Draft<Project>) => {
        recipe(draft)
      })
    })
  const stretch = edit((draft) => stretchKeys(draft, refs, { about: 0, factor: 1.5 }))
  const reverse = edit((draft) => reverseKeys(draft, refs))
  const stretched = produceWithPatches(project, (draft: Draft<Project>) => {
    stretchKeys(draft, refs, { about: 0, factor: 1.5 })
  })[0] as Project
  const check = shortest(() => checkChange(project, stretched))
  const curve = sampled()
  const fit = shortest(() => fitCurve(curve, 0, SAMPLES, { within: 0.5, step: 1 }))
  const property = project.scenes[0]!.layers[0]!.properties['turn']!
  const sample = shortest(
    () => sampleCsv(property, { library: [], rate: { num: 60, den: 1 }, duration: HOUR }),
    3,
  )
  return [
    { name: 'stretch of 10 000 keys, patches made', unit: 'ms', ours: stretch, wanted: '< 20 ms' },
    { name: 'reverse of 10 000 keys, patches made', unit: 'ms', ours: reverse },
    { name: 'what that stretch changed, held to the reader’s rules', unit: 'ms', ours: check },
    { name: 'fit of 2 000 samples within 0.5 of ±260', unit: 'ms', ours: fit, wanted: '< 30 ms' },
    { name: 'one hour at 60 fps as CSV, 10 000 keys', unit: 'ms', ours: sample, wanted: '< 2 000 ms' },
  ]
}
