import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { blobOf } from '../../test/blobs.ts'
import { growsLessThan } from '../../test/growth.ts'
import { asTicks, TICKS_PER_SECOND } from '../time/index.ts'
import { applyRecipe, addKeys } from '../edit/index.ts'
import { ids, key, layerWith, projectOf, property } from '../../test/trials.ts'
import { Refusal } from '../refusal/index.ts'
import { readArt } from './art/index.ts'
import { readEasing } from './css/index.ts'
import { readPasted } from './pasted/index.ts'
import { readBendFile, readProjectData, readProjectJson } from './project/index.ts'
import { readKeyTable } from './table/index.ts'

const svg = (inside: string, root = 'viewBox="0 0 100 100"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${root}>${inside}</svg>`
const readText = (text: string) => readArt(new Uint8Array(strToU8(text)), 'a.svg', { svg: 'layers' })
const rate = { num: 24, den: 1 }
const table = (text: string) => readKeyTable(text, { kinds: ['number'], rate })

const GROWING: [
  what: string,
  make: (size: number) => string,
  read: (text: string) => unknown,
  size: number,
][] = [
  [
    'a url() without an end and many spaces',
    (n) => svg(`<rect style="fill:url(${' '.repeat(n)}"/>`),
    readText,
    2_000,
  ],
  ['many url()s without an end', (n) => svg(`<rect style="${'fill:url( '.repeat(n)}"/>`), readText, 2_000],
  [
    'a width of many digits',
    (n) => svg('<rect width="9" height="9"/>', `width="${'1'.repeat(n)}!"`),
    readText,
    20_000,
  ],
  ['a shape whose size is many digits', (n) => svg(`<rect width="${'1'.repeat(n)}!"/>`), readText, 20_000],
  ['points of many digits', (n) => svg(`<polyline points="${'1'.repeat(n)}!"/>`), readText, 20_000],
  [
    'many pictures with a large style sheet',
    (n) =>
      svg(
        `<style>${`.a{fill:red}`.repeat(n)}</style>${'<text>x</text><rect width="1" height="1"/>'.repeat(n)}`,
      ),
    readText,
    300,
  ],
  [
    'many rules',
    (n) =>
      svg(`<style>${'.a{fill:red}'.repeat(n)}</style>${'<rect class="a" width="1" height="1"/>'.repeat(n)}`),
    readText,
    300,
  ],
  ['a cell of many digits', (n) => `5\t${'1'.repeat(n)}!`, table, 20_000],
  ['a time of many digits', (n) => `${'1'.repeat(n)}!\t5`, table, 20_000],
  ['many rows', (n) => '1\t2\n'.repeat(n), table, 1_000],
  ['a linear() of many stops', (n) => `linear(0, ${'0.5, '.repeat(n)}1)`, readEasing, 2_000],
  ['brackets without an end', (n) => `steps(${'('.repeat(n)}`, readEasing, 2_000],
  ['a name without an end', (n) => `${'a-'.repeat(n)}(`, readPasted, 20_000],
]

describe('readers of outside text', () => {
  it.each(GROWING)('take time that grows with the input alone: %s', (_what, make, read, size) => {
    expect(growsLessThan(20, make, { work: read, size })).toBe(true)
  })

  it('takes rows of a table in as keys in time that grows with their number', () => {
    const project = projectOf([layerWith('a', { turn: property('turn', [key(0, 0), key(1e4, 1)]) })])
    const ref = { scene: 'scene', layer: 'a', property: 'turn' }
    const make = (count: number) =>
      Array.from({ length: count }, (_, i) => ({ t: asTicks(((i + 1) * TICKS_PER_SECOND) / 24), value: i }))
    const work = (rows: ReturnType<typeof make>) =>
      applyRecipe(project, (draft) => addKeys(draft, ref, rows, ids()))
    expect(growsLessThan(20, make, { work, size: 400 })).toBe(true)
  })
})

const uses = (depth: number, twice: string): string =>
  `<defs><rect id="u0" width="1" height="1"/>${Array.from({ length: depth }, (_, i) => `<g id="u${i + 1}">${`<use href="#u${i}"/>`.repeat(Number(twice))}</g>`).join('')}</defs><use href="#u${depth}"/>`

const BOMBS: [what: string, text: string, sentence: RegExp][] = [
  ['uses of uses, twice each', svg(uses(17, '2')), /over 20,000 parts/],
  ['uses of uses, ten times each', svg(uses(5, '10')), /over 20,000 parts/],
  ['a chain of five thousand uses', svg(uses(5_000, '1')), /too deep/],
  ['a use of itself', svg('<g id="a"><use href="#a"/></g>'), /within itself/],
  [
    'patterns within patterns by their styles',
    svg(
      `<style>${Array.from({ length: 9 }, (_, i) => `.c${i}{fill:url(#p${i})}`).join('')}</style><defs>${Array.from({ length: 8 }, (_, i) => `<pattern id="p${i}">${`<rect class="c${i + 1}" width="1" height="1"/>`.repeat(8)}</pattern>`).join('')}</defs><rect class="c0" width="9" height="9"/>`,
    ),
    /over 20,000 parts/,
  ],
  [
    'patterns by rules that are not read',
    svg('<style>g .c{fill:url(#p)}</style><pattern id="p"><rect/></pattern><g><rect class="c"/></g>'),
    /too involved/,
  ],
]

describe('an SVG that unfolds without end', () => {
  it.each(BOMBS)('is refused before it does: %s', (_what, text, sentence) => {
    expect(() => readText(text)).toThrow(sentence)
    expect(() => readText(text)).toThrow(Refusal)
  })

  it('is refused in a project file, too', async () => {
    const bytes = new Uint8Array(strToU8(svg(uses(17, '2'))))
    const sha256 = 'a'.repeat(64)
    const asset = { id: 'a', name: 'Moon', type: 'image/svg+xml', sha256, size: [4, 4] as const }
    const project = { ...projectOf([]), assets: [asset] }
    const file = zipSync({
      'project.json': strToU8(JSON.stringify(project)),
      [`assets/${sha256}.svg`]: bytes,
    })
    await expect(readBendFile(blobOf(file), () => Promise.resolve(sha256))).rejects.toThrow(
      /over 20,000 parts/,
    )
  })
})

describe('a zip that unfolds without end', () => {
  it('is refused before it does', async () => {
    const file = zipSync({ 'project.json': new Uint8Array(40 * 1024 * 1024) })
    await expect(readBendFile(blobOf(file), () => Promise.resolve(''))).rejects.toThrow(/unfolds to more/)
  })

  it('is refused where it names one stretch of itself over and over', async () => {
    const bytes = zipSync(
      { 'project.json': new Uint8Array(900), 'assets/a': new Uint8Array(900) },
      { level: 0 },
    )
    const view = new DataView(bytes.buffer)
    for (let at = 0; at < bytes.length - 46; at += 1) {
      if (view.getUint32(at, true) !== 0x02014b50) continue
      // Both as large as the file, packed and unpacked.
      for (const size of [20, 24]) view.setUint32(at + size, bytes.length - 200, true)
    }
    await expect(readBendFile(blobOf(bytes), () => Promise.resolve(''))).rejects.toThrow(/unfolds to more/)
  })
})

describe('words that mean something to the program', () => {
  const WORDS = ['constructor', '__proto__', 'toString', 'hasOwnProperty', 'valueOf']

  it.each(WORDS)('are read as the words they are: %s', (word) => {
    for (const text of [
      word,
      `${word}()`,
      `${word}(1)`,
      `steps(3, ${word})`,
      `${word}:2/in`,
      `{"kind":"${word}"}`,
    ])
      expect(() => readEasing(text), text).toThrow(Refusal)
    expect(() => table(`${word}\t${word}\n1\t2`)).toThrow(Refusal)
    expect(() => readPasted(`${word} ${word}`)).toThrow(Refusal)
    expect(() => readText(svg(`<${word} x="1"/>`))).toThrow(Refusal)
    expect(
      readText(
        svg(
          `<rect width="9${word}" height="9" stroke-width="1${word}" fill="${word}"/><rect width="1" height="1"/>`,
        ),
      ).nodes,
    ).toHaveLength(1)
  })
})

const PROJECTS: [what: string, data: unknown][] = [
  ['nothing', null],
  ['a version that is an object', { format: 'arrow-bend/project', version: { toString: 1 } }],
  ['a version that throws', { format: 'arrow-bend/project', version: { toString: null, valueOf: null } }],
  ['a points bend without points', withBend({ kind: 'points', nodes: [] })],
  ['a points bend of one point', withBend({ kind: 'points', nodes: [{ at: [0, 0] }] })],
  ['a points bend of nothing', withBend({ kind: 'points' })],
  ['a bend without a kind', withBend({})],
  [
    'a colour that breaks off',
    { ...projectOf([]), scenes: [{ ...projectOf([]).scenes[0]!, background: 'color(' }] },
  ],
]

function withBend(bend: unknown): unknown {
  return { ...projectOf([]), bends: [{ id: 'b', name: 'B', bend }] }
}

describe('data that is no project', () => {
  it.each(PROJECTS)('is refused with a sentence: %s', (_what, data) => {
    expect(() => readProjectData(data)).toThrow(Refusal)
  })

  it('is refused, too, when it is a hundred thousand lists in one another', () => {
    const deep = '['.repeat(100_000) + ']'.repeat(100_000)
    expect(() => readProjectJson(`{"format":"arrow-bend/project","version":${deep}}`)).toThrow(Refusal)
    expect(() =>
      readProjectJson(JSON.stringify(projectOf([])).replace('"bends":[]', `"bends":${deep}`)),
    ).toThrow(Refusal)
    expect(() => readEasing(`{"kind":"points","nodes":${deep}}`)).toThrow(Refusal)
  })
})

describe('what a bend may hold', () => {
  it.each([
    'steps(500)',
    'cubic-bezier(.1, 2e9, .2, 1)',
    `linear(${Array.from({ length: 501 }, (_, i) => i / 500).join(', ')})`,
    'linear(0, 1e400, 1)',
    'power:1e9',
  ])('is held where its text is read: %s', (text) => {
    expect(() => readEasing(text)).toThrow(Refusal)
  })
})
