import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { blobOf, sha256Of } from '../../../test/blobs.ts'
import { layerWith, projectOf } from '../../../test/trials.ts'
import { compileScene, sampleSceneInto, type Project } from '../../scene/index.ts'
import { NewerProject, readBendFile, readProjectData, readProjectJson, writeBendFile } from './index.ts'

/** Files the program of version 1 wrote, and what it showed of them at some moments. */
const FIXTURES = new URL('../../../test/fixtures/', import.meta.url)
const read = (name: string): Buffer => readFileSync(new URL(name, FIXTURES))

interface Played {
  readonly t: number
  /** Matrix, opacity and fill of what is drawn, bottom first; null for what does not show. */
  readonly items: readonly (readonly number[] | null)[]
}

function largestGap(project: Project, name: string): number {
  const played = JSON.parse(read(`${name}.played.json`).toString()) as Played[][]
  let gap = 0
  project.scenes.forEach((scene, s) => {
    const sampler = compileScene(scene, project.bends)
    for (const { t, items } of played[s]!) {
      sampleSceneInto(sampler, t).forEach((item, i) => {
        const then = items[i]!
        expect(item.shown, `${item.layer.name} at ${t}`).toBe(then !== null)
        const fill = 'fill' in item ? [...item.fill] : []
        const now = [...item.matrix, item.opacity, ...fill]
        if (then) now.forEach((part, k) => (gap = Math.max(gap, Math.abs(part - (then[k] ?? 0)))))
      })
    }
  })
  return gap
}

describe('a file of version 1', () => {
  it('with linked bends opens as version 2 and plays the same', () => {
    const project = readProjectJson(read('linked-bends-1.json').toString())
    expect(project.version).toBe(2)
    expect(largestGap(project, 'linked-bends-1')).toBeLessThan(1e-9)
  })

  it('with pictures does so, too: the demo as it was', async () => {
    const { project, assets } = await readBendFile(blobOf(read('lantern-regatta-1.bend')), sha256Of)
    expect(project.assets.map(({ kind }) => kind)).toEqual(project.assets.map(() => 'picture'))
    expect(assets.size).toBe(project.assets.length)
    expect(largestGap(project, 'lantern-regatta-1')).toBeLessThan(1e-9)
  })

  it('is saved as version 2, and reads again as it stands', async () => {
    const project = readProjectJson(read('linked-bends-1.json').toString())
    const again = await readBendFile(await writeBendFile({ project, assets: new Map() }), sha256Of)
    expect(again.project).toEqual(project)
  })

  it('loses the lift of a library bend, which has no units and was never played', () => {
    const given = JSON.parse(read('linked-bends-1.json').toString()) as Project
    expect(JSON.stringify(given.bends)).toContain('lift')
    expect(JSON.stringify(readProjectData(given).bends)).not.toContain('lift')
  })

  it('that is damaged is refused as it is, without being upgraded halfway', () => {
    const given = JSON.parse(read('linked-bends-1.json').toString()) as Record<string, unknown>
    for (const field of ['bends', 'assets', 'scenes'])
      for (const value of [null, 'x', [null], [[]], [{}], { length: 1 }])
        expect(() => readProjectData({ ...given, [field]: value })).toThrow(/cannot be read/)
  })
})

describe('a file of this version', () => {
  const written = JSON.parse(
    JSON.stringify(projectOf([layerWith('a', {}, 'rectangle', 'g'), layerWith('g', {}, 'group')])),
  ) as { scenes: [{ layers: { properties: Record<string, unknown> }[] }] }

  it('that lacks properties of its layers gets their defaults', () => {
    const given = structuredClone(written)
    delete given.scenes[0].layers[1]!.properties['local time']
    delete given.scenes[0].layers[0]!.properties['opacity']
    const { layers } = readProjectData(given).scenes[0]!
    expect(layers[1]!.properties['local time']).toEqual({ kind: 'number', value: 0, keys: [] })
    expect(layers[0]!.properties['opacity']).toEqual({ kind: 'number', value: 100, keys: [] })
  })

  it('that lacks an axis of a split position is refused: no default is right', () => {
    const given = structuredClone(written)
    Object.assign(given.scenes[0].layers[0]!.properties['position']!, { split: true })
    expect(() => readProjectData(given)).toThrow(/position x.*is missing/)
  })
})

describe('a file of a later version', () => {
  const later = { ...projectOf([layerWith('a', {})]), version: 3 }

  it('is refused, with a copy where all of it is understood', () => {
    const caught = ((): unknown => {
      try {
        return readProjectData(later)
      } catch (error) {
        return error
      }
    })()
    expect(caught).toBeInstanceOf(NewerProject)
    expect((caught as NewerProject).message).toMatch(/version 3, which is newer.*a copy of it can be opened/)
    expect((caught as NewerProject).asUnderstood).toEqual(projectOf([layerWith('a', {})]))
  })

  it.each([
    ['a field', { ...later, weather: 'calm' }],
    [
      'a kind of layer',
      { ...later, scenes: [{ ...later.scenes[0], layers: [{ ...layerWith('a', {}), kind: 'fog' }] }] },
    ],
    [
      'a kind of asset',
      { ...later, assets: [{ kind: 'scent', id: 'a', name: 'A', sha256: '0'.repeat(64) }] },
    ],
  ])('gives no copy where it holds %s nobody here knows', (_what, data) => {
    expect(() => readProjectData(data)).toThrow(/holds things this program does not know/)
  })

  it('is read whole from its bytes when a copy is asked for', async () => {
    const file = blobOf(JSON.stringify(later))
    await expect(readBendFile(file, sha256Of)).rejects.toThrow(NewerProject)
    const { project } = await readBendFile(file, sha256Of, { newer: 'asUnderstood' })
    expect(project.version).toBe(2)
  })
})
