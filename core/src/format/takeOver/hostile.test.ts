import { zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { BadFile } from '../badFile.ts'
import { readMovingFile } from './index.ts'

const read = (text: string, file = 'it') => {
  let ids = 0
  return readMovingFile(new TextEncoder().encode(text), file, () => `i${(ids += 1)}`)
}
const svg = (inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10">${inner}</svg>`
const MOVING = '<animate attributeName="x" to="5" dur="1s"/>'
const lottie = (more: object): string =>
  JSON.stringify({ fr: 30, ip: 0, op: 30, w: 10, h: 10, layers: [], ...more })
const layer = (more: object): object => ({
  ty: 4,
  nm: 'A',
  ip: 0,
  op: 30,
  st: 0,
  ks: {},
  shapes: [],
  ...more,
})
const square = {
  ty: 'gr',
  it: [
    { ty: 'rc', p: { a: 0, k: [0, 0] }, s: { a: 0, k: [4, 4] } },
    { ty: 'fl', c: { a: 0, k: [1, 0, 0] }, o: { a: 0, k: 100 } },
  ],
}

describe('files that are meant to harm, or are broken', () => {
  it.each([
    ['an SVG that breaks off', svg(`<rect>${MOVING}`).slice(0, -12)],
    ['an SVG that declares entities', `<!DOCTYPE svg [<!ENTITY a "b">]>${svg(`<rect>${MOVING}</rect>`)}`],
    [
      'an SVG of a hundred thousand px',
      `<svg xmlns="http://www.w3.org/2000/svg" width="100000" height="9"><rect>${MOVING}</rect></svg>`,
    ],
    ['an SVG that shows nothing', svg(`<defs><rect>${MOVING}</rect></defs>`)],
    ['a Lottie that ends before it begins', lottie({ op: -1 })],
    ['a Lottie without a size', lottie({ w: 'wide' })],
    ['a Lottie of an absurd rate', lottie({ fr: 1e9 })],
    ['a Lottie that shows nothing', lottie({ layers: [] })],
    ['a style sheet that plays nothing', '@keyframes a{to{opacity:0}}'],
    ['damaged Web Animations', '{"format":"arrow-bend/web-animations"}'],
  ])('%s is refused with a sentence', (_, text) => {
    expect(() => read(text)).toThrow(BadFile)
    expect(() => read(text)).toThrow(/Nothing was changed\.$/)
  })

  it('a Lottie that lies in itself without end, or deeper than is read, ends', () => {
    const assets = [{ id: 'a', layers: [{ ...layer({ ty: 0 }), refId: 'a' }] }]
    const taken = () =>
      read(lottie({ assets, layers: [{ ...layer({ ty: 0 }), refId: 'a' }, layer({ shapes: [square] })] }))!
    expect(taken().leftOut[0]!.what).toContain('deeper')
    const deep = `${'{"a":'.repeat(400)}1${'}'.repeat(400)}`
    expect(() =>
      read(lottie({ layers: [layer({ shapes: [square] })] }).replace('"fr"', `"x":${deep},"fr"`)),
    ).toThrow(/deeper/)
  })

  it('expressions are told of and never run; pictures beside the file are never fetched', () => {
    const position = {
      a: 1,
      k: [
        { t: 0, s: [0, 0] },
        { t: 30, s: [5, 5] },
      ],
      x: 'while(true){}',
    }
    const taken = read(
      lottie({
        assets: [{ id: 'p', w: 4, h: 4, u: 'http://elsewhere.test/', p: 'a.png' }],
        layers: [layer({ ks: { p: position }, shapes: [square] }), { ...layer({ ty: 2 }), refId: 'p' }],
      }),
    )!
    expect(taken.leftOut.map(({ what }) => what)).toEqual([
      expect.stringContaining('expression'),
      expect.stringContaining('beside the file'),
    ])
    expect(taken.layers).toHaveLength(1)
  })

  it('scripts, links and styles that load are kept out of what is drawn', () => {
    const inner = `<script>alert(1)</script><style>text{fill:url(http://elsewhere.test/a);background:url(http://elsewhere.test/b)}</style><text id="t" onclick="x()">Hi<animate attributeName="opacity" values="0;1" dur="1s"/></text><image href="http://elsewhere.test/c.png" width="5" height="5"/>`
    const taken = read(svg(inner))!
    const drawn = [...taken.pictures.values()].map(({ bytes }) => new TextDecoder().decode(bytes)).join('')
    expect(drawn).not.toMatch(/elsewhere|script|onclick/)
    expect(taken.leftOut.some(({ what }) => what.includes('Scripts'))).toBe(true)
  })

  it('masks that lead to each other in a circle end', () => {
    const taken = read(
      svg(
        `<mask id="a"><rect width="5" height="5" mask="url(#b)"/></mask><mask id="b"><rect width="5" height="5" mask="url(#a)"/></mask><rect width="9" height="9" mask="url(#a)">${MOVING}</rect>`,
      ),
    )!
    expect(taken.layers.length).toBeGreaterThan(0)
  })

  it('variables that stand for each other end', () => {
    const rule = (name: string, of: string): string => `--${name}:var(--${of}) var(--${of});`
    const names = Array.from({ length: 40 }, (_, i) => rule(`v${i}`, `v${i + 1}`)).join('')
    const taken = read(`.a{${names}--v40:1px;width:var(--v0);animation:m 1s}@keyframes m{to{opacity:0}}`)!
    expect(taken.layers).toHaveLength(1)
  })

  it('zips: one cut short is refused, one of something else is none', () => {
    const whole = zipSync({
      'manifest.json': new Uint8Array(4_000).fill(65),
      'animations/a.json': new TextEncoder().encode('{}'),
    })
    expect(() => readMovingFile(new Uint8Array(whole.slice(0, 60)), 'it.lottie', () => 'i')).toThrow(BadFile)
    const other = zipSync({ 'word/document.xml': new Uint8Array(4) })
    expect(readMovingFile(new Uint8Array(other), 'it.zip', () => 'i')).toBeNull()
  })

  it('projects of ours are none of them, however large they are', () => {
    const entries = Object.fromEntries(
      Array.from({ length: 2_100 }, (_, i) => [`assets/${i}`, new Uint8Array(1)]),
    )
    const bend = zipSync({ 'project.json': new Uint8Array(4), ...entries })
    expect(readMovingFile(new Uint8Array(bend), 'it.bend', () => 'i')).toBeNull()
    const large = new Uint8Array(65 * 1024 * 1024)
    large.set(new TextEncoder().encode('{ "format": "arrow-bend/project",'))
    expect(readMovingFile(large, 'project.json', () => 'i')).toBeNull()
    large.fill(32)
    expect(() => readMovingFile(large, 'other.json', () => 'i')).toThrow(/over 64 MB/)
  })

  it.each([
    '',
    'words',
    '{"a":1}',
    '<html><body>Hi</body></html>',
    '.a{color:red}',
    svg('<rect width="4" height="4"/>'),
  ])('%j is no file that moves', (text) => {
    expect(read(text)).toBeNull()
  })
})
