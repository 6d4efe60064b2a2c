import { writeForm, type ExportForm } from '@arrow-bend/core/format/handOver'
import { readMovingFile } from '@arrow-bend/core/format/takeOver'
import { makeLayer, type Layer, type Project } from '@arrow-bend/core/scene'
import { ticksOfFrame } from '@arrow-bend/core/time'
import type { Key } from '@arrow-bend/core/property'
import { crowdedProject, RATE } from '../../demo/src/crowdedProject.ts'
import type { Result } from './result.ts'

const LAYERS = 300
/** Of each of its two lanes: 15 000 in all. */
const KEYS = 25
const FRAMES = 600

/** Layers that travel along curved routes and turn, by bends of several kinds. */
function largeLayer(i: number): Layer {
  const ease = { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.4, rise: 0 } } as const
  const spring = { kind: 'family', family: 'spring', mode: 'out' } as const
  const key = (name: string, k: number, value: Key['value'], more: Partial<Key> = {}): Key => ({
    id: `${name}${k}`,
    t: ticksOfFrame(Math.round((k / KEYS) * FRAMES), RATE),
    value,
    bend: name === 't' && (i + k) % 10 === 0 ? spring : ease,
    through: 'corner',
    ...more,
  })
  const made = makeLayer({
    id: `l${i}`,
    name: `Layer ${i}`,
    kind: 'rectangle',
    span: [ticksOfFrame(0, RATE), ticksOfFrame(FRAMES, RATE)],
  })
  const every = Array.from({ length: KEYS }, (_, k) => k)
  const route = { arrive: [-30, 20], leave: [30, -20], through: 'joined' } as const
  const position = every.map((k) =>
    key('p', k, [(k * 97 + i * 13) % 1280, (k * 53 + i * 29) % 720], { route }),
  )
  const turn = every.map((k) => key('t', k, (k * 37) % 180))
  return {
    ...made,
    properties: {
      ...made.properties,
      position: { kind: 'place', value: [0, 0], keys: position },
      turn: { kind: 'turn', value: 0, keys: turn },
    },
  }
}

export const largeProject = (count: number): Project =>
  crowdedProject(
    'Large',
    FRAMES,
    Array.from({ length: count }, (_, i) => largeLayer(i)),
  )

/** Writing a large project, 300 layers with 15 000 keys, in each form that has routes: a style sheet of so many is refused. */
export function benchHandOver(): Result[] {
  const project = largeProject(LAYERS)
  const forms: readonly Exclude<ExportForm, 'bend'>[] = [
    'html',
    'svg-css',
    'svg-smil',
    'webanimations',
    'lottie',
  ]
  return forms.flatMap((form) => {
    // What was worked out for one is not kept for the next.
    const fresh = structuredClone(project)
    const begin = performance.now()
    const text = writeForm(fresh, fresh.scenes[0]!, form, { pictureUrl: () => '' })
    const ours = performance.now() - begin
    const of = `300 layers, 15 000 keys as ${form} (${(text.length / 1e6).toFixed(1)} MB)`
    return [{ name: of, ours, unit: 'ms', wanted: '< 2000' }, takenBack(form)]
  })
}

/** Reading what was written of a tenth as much: its routes are chords in the file, and curves again when it is read. */
function takenBack(form: Exclude<ExportForm, 'bend'>): Result {
  const project = largeProject(LAYERS / 10)
  const bytes = new TextEncoder().encode(
    writeForm(project, project.scenes[0]!, form, { pictureUrl: () => '' }),
  )
  let ids = 0
  const begin = performance.now()
  readMovingFile(bytes, 'large', () => `i${(ids += 1)}`)
  return { name: `30 layers, 1500 keys, read back from ${form}`, ours: performance.now() - begin, unit: 'ms' }
}
