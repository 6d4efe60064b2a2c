import { describe, expect, it } from 'vitest'
import { readMovingSvg } from './readMovingSvg.ts'

const taken = (defs: string, shape: string) => {
  let ids = 0
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 300" width="400" height="300"><defs>${defs}</defs>${shape}</svg>`
  return readMovingSvg(svg, { name: 'It', makeId: () => `i${(ids += 1)}` })!
}
const STOPS = '<stop offset="0" stop-color="#ff0000"/><stop offset="1" stop-color="#0000ff"/>'
const SLIDE =
  '<animateTransform attributeName="transform" type="translate" values="0 0;9 0;0 0" dur="2s" repeatCount="indefinite"/>'
const GROW = '<animate attributeName="width" values="100;50;100" dur="2s" repeatCount="indefinite"/>'
const bar = (inner = SLIDE, more = '') =>
  `<rect x="50" y="100" width="100" height="50" fill="url(#g)"${more}>${inner}</rect>`
const linear = (attributes: string, stops = STOPS) =>
  `<linearGradient id="g" ${attributes}>${stops}</linearGradient>`
const radial = (attributes: string) => `<radialGradient id="g" ${attributes}>${STOPS}</radialGradient>`

describe('a gradient that fills a shape', () => {
  // Source: W3C, SVG 2, 14.2: shares of the box as they are, px of the drawing as shares of it.
  it.each([
    ['along the box where nothing is said', linear(''), [0, 0], [100, 0]],
    ['down the box', linear('x2="0" y2="100%"'), [0, 0], [0, 100]],
    [
      'in px of the drawing',
      linear('gradientUnits="userSpaceOnUse" x1="50" x2="100" y1="100" y2="150"'),
      [0, 0],
      [50, 100],
    ],
    [
      'placed by a transform',
      linear('gradientUnits="userSpaceOnUse" x1="0" x2="50" gradientTransform="translate(50 125)"'),
      [0, 50],
      [50, 50],
    ],
    // Its stripes go from corner to corner: what stands across them in px is another line.
    ['from corner to corner', linear('x2="1" y2="1"'), [0, 0], [40, 160]],
    [
      'of two rings in px',
      radial('gradientUnits="userSpaceOnUse" cx="100" cy="125" r="25"'),
      [50, 50],
      [75, 50],
    ],
  ])('lies %s', (_, defs, start, end) => {
    const { layers, leftOut } = taken(defs, bar())
    expect(leftOut).toEqual([])
    const { properties } = layers[0]!
    for (const [name, wanted] of [
      ['gradient start', start],
      ['gradient end', end],
    ] as const)
      (properties[name]!.value as readonly [number, number]).forEach((part, i) =>
        expect(part).toBeCloseTo(wanted[i]!, 9),
      )
    expect(properties['stop 2 colour']!.value).toBe('#0000ff')
  })

  it('takes what it does not say from another, and stops no earlier than the one before', () => {
    const uneven =
      '<stop offset="0.5" stop-color="#ff0000"/><stop offset="0.2" stop-color="#00ff00" stop-opacity="0.5"/>'
    const { layers } = taken(
      `<linearGradient id="base" x2="0" y2="1">${uneven}</linearGradient>${linear('href="#base"', '')}`,
      bar(SLIDE, ' fill-opacity="0.5"'),
    )
    const value = (name: string) => layers[0]!.properties[name]!.value
    expect([value('stop 1 offset'), value('stop 2 offset')]).toEqual([50, 50])
    expect([value('stop 1 colour'), value('stop 2 colour')]).toEqual(['#ff000080', '#00ff0040'])
    expect(value('gradient end')).toEqual([0, 100])
  })

  it.each([
    ['repeats', linear('spreadMethod="reflect"'), bar()],
    ['has rings that are no circles', radial(''), bar()],
    [
      'has its light beside its middle',
      radial('gradientUnits="userSpaceOnUse" cx="9" cy="9" r="9" fx="2"'),
      bar(),
    ],
    ['has no stops', linear('', ''), bar()],
    ['takes all it has from itself', linear('href="#g"', ''), bar()],
    ['is none at all', '', bar()],
  ])('stays in a picture where it %s', (_, defs, shape) => {
    const { layers } = taken(defs, shape)
    expect(layers.map(({ kind }) => kind)).toEqual(['image'])
  })

  it.each([
    [
      'what it fills grows where it stays',
      linear('gradientUnits="userSpaceOnUse" x2="100"'),
      bar(GROW),
      /width/,
    ],
    [
      'it repeats, and moves',
      linear(
        'spreadMethod="repeat"',
        `${STOPS}<animate attributeName="x1" values="0;0.5;0" dur="2s" repeatCount="indefinite"/>`,
      ),
      bar(),
      /x1 of its gradient/,
    ],
    [
      'it is seen through a filter',
      linear('') + '<filter id="b"><feGaussianBlur stdDeviation="4"/></filter>',
      bar(GROW, ' filter="url(#b)"'),
      /width .* filter/,
    ],
  ])('is told of as left out where %s', (_, defs, shape, words) => {
    const { leftOut } = taken(defs, shape)
    expect(leftOut.map(({ what }) => what).join(' ')).toMatch(words)
  })
})
