import fc from 'fast-check'
import { applyPatches } from 'immer'
import type { PlainBend } from '../../src/bend/index.ts'
import * as edit from '../../src/edit/index.ts'
import type { MakeId } from '../../src/edit/index.ts'
import { Refusal } from '../../src/refusal/index.ts'
import { projectSchema, type Project } from '../../src/scene/index.ts'
import type { Ticks } from '../../src/time/index.ts'
import {
  deepDifference,
  anyBend,
  anyOutline,
  anyProperty,
  ids,
  layerWith,
  pointsBend,
  projectOf,
  property,
} from '../trials.ts'
import { HOSTILE_NUMBERS } from '../hostile.ts'
import { type Draw } from './draw.ts'
import { RECIPES } from './recipes.ts'

const TEXTS = ['Boat', ' Boat ', '', '__proto__', 'x'.repeat(121), '1e400', '￿\u0000', '😀'.repeat(60)]
const ordinary = fc.oneof(
  fc.integer({ min: -20, max: 20 }),
  fc.integer({ min: 0, max: 100 }).map((n) => n / 100),
)
const numbers = fc.oneof({ weight: 2, arbitrary: ordinary }, fc.constantFrom<number>(...HOSTILE_NUMBERS))

/** One recipe with what it draws. */
export interface Step {
  readonly recipe: string
  readonly numbers: readonly number[]
  readonly picks: readonly number[]
  readonly bends: readonly PlainBend[]
}

const step: fc.Arbitrary<Step> = fc.record({
  recipe: fc.constantFrom(...Object.keys(RECIPES)),
  numbers: fc.array(numbers, { minLength: 10, maxLength: 10 }),
  picks: fc.array(fc.nat({ max: 1000 }), { minLength: 12, maxLength: 12 }),
  bends: fc.array(fc.oneof(anyBend, pointsBend), { minLength: 2, maxLength: 2 }),
})

const DRUM = {
  id: 'drum',
  name: 'Drum',
  kind: 'sound',
  type: 'audio/wav',
  duration: 705_600_000,
  sha256: 'd'.repeat(64),
} as const

/** Any project: layers of several kinds, each with a property or two in motion. */
export const attackedProject: fc.Arbitrary<Project> = fc
  .tuple(
    anyProperty('place', 4),
    anyProperty('number', 4),
    anyProperty('pair', 3),
    anyProperty('colour', 3),
    anyOutline(3),
    fc.boolean(),
  )
  .map(([position, opacity, scale, fill, outline, linked]) => {
    const path = layerWith('c', { turn: property('turn', []) })
    const project = projectOf([
      layerWith('a', { position, opacity }),
      layerWith('b', { scale, fill }, 'rectangle', 'a'),
      {
        ...path,
        kind: 'path',
        properties: { ...path.properties, outline: property('outline', [], { value: outline }) },
      },
      layerWith('g', { copies: property('number', [], { value: 2 }) }, 'group'),
      { ...layerWith('s', {}, 'scene'), source: { scene: 'other' } },
      { ...layerWith('n', {}, 'sound'), source: { asset: 'drum' } },
    ])
    const bends = linked ? [{ id: 'bend', name: 'Settle', bend: { kind: 'linear' as const } }] : []
    const [scene] = project.scenes
    const markers = [{ id: 'marker', name: 'Berth', t: 0 as Ticks }]
    const other = { ...scene!, id: 'other', name: 'Other', layers: [layerWith('o', {})] }
    const scenes = [{ ...scene!, markers, guides: { x: [10], y: [] } }, other]
    const read = projectSchema.safeParse({ ...project, bends, scenes, assets: [DRUM] })
    return read.success ? read.data : projectOf([])
  })

/** What is drawn by chance from a step's lists, over and over. */
function drawOf(project: Project, { numbers: list, picks, bends }: Step, makeId: MakeId): Draw {
  const at = { number: 0, pick: 0, bend: 0 }
  const next = (which: keyof typeof at, length: number): number => {
    at[which] += 1
    return (at[which] - 1) % length
  }
  return {
    number: () => list[next('number', list.length)]!,
    pick: (below) => (picks[next('pick', picks.length)]! + at.pick) % Math.max(1, below),
    bend: () => bends[next('bend', bends.length)]!,
    text: () => TEXTS[next('pick', picks.length) % TEXTS.length]!,
    makeId,
    project,
  }
}

/**
 * Any recipes with any numbers, one after the other: each leaves a document its reader opens the same and its undo takes back
 * exactly, or is refused with a sentence and changes nothing.
 */
export const recipeAttack = fc.property(
  attackedProject,
  fc.array(step, { minLength: 1, maxLength: 5 }),
  (start, steps) => {
    const makeId = ids()
    let project = start
    for (const one_ of steps) {
      try {
        const recipe = RECIPES[one_.recipe]!
        const done = edit.applyRecipe(project, (draft) => recipe(draft, drawOf(project, one_, makeId)))
        checkOpens(done.project, one_.recipe)
        const back = applyPatches(done.project, [...done.inverse])
        if (deepDifference(back, project) !== 0) throw new Error(`${one_.recipe}: undo is not exact`)
        project = done.project
      } catch (caught) {
        if (!(caught instanceof Refusal)) throw caught
        if (!/\.$/.test(caught.message)) throw new Error(`${one_.recipe}: “${caught.message}” is no sentence`)
      }
    }
  },
)

function checkOpens(project: Project, recipe: string): void {
  const read = projectSchema.safeParse(JSON.parse(JSON.stringify(project)))
  if (!read.success) throw new Error(`${recipe}: does not open: ${read.error.message.slice(0, 300)}`)
  if (deepDifference(read.data, project) !== 0) throw new Error(`${recipe}: opens as another document`)
}
