import fc from 'fast-check'
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { pngBytes } from '../../../test/pngBytes.ts'
import { Refusal } from '../../refusal/index.ts'
import type { ArtGroup, ArtImage } from '../../scene/index.ts'
import { readArt } from './index.ts'

const read = (bytes: Uint8Array, file = 'boat.png') => readArt(new Uint8Array(bytes), file, { svg: 'layers' })
const red = pngBytes([6, 4], [255, 0, 0, 255])

const STACK = `<?xml version="1.0"?>
<image version="0.0.3" w="40" h="30">
  <stack>
    <layer name="Sail" src="data/sail.png" x="10" y="2" opacity="0.5"/>
    <stack name="Hull" x="4" y="20" visibility="hidden">
      <layer name="Plank" src="data/plank.png" x="1" composite-op="svg:multiply"/>
      <layer src="data/plank.png"/>
      <layer name="Lost" src="data/lost.png"/>
    </stack>
  </stack>
</image>`
const ora = (stack = STACK, more: Record<string, Uint8Array> = {}): Uint8Array =>
  zipSync({
    mimetype: [strToU8('image/openraster'), { level: 0 }],
    'stack.xml': strToU8(stack),
    'data/sail.png': red,
    'data/plank.png': pngBytes([20, 8], [90, 60, 20, 255]),
    ...more,
  })

describe('readArt', () => {
  it('reads a picture by its bytes, whatever its name, with its size', () => {
    const art = read(red, 'Harbour at dusk.jpg')
    expect(art).toMatchObject({ name: 'Harbour at dusk', size: [6, 4], notes: [] })
    expect((art.nodes[0] as ArtImage).picture).toMatchObject({ type: 'image/png', size: [6, 4] })
  })

  it('reads the size of a camera held upright the way it is shown (Exif orientation 6)', () => {
    const segment = (marker: number, data: number[]): number[] => [
      0xff,
      marker,
      (data.length + 2) >> 8,
      (data.length + 2) & 255,
      ...data,
    ]
    const exif = [
      ...strToU8('Exif\0\0'),
      ...strToU8('MM'),
      0,
      42,
      0,
      0,
      0,
      8,
      0,
      1,
      0x01,
      0x12,
      0,
      3,
      0,
      0,
      0,
      1,
      0,
      6,
      0,
      0,
      0,
      0,
      0,
      0,
    ]
    const frame = [8, 0, 30, 0, 40, 3, 1, 0x11, 0, 2, 0x11, 0, 3, 0x11, 0]
    const jpeg = Uint8Array.from([
      0xff,
      0xd8,
      ...segment(0xe1, exif),
      ...segment(0xc0, frame),
      0xff,
      0xd9,
      ...new Array<number>(16).fill(0),
    ])
    expect(read(jpeg).size).toEqual([30, 40])
  })

  it.each([
    ['nothing', new Uint8Array(0), /is empty/],
    ['a picture cut off', red.slice(0, 12), /damaged/],
    [
      'a picture that claims 80 megapixels',
      pngBytes([2, 2], [0, 0, 0, 255], [8000, 10_000]),
      /80 megapixels/,
    ],
    ['a picture far too long', pngBytes([2, 2], [0, 0, 0, 255], [100_000, 10]), /100,000 px long/],
    ['words', strToU8('Port Ostrel'), /no picture that can be read/],
    ['a zip of something else', zipSync({ 'note.txt': strToU8('x') }), /no OpenRaster/],
    ['a zip cut off', ora().slice(0, 200), /damaged/],
    ['an OpenRaster without a size', ora('<image><stack/></image>'), /how large/],
    ['an OpenRaster without layers', ora('<image w="4" h="4"><stack/></image>'), /no layers/],
    [
      'an OpenRaster with entities',
      ora('<!DOCTYPE i [<!ENTITY a "b">]><image w="4" h="4"><stack/></image>'),
      /entities/,
    ],
    [
      'an OpenRaster whose layer lies about its size',
      ora(STACK, { 'data/sail.png': pngBytes([2, 2], [0, 0, 0, 255], [9000, 9000]) }),
      /81 megapixels/,
    ],
  ])('refuses %s with a sentence', (_, bytes, sentence) => {
    expect(() => read(bytes)).toThrow(sentence)
    expect(() => read(bytes)).toThrow(/Nothing was changed\.$/)
  })

  it('refuses a zip that would unfold without end, before it does', () => {
    const bomb = ora()
    const view = new DataView(bomb.buffer)
    // The size an entry unfolds to, in the list at the zip's end. Source: PKWARE APPNOTE 4.3.12.
    const entry = Array.from({ length: bomb.length - 4 }, (_, i) => i).find(
      (i) => view.getUint32(i, true) === 0x02014b50,
    )!
    view.setUint32(entry + 24, 0x7fffffff, true)
    expect(() => read(bomb)).toThrow(/unfolds to more/)
  })

  it('answers damaged files of every kind with a sentence, never otherwise', () => {
    const svg = strToU8(
      '<svg viewBox="0 0 9 9"><g id="a"><path d="M0 0C1 1 2 2 3 3Z" transform="rotate(3)"/><text>x</text></g></svg>',
    )
    const whole = [red, ora(), svg]
    const flip = fc.record({
      at: fc.double({ min: 0, max: 0.999, noNaN: true }),
      to: fc.integer({ min: 0, max: 255 }),
    })
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 2 }),
        fc.array(flip, { minLength: 1, maxLength: 6 }),
        (which, flips) => {
          const bytes = whole[which]!.slice()
          for (const { at, to } of flips) bytes[Math.floor(at * bytes.length)] = to
          try {
            read(bytes)
          } catch (caught) {
            expect(caught).toBeInstanceOf(Refusal)
          }
        },
      ),
      { seed: 9, numRuns: 1500 },
    )
  })
})

describe('readArt, OpenRaster', () => {
  const art = read(ora(), 'Boat.ora')

  it('keeps layers with their names, order, places and opacity', () => {
    expect(art).toMatchObject({ name: 'Boat', size: [40, 30] })
    expect(art.nodes.map(({ name, opacity, visible }) => [name, opacity, visible])).toEqual([
      ['Sail', 50, true],
      ['Hull', 100, false],
    ])
    // A sail of 6 by 4 at 10, 2: its middle from the middle of 40 by 30.
    expect(art.nodes[0]!.position).toEqual([13 - 20, 4 - 15])
  })

  it('makes stacks groups, whose layers lie where both say', () => {
    const hull = art.nodes[1] as ArtGroup
    expect(hull.children.map(({ name }) => name)).toEqual(['Plank', 'Layer'])
    const plank = hull.children[0]!
    expect([hull.position[0] + plank.position[0], hull.position[1] + plank.position[1]]).toEqual([
      4 + 1 + 10 - 20,
      20 + 4 - 15,
    ])
  })

  it('says what was left out', () => {
    expect(art.notes.join(' ')).toMatch(/1 of its layers/)
    expect(art.notes.join(' ')).toMatch(/blending/)
  })
})
