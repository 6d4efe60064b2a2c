import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { projectOf } from '../../../test/trials.ts'
import { readMovingFile } from '../../format/takeOver/index.ts'
import { compiledOf, storedValueAt } from '../../property/index.ts'
import { makeLayer, type Layer, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { giveTakenMotion, type GivenMotion } from './giveTakenMotion.ts'

const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
let next = 0
const makeId = (): string => `made-${(next += 1)}`

const layer = (id: string, kind: 'rectangle' | 'image', values = {}): Layer =>
  makeLayer({ id, name: id, kind, parent: null, span: [at(0), at(4)], values })

const SHEET = `
.card { animation: come 2s cubic-bezier(.3,0,.2,1) both }
.dot { animation: pulse 1s linear infinite alternate }
@keyframes come { from { transform: translateX(-80px) rotate(20deg) scale(.5); opacity: 0 } }
@keyframes pulse { to { transform: scale(1.5); background-color: #ff0000 } }`
const takenOf = (css: string): readonly Layer[] =>
  readMovingFile(new TextEncoder().encode(css), 'trial.css', makeId)!.layers

function given(
  layers: readonly Layer[],
  { css = SHEET, seconds = 1, ids = layers.map(({ id }) => id) } = {},
): { readonly project: Project; readonly found: GivenMotion } {
  let found: GivenMotion | null = null
  const project = produce(projectOf(layers), (draft) => {
    found = giveTakenMotion(draft, {
      scene: 'scene',
      layers: ids,
      taken: takenOf(css),
      time: at(seconds),
      makeId,
    })
  })
  return { project, found: found! }
}
const shown = (project: Project, id: string, name: string, seconds: number): unknown => {
  const own = project.scenes[0]!.layers.find((one) => one.id === id)!
  return storedValueAt(compiledOf(own.properties[name]!, []), at(seconds))
}

describe('giveTakenMotion', () => {
  it('has a layer move from where, how large and how turned it is, from the moment on, and end there', () => {
    const card = layer('Card', 'rectangle', { position: [200, 90], scale: [60, 40], turn: 10, opacity: 50 })
    const { project, found } = given([card])
    expect(found).toMatchObject({ layers: 1, without: [] })
    expect(shown(project, 'Card', 'position', 1)).toEqual([120, 90])
    expect(shown(project, 'Card', 'position', 3)).toEqual([200, 90])
    expect(shown(project, 'Card', 'turn', 1)).toBe(30)
    expect(shown(project, 'Card', 'scale', 1)).toEqual([30, 20])
    expect(shown(project, 'Card', 'scale', 3)).toEqual([60, 40])
    expect(shown(project, 'Card', 'opacity', 1)).toBe(0)
    expect(shown(project, 'Card', 'opacity', 3)).toBe(50)
    const bend = project.scenes[0]!.layers[0]!.properties['position']!.keys[0]!.bend
    expect(bend).toMatchObject({ kind: 'handles', leave: { reach: 0.3, rise: 0 } })
  })

  it('goes by names as people write them, the others in order', () => {
    const layers = ['Plain', 'DOT', 'Card'].map((name) => layer(name, 'rectangle'))
    const { project } = given(layers)
    expect(shown(project, 'DOT', 'scale', 2)).toEqual([150, 150])
    expect(project.scenes[0]!.layers[1]!.properties['scale']).toMatchObject({ after: 'thereAndBack' })
    expect(shown(project, 'Card', 'opacity', 1)).toBe(0)
    // Both are taken by name: the third gets the first again.
    expect(project.scenes[0]!.layers[0]!.properties['fill']!.keys).toHaveLength(2)
  })

  it('takes what moved meanwhile away, and leaves keys before and after, and all else', () => {
    const first = given([layer('Card', 'rectangle')], { seconds: 0 }).project
    const again = produce(first, (draft) => {
      giveTakenMotion(draft, { scene: 'scene', layers: ['Card'], taken: takenOf(SHEET), time: at(1), makeId })
    })
    const { position, size } = again.scenes[0]!.layers[0]!.properties
    expect(position!.keys.map(({ t }) => t)).toEqual([at(0), at(1), at(3)])
    // What moves before comes to where the motion begins.
    expect(position!.keys.map(({ value }) => value)).toEqual([[-80, 0], expect.anything(), expect.anything()])
    expect(size).toBe(first.scenes[0]!.layers[0]!.properties['size'])
  })

  it('takes all away that moved where the motion goes on for ever', () => {
    const first = given([layer('dot', 'rectangle')], { seconds: 0 }).project
    const again = produce(first, (draft) => {
      giveTakenMotion(draft, { scene: 'scene', layers: ['dot'], taken: takenOf(SHEET), time: at(2), makeId })
    })
    expect(again.scenes[0]!.layers[0]!.properties['scale']!.keys.map(({ t }) => t)).toEqual([at(2), at(3)])
  })

  it('says what layers have nothing for, and changes nothing where none has', () => {
    const css = `.a { animation: glow 1s } @keyframes glow { to { background-color: red; opacity: .5 } }`
    expect(given([layer('Photo', 'image')], { css }).found).toMatchObject({ keys: 2, without: ['fill'] })
    const only = `.a { animation: glow 1s } @keyframes glow { to { background-color: red } }`
    expect(() => given([layer('Photo', 'image')], { css: only })).toThrow(/no fill to move/)
    expect(() => given([layer('Photo', 'image')], { ids: [] })).toThrow(/Select the layers/)
    const locked = { ...layer('Card', 'rectangle'), locked: true }
    expect(() => given([locked])).toThrow(/is locked/)
    const split = layer('Card', 'rectangle')
    const properties = {
      ...split.properties,
      position: { ...split.properties['position']!, split: true as const },
    }
    expect(() => given([{ ...split, properties }])).toThrow(/is split in lanes/)
  })
})
