import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import type { Property } from '../../property/index.ts'
import { projectSchema } from '../schema/projectSchema.ts'
import type { Layer, Project } from '../document.ts'
import { compileScene, sampleSceneInto } from './sceneAt.ts'
import { soundingIn } from './soundingIn.ts'

const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const plays = (
  id: string,
  properties: Readonly<Record<string, Property>> = {},
  given: Partial<Layer> = {},
): Layer => ({
  ...layerWith(id, properties, 'sound'),
  source: { asset: 'drum' },
  span: [at(2), at(8)],
  ...given,
})
const drum = {
  id: 'drum',
  name: 'Drum',
  kind: 'sound',
  type: 'audio/wav',
  duration: at(4),
  sha256: 'd'.repeat(64),
} as const
const withDrum = (layers: readonly Layer[]): Project => ({ ...projectOf(layers), assets: [drum] })
const heard = ({ scenes }: Project, seconds: number): unknown[] => {
  const sampler = compileScene(scenes[0]!, [], { scenes })
  sampleSceneInto(sampler, at(seconds))
  return soundingIn(sampler).map((one) => [one.id, one.seconds, one.pace, one.gain])
}

describe('what is heard', () => {
  it('begins with its span, as loud as its gain says at that moment', () => {
    const project = withDrum([plays('a', { gain: property('number', [key(2, 0), key(4, 50)]) })])
    expect(projectSchema.safeParse(project).error?.issues).toBeUndefined()
    expect(heard(project, 1)).toEqual([])
    expect(heard(project, 2)).toEqual([['a', 0, 1, 0]])
    expect(heard(project, 5)).toEqual([['a', 3, 1, 0.5]])
    expect(heard(project, 8)).toEqual([])
    expect(heard(withDrum([plays('a', {}, { visible: false })]), 5)).toEqual([])
  })
  it('goes as fast as its local time does, and as that of the groups it stands in', () => {
    const half = property(
      'number',
      [key(0, 0), key(8, 4)].map((one) => ({ ...one, bend: { kind: 'linear' } as const })),
    )
    const frozen = property('number', [key(0, 3), key(8, 3)])
    expect(heard(withDrum([plays('a', { 'local time': half })]), 4)).toEqual([['a', 2, 0.5, 1]])
    expect(heard(withDrum([plays('a', { 'local time': frozen })]), 4)).toEqual([['a', 3, 0, 1]])
    const group = layerWith('g', { 'local time': half }, 'group')
    expect(heard(withDrum([group, plays('a', {}, { parent: 'g' })]), 6)).toEqual([['a', 1, 0.5, 1]])
  })
  it('is heard at other speeds where its layer says so, which only layers that are heard may', () => {
    const project = withDrum([plays('a', {}, { heardAtAnySpeed: true }), plays('b')])
    const sampler = compileScene(project.scenes[0]!, [])
    sampleSceneInto(sampler, at(3))
    expect(soundingIn(sampler).map(({ id, atAnySpeed }) => [id, atAnySpeed])).toEqual([
      ['b', false],
      ['a', true],
    ])
    expect(projectSchema.safeParse(project).success).toBe(true)
    const silent = projectOf([{ ...layerWith('a', {}), heardAtAnySpeed: true }])
    expect(projectSchema.safeParse(silent).error?.issues[0]?.message).toMatch(/is not heard/)
  })
  it('is heard through the scene it stands in, once for all copies, and not while that is held', () => {
    const inner = withDrum([plays('a')])
    const shows = {
      ...layerWith('s', { copies: { kind: 'number', value: 3, keys: [] } }, 'scene'),
      source: { scene: 'scene' },
      span: [at(0), at(20)] as const,
    }
    const outer = { ...inner.scenes[0]!, id: 'outer', duration: at(20), layers: [shows] }
    const project = { ...inner, scenes: [outer, inner.scenes[0]!] }
    expect(heard(project, 5)).toEqual([['s/a', 3, 1, 1]])
    const toItsEnd = { ...inner.scenes[0]!, duration: at(7) }
    expect(heard({ ...project, scenes: [outer, toItsEnd] }, 9)).toMatchObject([
      ['s/a', expect.anything(), 0, 1],
    ])
  })
  it('needs a sound, or a clip, the project has', () => {
    const gone = { ...withDrum([plays('a')]), assets: [] }
    expect(projectSchema.safeParse(gone).error?.issues[0]?.message).toMatch(
      /a sound the project does not have/,
    )
    const none = withDrum([layerWith('a', {}, 'sound')])
    expect(projectSchema.safeParse(none).error?.issues[0]?.message).toMatch(/has to name an asset/)
  })
})
