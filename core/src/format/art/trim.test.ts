import { decode, encode } from 'fast-png'
import fc from 'fast-check'
import { strFromU8 } from 'fflate'
import { describe, expect, it } from 'vitest'
import { pngBytes } from '../../../test/pngBytes.ts'
import type { ArtGroup, ArtImage, ArtPicture } from '../../scene/index.ts'
import { readArt, trimArt, trimPng, trimSvgPicture } from './index.ts'

const picture = (bytes: Uint8Array, size: readonly [number, number]): ArtPicture => ({
  name: 'Lamp',
  type: 'image/png',
  bytes: new Uint8Array(bytes),
  size,
})

describe('the empty margins of a PNG', () => {
  const side = fc.integer({ min: 1, max: 24 })
  const some = fc.record({
    width: side,
    height: side,
    depth: fc.constantFrom(8 as const, 16 as const),
    channels: fc.constantFrom(2, 4),
    dots: fc.array(fc.record({ x: fc.nat(23), y: fc.nat(23), value: fc.integer({ min: 1, max: 255 }) }), {
      maxLength: 6,
    }),
  })
  it('are cut off, and every pixel that shows stays what and where it was', () => {
    fc.assert(
      fc.property(some, ({ width, height, depth, channels, dots }) => {
        const data = new (depth === 16 ? Uint16Array : Uint8Array)(width * height * channels)
        for (const { x, y, value } of dots)
          data.fill(
            value,
            ((y % height) * width + (x % width)) * channels,
            ((y % height) * width + (x % width) + 1) * channels,
          )
        const whole = picture(encode({ width, height, depth, channels, data }), [width, height])
        const left = trimPng(whole)
        const columns = dots.map(({ x }) => x % width)
        const rows = dots.map(({ y }) => y % height)
        const box = [
          Math.max(...columns) - Math.min(...columns) + 1,
          Math.max(...rows) - Math.min(...rows) + 1,
        ]
        if (dots.length === 0 || (box[0] === width && box[1] === height)) {
          expect(left).toBeNull()
          return
        }
        expect(left!.picture.size).toEqual(box)
        const cut = decode(left!.picture.bytes)
        expect([cut.width, cut.height, cut.depth, cut.channels]).toEqual([...box, depth, channels])
        // From the middle of the whole to the corner of what is left.
        const fromX = left!.shift[0] + width / 2 - box[0]! / 2
        const fromY = left!.shift[1] + height / 2 - box[1]! / 2
        for (let y = 0; y < height; y++)
          for (let x = 0; x < width; x++)
            for (let channel = 0; channel < channels; channel++) {
              const [inX, inY] = [x - fromX, y - fromY]
              const inside = inX >= 0 && inY >= 0 && inX < box[0]! && inY < box[1]!
              const now = inside ? cut.data[(inY * box[0]! + inX) * channels + channel] : 0
              expect(now).toBe(data[(y * width + x) * channels + channel])
            }
      }),
      { numRuns: 200, seed: 5 },
    )
  })

  it('are left where there is nothing to cut, and where more than pixels would be lost', () => {
    expect(trimPng(picture(pngBytes([6, 4], [255, 0, 0, 255]), [6, 4]))).toBeNull()
    expect(trimPng(picture(pngBytes([6, 4], [0, 0, 0, 0]), [6, 4]))).toBeNull()
    const data = new Uint8Array(4 * 4 * 4)
    data.fill(255, 20, 24)
    const bytes = encode({ width: 4, height: 4, channels: 4, data })
    expect(trimPng(picture(bytes, [4, 4]))?.picture.size).toEqual([1, 1])
    // A gamma of its own, right after the header. Source: W3C, PNG 3, 11.3.2.2 (its check sum is not looked at here).
    const gamma = [0, 0, 0, 4, 0x67, 0x41, 0x4d, 0x41, 0, 0, 0xb1, 0x8f, 0, 0, 0, 0]
    const own = new Uint8Array([...bytes.subarray(0, 33), ...gamma, ...bytes.subarray(33)])
    expect(trimPng(picture(own, [4, 4]))).toBeNull()
    expect(trimPng(picture(bytes.subarray(0, 50), [4, 4]))).toBeNull()
  })
})

describe('the empty margins of drawings', () => {
  const TEXTS = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="200">
    <g id="signs"><text id="pier" x="20" y="40">Pier</text><rect x="300" y="150" width="80" height="40"/></g></svg>`
  const read = () => readArt(new Uint8Array(new TextEncoder().encode(TEXTS)), 'Signs.svg', { svg: 'layers' })

  it('are cut off by a box, and groups stand about the middle of what is drawn', () => {
    const art = read()
    const signs = art.nodes[0] as ArtGroup
    const text = signs.children.find((node): node is ArtImage => node.kind === 'image')!
    expect(text.picture.size).toEqual([400, 200])
    const left = trimSvgPicture(text.picture, { x: 20, y: 20, width: 40, height: 30 })!
    expect(left.shift).toEqual([-160, -65])
    expect(strFromU8(left.picture.bytes)).toMatch(
      /^<svg xmlns="[^"]+" width="40" height="30" viewBox="20 20 40 30">/,
    )
    const trimmed = trimArt(art, new Map([[text.picture, left]])).nodes[0] as ArtGroup
    // From x 20 to 380 and y 20 to 190 of the canvas, about its middle.
    expect(trimmed.position).toEqual([0, 5])
    const now = trimmed.children.find((node): node is ArtImage => node.kind === 'image')!
    expect(now.position).toEqual([-160, -70])
    expect(trimArt(art, new Map())).toBe(art)
  })

  it('are left where the box is all of it, or nothing, or the file is another’s', () => {
    const [group] = read().nodes as ArtGroup[]
    const { picture: whole } = group!.children.find((node): node is ArtImage => node.kind === 'image')!
    expect(trimSvgPicture(whole, { x: 0, y: 0, width: 400, height: 200 })).toBeNull()
    expect(trimSvgPicture(whole, { x: 9, y: 9, width: 0, height: 0 })).toBeNull()
    const foreign = { ...whole, bytes: new Uint8Array(new TextEncoder().encode('<svg/>')) }
    expect(trimSvgPicture(foreign, { x: 0, y: 0, width: 9, height: 9 })).toBeNull()
  })
})
