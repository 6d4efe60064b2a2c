import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { strFromU8, unzipSync } from 'fflate'
import { Ajv2020 } from 'ajv/dist/2020.js'
import {
  get_schema_path,
  LottieValidator,
} from '@lottie-animation-community/lottie-specs/src/validator-node.js'
import { describe, expect, it } from 'vitest'
import { blobOf, sha256Of } from '../../../test/blobs.ts'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import type { Property } from '../../property/index.ts'
import type { Layer, Project } from '../../scene/index.ts'
import { ticksOfSeconds } from '../../time/index.ts'
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
    readonly tm?: Keyed
  }[]
  readonly assets: readonly object[]
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
    const { project } = await readBendFile(blobOf(file), sha256Of)
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

  it('fills by gradients, whose ends and stops move as the stage has them, in the colours it mixes', () => {
    const graded = layerWith('a', {
      size: property('pair', [], { value: [200, 100] }),
      gradient: property('choice', [], { value: 'linear' }),
      'gradient mix': property('choice', [], { value: 'srgb' }),
      'gradient start': property('pair', [key(0, [0, 50], ease), key(1, [50, 50])], { value: [0, 50] }),
      'gradient end': property('pair', [], { value: [100, 50] }),
      'stop 1 offset': property('number', [], { value: 0 }),
      'stop 1 colour': property('colour', [key(0, '#ff0000'), key(1, '#0000ff80')], {
        value: '#ff0000',
        mix: 'srgb',
      }),
      'stop 2 offset': property('number', [], { value: 100 }),
      'stop 2 colour': property('colour', [], { value: '#ffffff' }),
    })
    expect(errorsOf(written(projectOf([graded])))).toEqual([])
    const { shapes } = layerOf(graded) as unknown as {
      readonly shapes: readonly { readonly nm: string; readonly it: readonly Record<string, unknown>[] }[]
    }
    const fill = shapes.find(({ nm }) => nm === 'fill')!.it[1] as unknown as {
      readonly ty: string
      readonly t: number
      readonly s: Keyed
      readonly e: { readonly k: readonly number[] }
      readonly g: { readonly p: number; readonly k: Keyed }
    }
    expect(fill).toMatchObject({ ty: 'gf', t: 1, e: { a: 0, k: [100, 0] }, g: { p: 2 } })
    // From the left edge to the middle of the box in a second: halfway in the middle of it, as its bend is even.
    expect(fill.s.k[0]!.s).toEqual([-100, 0])
    const startAt = (frame: number): number => {
      const next = fill.s.k.findIndex(({ t }) => t >= frame)
      const [from, to] = [fill.s.k[Math.max(0, next - 1)]!, fill.s.k[next]!]
      const share = to.t > from.t ? (frame - from.t) / (to.t - from.t) : 1
      return from.s[0]! + share * (to.s[0]! - from.s[0]!)
    }
    expect(startAt(12)).toBeCloseTo(-50, 1)
    expect(startAt(24)).toBeCloseTo(0, 1)
    // Two stops of an offset and a colour each, then what covers.
    expect(fill.g.k.k[0]!.s).toEqual([0, 1, 0, 0, 1, 1, 1, 1, 0, 1, 1, 1])
    const last = fill.g.k.k.at(-1)!.s
    expect(last.slice(0, 4).map((part) => Math.round(part * 1000) / 1000)).toEqual([0, 0, 0, 1])
    expect(last[9]).toBeCloseTo(128 / 255, 3)
    // Mixed in OKLab it has stops between, as many as it is read back with at most.
    const properties = { ...graded.properties, 'gradient mix': property('choice', [], { value: 'oklab' }) }
    expect(JSON.stringify(layerOf({ ...graded, properties }))).toContain('"p":9')
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

  describe('of a shown scene', () => {
    const inner = {
      ...projectOf([layerWith('lamp', { turn: property('turn', [key(0, 0, ease), key(2, 90)]) })]).scenes[0]!,
    }
    const shown = { ...inner, id: 'shown', name: 'Lamp', duration: ticksOfSeconds(2) }
    const use = (id: string, local: Property) => ({
      ...layerWith(id, { 'local time': local }, 'scene'),
      source: { scene: 'shown' },
    })
    const showing = (...uses: readonly Layer[]): Written => {
      const project = projectOf(uses)
      return written({ ...project, scenes: [...project.scenes, shown] })
    }
    const timesOf = (file: Written) =>
      file.layers.flatMap(({ tm, nm }) => (tm ? [[nm, tm.a ? tm.k.map(({ t, s }) => [t, s[0]]) : tm.k]] : []))

    it('writes it once for all that show it, as it is', () => {
      const still = property('number', [], { value: 0 })
      const file = showing(use('a', still), use('b', still))
      expect(errorsOf(file)).toEqual([])
      expect(file.assets).toHaveLength(1)
      expect(file.assets[0]).toMatchObject({ id: 'scene shown', nm: 'Lamp' })
      const [lamp] = (file.assets[0] as unknown as Written).layers
      expect(lamp!.ks['r']!.k.slice(0, 2)).toMatchObject([
        { t: 0, s: [0], o: { x: 0.4, y: 0 } },
        { t: 48, s: [90] },
      ])
    })

    it('says which moment of it is seen: as the keys have it, and held where it has run out', () => {
      const file = showing(
        use('keyed', property('number', [key(0, 0, ease), key(1, 1.5)])),
        // A second in, so that its last frame, of 24 a second, stands after one more.
        use('on', property('number', [], { value: 1 })),
      )
      expect(errorsOf(file)).toEqual([])
      const last = 2 - 1 / 24
      const times = new Map(timesOf(file) as [string, number[][]][])
      expect(times.get('keyed')!.slice(0, 2)).toEqual([
        [0, 0],
        [24, 1.5],
      ])
      const on = times.get('on')!
      expect(on[0]).toEqual([0, 1])
      expect(on.at(-1)![1]).toBeCloseTo(last, 6)
      const held = on.find(([, seconds]) => Math.abs(seconds! - last) < 1e-3)!
      expect(held[0]).toBeGreaterThan(22.5)
      expect(held[0]).toBeLessThan(24.5)
    })
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
