import { mkdtemp, readdir, readFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { XMLValidator } from 'fast-xml-parser'
import { arrowBend, DEMO } from '../test/arrowBend.ts'

const folder = (): Promise<string> => mkdtemp(join(tmpdir(), 'convert-'))

describe('convert', () => {
  it.each([
    ['a.html', [], /^<!doctype html>/],
    ['a.svg', [], /^<svg [^>]*>[^]*@keyframes/],
    [
      'b.svg',
      ['--as', 'svg-smil', '--scale', '0.5'],
      /^<svg [^>]*width="960" height="540"[^]*<animateTransform/,
    ],
    ['a.css', [], /^\/\* Lantern Regatta[^]*prefers-reduced-motion/],
    ['a.csv', ['--fps', '30'], /^frame,seconds,"Left panel position x"/],
    ['a.json', [], /^\{\n "format": "arrow-bend\/numbers"/],
    ['b.json', ['--as', 'webanimations'], /^\{\n "format": "arrow-bend\/web-animations"/],
    ['c.json', ['--as', 'lottie'], /^\{"ver":10000,"nm":"Lantern Regatta: Opening"/],
    ['d.lottie', [], /^PK/],
    ['b.html', ['--as', 'webanimations'], /<script type="module">/],
    ['b.js', ['--as', 'webanimations'], /export default /],
  ])('writes %s, whole and without a word', async (name, options, looks) => {
    const into = await folder()
    const { code, out, err } = await arrowBend('convert', DEMO, join(into, name), ...options)
    expect([code, out, err]).toEqual([0, '', ''])
    const text = await readFile(join(into, name), 'utf8')
    expect(text.slice(0, 3_000_000)).toMatch(looks)
    if (name.endsWith('.svg')) expect(XMLValidator.validate(text)).toBe(true)
    if (name.endsWith('.json')) expect(() => JSON.parse(text) as unknown).not.toThrow()
    expect(await readdir(into)).toEqual([name])
  })

  it('leaves pictures beside a drawing, and its texts as shapes, where that is asked for', async () => {
    const into = await folder()
    const target = join(into, 'my regatta.svg')
    const asked = [DEMO, target, '--texts', 'outlines', '--pictures', 'beside'] as const
    for (let again = 0; again < 2; again += 1)
      expect(await arrowBend('convert', ...asked)).toMatchObject({ code: 0, out: '', err: '' })
    const text = await readFile(target, 'utf8')
    expect(XMLValidator.validate(text)).toBe(true)
    expect(text).not.toMatch(/<text|@font-face|data:image/)
    const named = [...text.matchAll(/href="([^"#]+)"/g)].map(([, path]) => decodeURIComponent(path!))
    expect(named.length).toBeGreaterThan(5)
    for (const path of named) expect(await readFile(join(into, path), 'utf8')).toMatch(/<svg/)
    expect((await readdir(join(into, 'my regatta-pictures'))).length).toBe(new Set(named).size)
  })

  it.each([
    [['x.csv', '--pictures', 'beside'], 'Only pages and SVGs can have their pictures beside them.'],
    [['x.webm', '--pictures', 'beside'], 'Only pages and SVGs can have their pictures beside them.'],
    [['-', '--as', 'html', '--pictures', 'beside'], 'beside a file only'],
    [['x.svg', '--pictures', 'around'], '--pictures takes “inside” or “beside”, not “around”.'],
    [['x.svg', '--texts', 'paths'], '--texts takes “texts” or “outlines”, not “paths”.'],
  ])('refuses %j', async ([out, ...options], sentence) => {
    const into = await folder()
    const target = out === '-' ? out : join(into, out!)
    const found = await arrowBend('convert', DEMO, target, ...options)
    expect(found.code).toBe(2)
    expect(found.err).toContain(sentence)
    expect(await readdir(into)).toEqual([])
  })

  it('reads what others move: a drawing becomes a project, and goes on as any other form', async () => {
    const into = await folder()
    const svg = join(into, 'lamp.svg')
    await writeFile(
      svg,
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 40"><circle id="Lamp" cx="20" cy="20" r="8"><animate attributeName="r" values="8;12;8" dur="2s" repeatCount="indefinite"/><animate attributeName="cx" to="9" begin="click" dur="1s"/></circle></svg>',
    )
    const { code, out } = await arrowBend('convert', svg, join(into, 'lamp.bend'), '--report')
    expect(code).toBe(0)
    expect(out).toMatch(
      /^Left out of .*lamp\.svg:\n {2}<animate> of <circle id="Lamp">: It begins with “click”/,
    )
    expect((await arrowBend('inspect', join(into, 'lamp.bend'))).out).toContain(
      'Lamp, ellipse: size (3 keys)',
    )
    const lottie = await arrowBend('convert', svg, '-', '--as', 'lottie')
    expect(JSON.parse(lottie.out)).toMatchObject({ w: 40, h: 40, fr: 60, op: 120 })
    const again = join(into, 'lamp.json')
    await writeFile(again, lottie.out)
    expect((await arrowBend('inspect', again)).out).toContain('Lamp, ellipse: size (3 keys)')
  })

  it('tells how each move comes through where that is asked for', async () => {
    const { out } = await arrowBend('convert', DEMO, join(await folder(), 'a.svg'), '--report')
    expect(out).toMatch(
      /^Lantern Regatta: Opening as SVG, moved by style rules, \d+ bytes\.\nMoves: \d+ exact, /,
    )
    expect(out).toContain('Left out: sounds.')
    expect(out).toContain('Subtitle / Position: exact\n')
    expect(out).toContain('Boat 2 / Turn: baked (patterns)\n')
  })

  it('takes a stretch: its first frame is the frame it begins at', async () => {
    const rows = async (...options: string[]) => {
      const { out } = await arrowBend('convert', DEMO, '-', '--as', 'csv', ...options)
      return out
        .trimEnd()
        .split('\n')
        .slice(1)
        .map((row) => row.split(',').map(Number))
    }
    const [whole, part] = [await rows(), await rows('--from', '24f', '--to', '30f')]
    expect(part).toHaveLength(6)
    part.forEach((row, i) =>
      row.slice(2).forEach((value, k) => expect(value).toBeCloseTo(whole[24 + i]![k + 2]!, 6)),
    )
  })

  it('writes a project of one stretch that can be read again', async () => {
    const out = join(await folder(), 'part.bend')
    await arrowBend('convert', DEMO, out, '--from', '1s', '--to', '2s')
    const { out: said } = await arrowBend('inspect', out, '--json')
    expect(said).toContain('"name": "Opening"')
  })

  it('converts many into a folder, tells of those that cannot be read, and writes the others', async () => {
    const into = await folder()
    const bad = join(into, 'bad.bend')
    await writeFile(bad, 'no project')
    const { code, err } = await arrowBend('convert', DEMO, bad, into, '--as', 'svg-css')
    expect(code).toBe(2)
    expect(err).toContain('bad.bend: ')
    expect((await readdir(into)).sort()).toEqual(['bad.bend', 'lantern-regatta.svg'])
  })

  it.each([
    [['convert', DEMO], 'convert needs a file to read and one to write: arrow-bend convert IN OUT.'],
    [['convert', DEMO, 'out.xyz'], 'The ending of out.xyz does not say what to write.'],
    [['convert', DEMO, 'o.svg', '--as', 'svgg'], '“svgg” is no form this can write.'],
    [['convert', DEMO, 'o.svg', '--as', 'mov'], '“mov” is no form this can write.'],
    [['convert', DEMO, 'o.svg', '--scene', 'Nowhere'], 'There is no scene called “Nowhere” in this project.'],
    [['convert', DEMO, 'o.svg', '--from', '4s', '--to', '2s'], 'A stretch begins and ends within the scene'],
    [['convert', DEMO, 'o.svg', '--scale=-1'], '--scale takes a number above 0 and up to 100, not “-1”.'],
    [['convert', DEMO, 'o.csv', '--fps', '17.3'], '“17.3” is not a frame rate on offer'],
    [['convert', DEMO, '/nowhere/at/all.svg'], 'its folder is not there. Nothing was written.'],
    [['convert', DEMO, DEMO, '/nowhere', '--as', 'css'], 'there is no folder /nowhere.'],
  ])('refuses %j with a sentence', async (args, sentence) => {
    const { code, out, err } = await arrowBend(...args)
    expect(code).toBe(2)
    expect(out).toBe('')
    expect(err).toContain(sentence)
  })
})
