import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ids, projectOf } from '../../../test/trials.ts'
import { listedProperties, projectSchema, sceneAt, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { addClip, addSound, type NewClip } from './addClip.ts'

const clip: NewClip = {
  name: 'Ferry',
  sha256: 'c'.repeat(64),
  type: 'video/webm',
  size: [3840, 2160],
  duration: asTicks(3 * TICKS_PER_SECOND),
}
const added = (project: Project, one = clip, makeId = ids()): Project =>
  produce(project, (draft) => void addClip(draft, 'scene', one, makeId))

describe('addClip', () => {
  it('puts a layer on top that plays the clip from the start, in the middle, fitted where it is larger', () => {
    const project = added(projectOf([]))
    expect(projectSchema.safeParse(project).error?.issues).toBeUndefined()
    const [layer] = project.scenes[0]!.layers
    expect([layer!.kind, layer!.name, layer!.span]).toEqual(['clip', 'Ferry', [0, clip.duration]])
    expect(layer!.properties['scale']!.value).toEqual([50, 50])
    expect(layer!.source).toEqual({ asset: project.assets[0]!.id })
    const small = added(projectOf([]), { ...clip, size: [320, 180] })
    expect(small.scenes[0]!.layers[0]!.properties['scale']!.value).toEqual([100, 100])
  })

  it('keeps the bytes of the same clip once, however often it is brought in', () => {
    const makeId = ids()
    const project = added(added(projectOf([]), clip, makeId), clip, makeId)
    expect(project.assets).toHaveLength(1)
    expect(project.scenes[0]!.layers.map(({ name }) => name)).toEqual(['Ferry 2', 'Ferry'])
  })

  it('is drawn at its local time: seconds since its span began, and more where its value says so', () => {
    const project = added(projectOf([]))
    const [layer] = project.scenes[0]!.layers
    const later = {
      ...layer!,
      span: [asTicks(TICKS_PER_SECOND), asTicks(4 * TICKS_PER_SECOND)] as const,
      properties: { ...layer!.properties, 'local time': { kind: 'number', value: 0.5, keys: [] } as const },
    }
    const [item] = sceneAt({ ...project.scenes[0]!, layers: [later] }, 2 * TICKS_PER_SECOND, [])
    expect(item).toMatchObject({ kind: 'clip', clip: project.assets[0]!.id, seconds: 1.5 })
  })

  it('adds sounds likewise, which stand nowhere and are not drawn', () => {
    const sound = {
      name: 'Bell',
      sha256: 'b'.repeat(64),
      type: 'audio/wav',
      duration: clip.duration,
    } as const
    const project = produce(projectOf([]), (draft) => void addSound(draft, 'scene', sound, ids()))
    expect(projectSchema.safeParse(project).error?.issues).toBeUndefined()
    const [layer] = project.scenes[0]!.layers
    expect([layer!.kind, layer!.name, layer!.span]).toEqual(['sound', 'Bell', [0, clip.duration]])
    expect(listedProperties(layer!).map(({ name }) => name)).toEqual(['gain'])
    expect(sceneAt(project.scenes[0]!, 0, [])).toEqual([])
  })

  it('is refused in a file where the clip is not there', () => {
    const project = { ...added(projectOf([])), assets: [] }
    expect(projectSchema.safeParse(project).error?.issues[0]?.message).toMatch(
      /a clip the project does not have/,
    )
  })
})
