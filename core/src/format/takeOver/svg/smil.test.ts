import { describe, expect, it } from 'vitest'
import type { Key, Property } from '../../../property/index.ts'
import { secondsOfTicks } from '../../../time/index.ts'
import { clockSeconds } from './smilClock.ts'
import { readMovingSvg } from './readMovingSvg.ts'

const taken = (inner: string) => {
  let ids = 0
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${inner}</svg>`
  return readMovingSvg(svg, { name: 'It', makeId: () => `i${(ids += 1)}` })!
}
const propertyOf = (inner: string, name: string): Property => taken(inner).layers[0]!.properties[name]!
const timesOf = ({ keys }: Property): number[] =>
  keys.map(({ t }: Key) => Number(secondsOfTicks(t).toFixed(6)))
const bar = (animation: string): string => `<rect id="Bar" width="10" height="4" x="5">${animation}</rect>`

describe('clock values', () => {
  // Source: W3C, SMIL 3.0, 5.4.4, the examples there and their kind.
  it.each([
    ['02:30:03', 9003],
    ['50:00:10.25', 180010.25],
    ['02:33', 153],
    ['00:10.5', 10.5],
    ['3.2h', 11520],
    ['45min', 2700],
    ['30s', 30],
    ['5ms', 0.005],
    ['12.467', 12.467],
    ['-0.5s', -0.5],
  ])('%s is %d s', (text, seconds) => {
    expect(clockSeconds(text)).toBeCloseTo(seconds, 9)
  })
  it.each(['', 'soon', 'click', '1:2:3', 'indefinite'])('%j is none', (text) => {
    expect(clockSeconds(text)).toBeNull()
  })
})

describe('animation elements', () => {
  it('become a loop of one round where they repeat for ever', () => {
    const position = propertyOf(
      bar('<animate attributeName="x" values="5;50;5" dur="2s" repeatCount="indefinite"/>'),
      'position',
    )
    expect(timesOf(position)).toEqual([0, 1, 2])
    expect(position.keys.map(({ value }) => value)).toEqual([
      [10, 2],
      [55, 2],
      [10, 2],
    ])
    expect(position.after).toBe('loop')
  })

  it('keep their splines as handles', () => {
    const size = propertyOf(
      bar(
        '<animate attributeName="width" values="10;80" calcMode="spline" keySplines="0.4 0 0.2 1" dur="1s" repeatCount="indefinite"/>',
      ),
      'size',
    )
    expect(size.keys[0]!.bend).toEqual({
      kind: 'handles',
      leave: { reach: 0.4, rise: 0 },
      arrive: { reach: 0.8, rise: 0 },
    })
  })

  it('are written out where they end, and fall back to what holds without them', () => {
    const position = propertyOf(
      bar(
        '<animate attributeName="x" from="5" to="50" begin="0.5s" dur="1s"/><animate attributeName="opacity" values="0;1" dur="3s"/>',
      ),
      'position',
    )
    expect(timesOf(position)).toEqual([0.5, 1.5, 1.5])
    expect(position.keys.map(({ value }) => value)).toEqual([
      [10, 2],
      [55, 2],
      [10, 2],
    ])
    expect(position.after).toBeUndefined()
  })

  it('that begin when somebody clicks are told and left out', () => {
    const { leftOut, layers } = taken(
      bar(
        '<animate attributeName="x" to="50" begin="click" dur="1s"/><animate attributeName="y" to="50" dur="1s"/>',
      ),
    )
    expect(leftOut).toEqual([
      expect.objectContaining({
        what: expect.stringContaining('click') as string,
        where: '<animate> of <rect id="Bar">',
      }),
    ])
    expect(layers[0]!.properties['position']!.keys.length).toBeGreaterThan(0)
  })

  it('none of which comes by itself make no file that moves', () => {
    expect(taken(bar('<animate attributeName="x" to="50" begin="click" dur="1s"/>'))).toBeNull()
    expect(
      taken(
        '<style>rect:hover{animation:a 1s}@keyframes a{to{opacity:0}}</style><rect width="4" height="4"/>',
      ),
    ).toBeNull()
  })

  it('that begin by each other in a circle end', () => {
    const { leftOut } = taken(
      bar(
        '<animate id="a" attributeName="x" to="50" begin="b.end" dur="1s"/><animate id="b" attributeName="y" to="50" begin="a.end" dur="1s"/><set attributeName="fill" to="red" begin="1s"/>',
      ),
    )
    expect(leftOut).toHaveLength(2)
  })

  it.each([
    ['no length', '<animate attributeName="x" to="50"/>'],
    ['no values', '<animate attributeName="x" dur="1s"/>'],
    ['keyTimes', '<animate attributeName="x" values="1;2;3" keyTimes="0;1" dur="1s"/>'],
    [
      'keySplines',
      '<animate attributeName="x" values="1;2;3" calcMode="spline" keySplines="0 0 1 1" dur="1s"/>',
    ],
    ['path', '<animateMotion dur="1s"/>'],
  ])('say what they lack: %s', (what, animation) => {
    const { leftOut } = taken(bar(`${animation}<animate attributeName="opacity" values="0;1" dur="1s"/>`))
    expect(leftOut).toHaveLength(1)
    expect(leftOut[0]!.what).toContain(what)
  })

  it('along a path become a route with waypoints at its corners', () => {
    const position = propertyOf(
      '<circle r="4"><animateMotion path="M0 0C10 0 20 10 20 20L60 20" dur="2s" repeatCount="indefinite"/></circle>',
      'position',
    )
    expect(position.keys).toHaveLength(3)
    expect(position.keys[1]).toMatchObject({ timeless: true, value: [20, 20] })
    expect(position.keys[0]!.route!.leave).toEqual([10, 0])
  })

  it('turn a shape about the point they name by its pivot', () => {
    const { layers } = taken(
      '<rect x="10" y="10" width="20" height="4"><animateTransform attributeName="transform" type="rotate" from="0 10 12" to="360 10 12" dur="1s" repeatCount="indefinite"/></rect>',
    )
    expect(layers).toHaveLength(1)
    expect(layers[0]!.properties['position']!.value).toEqual([10, 12])
    expect(layers[0]!.properties['pivot']!.value).toEqual([-10, 0])
    expect(layers[0]!.properties['turn']!.keys.map(({ value }) => value)).toEqual([0, 360])
  })
})
