import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { strFromU8, unzipSync } from 'fflate'
import { Ajv2020 } from 'ajv/dist/2020.js'
import {
  get_schema_path,
  LottieValidator,
} from '@lottie-animation-community/lottie-specs/src/validator-node.js'
import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import type { Layer, Project } from '../../scene/index.ts'
import { readBendFile } from '../project/index.ts'
import { dotLottie, exportLottie } from './index.ts'

// Source: Lottie Animation Community, Lottie specification 1.0 and its published schema.
const schema = JSON.parse(readFileSync(get_schema_path(), 'utf8')) as object
const validator = new LottieValidator(Ajv2020, schema)
const errorsOf = (animation: object): string[] =>
  validator
    .validate(animation)
    .filter(({ type }) => type === 'error')
    .map(({ path, message }) => `${path}: ${message}`)

const DATA = 'data:image/png;base64,AAAA'
interface Written {
  readonly layers: readonly {
    readonly nm: string
    readonly ks: Record<string, Keyed>
    readonly td?: number
  }[]
}
interface Keyed {
  readonly a: number
  readonly k: readonly { readonly t: number; readonly s: readonly number[]; readonly h?: number }[]
}
const written = (project: Project): Written =>
  exportLottie(project, project.scenes[0]!, { pictureUrl: () => DATA }) as unknown as Written
const layerOf = (layer: Layer) => written(projectOf([layer])).layers[0]!

describe('exportLottie', () => {
  it('is valid by the published schema: the demo, and single layers of every kind it has', async () => {
    const file = readFileSync(
      fileURLToPath(new URL('../../../../demo/made/lantern-regatta.bend', import.meta.url)),
    )
    const sha256 = (bytes: Uint8Array) => Promise.resolve(createHash('sha256').update(bytes).digest('hex'))
    const { project } = await readBendFile(new Uint8Array(file), sha256)
    expect(errorsOf(written(project))).toEqual([])
    const numbers = {
      'trim end': property('number', [key(0, 0, ease), key(1, 100)]),
      dash: property('number', [], { value: 9 }),
    }
    for (const kind of ['rectangle', 'ellipse', 'path'] as const)
      expect(errorsOf(written(projectOf([layerWith('a', numbers, kind)]))), kind).toEqual([])
    const cropped = layerWith('a', { 'crop left': property('number', [key(0, 0), key(1, 50)]) })
    expect(errorsOf(written(projectOf([cropped])))).toEqual([])
    // The validator does find fault.
    expect(errorsOf({ ...written(project), w: 'wide' })).not.toEqual([])
  })

  it('leaves bends that are one Bézier as they are, and cuts others', () => {
    const springs = { kind: 'family', family: 'spring', mode: 'out' } as const
    const turn = (bend: typeof ease | typeof springs) =>
      layerOf(layerWith('a', { turn: property('turn', [key(0, 0, bend), key(2, 90)]) })).ks['r']!
    expect(turn(ease).k.slice(0, 2)).toMatchObject([
      { t: 0, s: [0], o: { x: 0.4, y: 0 }, i: { x: 0.6, y: 1 } },
      { t: 48, s: [90] },
    ])
    expect(turn(springs).k.length).toBeGreaterThan(6)
  })

  it('keeps routes as routes, with handles, and holds as holds', () => {
    const route = { arrive: [0, 0], leave: [0, 120], through: 'corner' } as const
    const curved = property('place', [{ ...key(0, [0, 0], ease), route }, key(2, [300, 0])])
    expect(layerOf(layerWith('a', { position: curved })).ks['p']!.k[0]).toMatchObject({
      to: [0, 120],
      ti: [0, 0],
    })
    const held = property('number', [key(0, 10, { kind: 'hold' }), key(1, 60)])
    expect(layerOf(layerWith('a', { opacity: held })).ks['o']!.k.slice(0, 3)).toMatchObject([
      { t: 0, s: [10] },
      { s: [10], h: 1 },
      { s: [60] },
    ])
  })

  it('puts a mask above what is seen through it, and what rides on a layer on its place', () => {
    const seen: Layer = { ...layerWith('seen', {}), mask: { layer: 'hole' } }
    const project = projectOf([
      layerWith('hole', {}, 'ellipse'),
      seen,
      layerWith('rider', {}, 'rectangle', 'seen'),
    ])
    const { layers } = written(project)
    const hole = layers.findIndex(({ td }) => td === 1)
    expect(layers.slice(hole, hole + 2).map(({ nm }) => nm)).toEqual(['hole', 'seen'])
    const rider = layers.find(({ nm }) => nm === 'rider') as unknown as { parent: number }
    const place = layers.find((one) => (one as unknown as { ind: number }).ind === rider.parent)
    expect(place).toMatchObject({ nm: 'seen', ty: 3 })
  })

  it('draws whole what is seen through a mask it has nothing for: no other layer takes the mask’s place', () => {
    const seen: Layer = { ...layerWith('seen', {}), mask: { layer: 'words' } }
    const { layers } = written(
      projectOf([layerWith('above', {}), layerWith('words', {}, 'text'), seen, layerWith('below', {})]),
    )
    expect(layers.filter((one) => Object.hasOwn(one, 'tt') || Object.hasOwn(one, 'td'))).toEqual([])
    expect(layers.map(({ nm }) => nm)).toEqual(expect.arrayContaining(['above', 'seen', 'below']))
  })

  it('packs an animation so that it is found by the manifest, and the same one gives the same bytes', () => {
    const packed = dotLottie('{"a":1}', 'The 1st “scene”')
    expect(dotLottie('{"a":1}', 'The 1st “scene”')).toEqual(packed)
    const files = unzipSync(packed)
    const [{ id }] = (JSON.parse(strFromU8(files['manifest.json']!)) as { animations: [{ id: string }] })
      .animations
    expect(id).toBe('the-1st-scene')
    expect(strFromU8(files[`animations/${id}.json`]!)).toBe('{"a":1}')
  })
})
