import fc from 'fast-check'
import { strToU8, unzipSync, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { blobOf, bytesOf, sha256Of } from '../../test/blobs.ts'
import { ease, key, layerWith, projectOf, property } from '../../test/trials.ts'
import { compileBend } from '../bend/index.ts'
import { compileProperty, speedAt, valueAt } from '../property/index.ts'
import type { Project } from '../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../time/index.ts'
import { easingText, readEasing } from './css/index.ts'
import { exportCssPage } from './web/index.ts'
import { sampleCsv } from './csv/index.ts'
import { BadFile, readBendFile, readProjectData, writeBendFile } from './project/index.ts'

const picture = blobOf(new Uint8Array([1, 2, 3, 4]), 'image/png')
const withPicture = async (): Promise<Project> => ({
  ...projectOf([layerWith('a', { turn: property('turn', [key(0, 0, ease), key(1, 90)]) })]),
  assets: [
    {
      kind: 'picture',
      id: 'p',
      name: 'Pic',
      type: 'image/png',
      sha256: await sha256Of(picture),
      size: [2, 2],
    },
  ],
})
const packed = async (): Promise<Uint8Array<ArrayBuffer>> => {
  const project = await withPicture()
  return bytesOf(await writeBendFile({ project, assets: new Map([[project.assets[0]!.sha256, picture]]) }))
}

describe('bend files', () => {
  it('come back as they went, pictures too, and the same project gives the same bytes', async () => {
    const bytes = await packed()
    const { project, assets } = await readBendFile(blobOf(bytes), sha256Of)
    expect(project).toEqual(await withPicture())
    const [read] = assets.values()
    expect([...assets].length).toBe(1)
    expect([await bytesOf(read!), read!.type]).toEqual([await bytesOf(picture), 'image/png'])
    expect(await packed()).toEqual(bytes)
  })

  it('may be a bare project.json', async () => {
    const text = JSON.stringify(projectOf([]))
    expect((await readBendFile(blobOf(`\uFEFF${text}`), sha256Of)).project).toEqual(projectOf([]))
  })

  it('are not written when a picture is missing', async () => {
    const project = await withPicture()
    await expect(writeBendFile({ project, assets: new Map() })).rejects.toThrow(/missing/)
  })

  it('are refused when a picture was altered or left out', async () => {
    const entries = unzipSync(await packed())
    const asset = Object.keys(entries).find((name) => name.startsWith('assets/'))!
    const altered = zipSync({ ...entries, [asset]: new Uint8Array([9]) })
    await expect(readBendFile(blobOf(altered), sha256Of)).rejects.toThrow(/damaged/)
    const without = zipSync({ 'project.json': entries['project.json']! })
    await expect(readBendFile(blobOf(without), sha256Of)).rejects.toThrow(/missing/)
  })

  it('are refused when they unfold to more than a project can be', async () => {
    // A header that claims 600 MB: the sum is checked before anything is unfolded.
    const bytes = zipSync(
      { 'project.json': strToU8('{}'), 'assets/big': new Uint8Array(1000) },
      { level: 9 },
    ) as Uint8Array<ArrayBuffer>
    const view = new DataView(bytes.buffer)
    for (let at = 0; at < bytes.length - 4; at += 1) {
      if (view.getUint32(at, true) === 0x02014b50 && bytes.length > at + 28)
        view.setUint32(at + 24, 600 * 1024 * 1024, true)
    }
    await expect(readBendFile(blobOf(bytes), sha256Of)).rejects.toThrow(/unfolds to more/)
  })

  it('never open half: any cut or flipped byte gives the whole project or a sentence', async () => {
    const bytes = await packed()
    await fc.assert(
      fc.asyncProperty(fc.nat(bytes.length - 1), fc.nat(255), fc.boolean(), async (at, value, cut) => {
        const bad = new Uint8Array(cut ? bytes.slice(0, at) : bytes)
        if (!cut) bad[at] = value
        const read = await readBendFile(blobOf(bad), sha256Of).catch((caught: unknown) => caught)
        if (read instanceof Error) expect(read).toBeInstanceOf(BadFile)
        else expect((read as { project: Project }).project.scenes).toHaveLength(1)
      }),
      { numRuns: 500, seed: 41 },
    )
  })

  it.each([
    [null, /not an Arrow Bend project/],
    [[], /not an Arrow Bend project/],
    [{ format: 'other' }, /not an Arrow Bend project/],
    [{ format: 'arrow-bend/project', version: 3 }, /version 3/],
    [{ format: 'arrow-bend/project', version: 0 }, /version 0; this program reads versions 1 to 2/],
    [{ format: 'arrow-bend/project', version: 1 }, /cannot be read/],
    [{ format: 'arrow-bend/project', version: 2 }, /cannot be read/],
  ])('refuse %j', (data, sentence) => {
    expect(() => readProjectData(data)).toThrow(sentence)
  })
})

describe('sampleCsv', () => {
  const rate = { num: 24, den: 1 }
  const given = property('place', [key(0, [0, 0], ease), key(1, [300, 400])])

  it('has a row a frame from 0 while the frame starts before the end', () => {
    const rows = sampleCsv(given, { library: [], rate, duration: asTicks(TICKS_PER_SECOND), speed: true })
      .trimEnd()
      .split('\n')
    expect(rows[0]).toBe('frame,seconds,x,y,speed')
    expect(rows).toHaveLength(25)
    expect(rows[1]).toBe('0,0,0,0,0')
  })

  it('reads back to the same floats', () => {
    const compiled = compileProperty(given, [])
    const rows = sampleCsv(given, {
      library: [],
      rate: { num: 60000, den: 1001 },
      duration: asTicks(TICKS_PER_SECOND),
      speed: true,
    })
      .trimEnd()
      .split('\n')
      .slice(1)
    rows.forEach((row, frame) => {
      const [, seconds, x, y, speed] = row.split(',').map(Number) as [number, number, number, number, number]
      const time = (frame * TICKS_PER_SECOND * 1001) / 60000
      expect(seconds).toBe(time / TICKS_PER_SECOND)
      expect([x, y]).toEqual(valueAt(compiled, time))
      expect(speed).toBe(speedAt(compiled, time)[0])
    })
  })

  it('names components by kind, and quotes what has no numbers', () => {
    const duration = asTicks(1)
    expect(
      sampleCsv(property('colour', [], { value: '#fff' }), { library: [], rate, duration, speed: true }),
    ).toMatch(/^frame,seconds,l,a,b,alpha,speed l,speed a,speed b,speed alpha\n/)
    expect(
      sampleCsv(property('pair', [], { value: [1, 2] }), { library: [], rate, duration, speed: true }),
    ).toMatch(/^frame,seconds,x,y,speed x,speed y\n0,0,1,2,0,0\n$/)
    const words = property('choice', [key(0, 'say "go"'), key(1 / 24, 'stop')])
    expect(
      sampleCsv(words, { library: [], rate, duration: asTicks(TICKS_PER_SECOND / 12), speed: true }),
    ).toBe(`frame,seconds,value\n0,0,"say ""go"""\n1,${1 / 24},"stop"\n`)
  })
})

describe('readEasing', () => {
  it.each([
    ['linear', { kind: 'linear' }],
    ['steps(4, jump-end)', { kind: 'family', family: 'steps', steps: 4, jump: 'end' }],
    ['step-start', { kind: 'family', family: 'steps', steps: 1, jump: 'start' }],
    ['power:3/inOut', { kind: 'family', family: 'power', power: 3, mode: 'inOut' }],
    ['bounce:4,0.6/out', { kind: 'family', family: 'bounce', bounces: 4, restitution: 0.6, mode: 'out' }],
    ['sine', { kind: 'family', family: 'sine' }],
  ])('reads %s', (text, bend) => {
    expect(readEasing(text)).toEqual(bend)
  })

  it.each([
    '',
    'wobble',
    'cubic-bezier(1,2,3)',
    'cubic-bezier(1.2,0,0,1)',
    'steps(0)',
    'steps(1, jump-none)',
    'power:0.5',
    'power:1,2',
    'linear(1, 0)',
    'linear()',
    'bounce:2.5',
  ])('refuses %j with a sentence', (text) => {
    expect(() => readEasing(text)).toThrow(/is not a bend/)
  })

  it('reads back what easingText writes', () => {
    for (const text of ['cubic-bezier(0.3, -0.2, 0.7, 1.4)', 'steps(5, jump-both)', 'linear'])
      expect(easingText(readEasing(text))).toBe(text)
    const spring = readEasing('spring:0.3/out')
    const [ours, back] = [compileBend(spring), compileBend(readEasing(easingText(spring)))]
    for (let i = 0; i <= 100; i += 1)
      expect(Math.abs(ours.progress(i / 100) - back.progress(i / 100))).toBeLessThan(0.0006)
  })
})

describe('exportCssPage', () => {
  it('escapes what people type and carries no script', () => {
    const text = layerWith('a', {})
    const project = { ...projectOf([{ ...text, name: '"><script>alert(1)</script>' }]), name: '<b>' }
    const page = exportCssPage(project, project.scenes[0]!, { pictureUrl: () => '' })
    expect(page).not.toMatch(/<script|<b>/)
  })
})
