import { strFromU8 } from 'fflate'
import { describe, expect, it } from 'vitest'
import {
  outlineBounds,
  type Art,
  type ArtGroup,
  type ArtImage,
  type ArtNode,
  type ArtPath,
} from '../../scene/index.ts'
import { readSvg } from './index.ts'

const open = (inside: string, attributes = 'viewBox="0 0 1200 400" width="1200" height="400"'): Art =>
  readSvg(`<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`, {
    name: 'Trial',
    as: 'layers',
  })
const only = (inside: string, attributes?: string): ArtNode => {
  const { nodes } = open(inside, attributes)
  expect(nodes).toHaveLength(1)
  return nodes[0]!
}
const path = (inside: string, attributes?: string): ArtPath => only(inside, attributes) as ArtPath
/** Where a path lies on the canvas, from its upper left corner. */
const box = ({ outline, position: [x, y] }: ArtPath, [width, height] = [1200, 400]) => {
  const own = outlineBounds(outline)
  return [own.x + x + width! / 2, own.y + y + height! / 2, own.width, own.height].map((part) =>
    Number(part.toFixed(6)),
  )
}
const markup = (node: ArtNode): string => strFromU8((node as ArtImage).picture.bytes)

describe('readSvg, basic shapes', () => {
  // Source: W3C, SVG 2, chapter 10, the examples rect01, rect02, circle01, ellipse01, line01, polyline01, polygon01 (from memory).
  it.each([
    [
      'rect',
      '<rect x="400" y="100" width="400" height="200" fill="yellow" stroke="navy" stroke-width="10"/>',
      [400, 100, 400, 200],
      4,
    ],
    [
      'rect with round corners',
      '<rect x="100" y="100" width="400" height="200" rx="50" fill="green"/>',
      [100, 100, 400, 200],
      8,
    ],
    [
      'circle',
      '<circle cx="600" cy="200" r="100" fill="red" stroke="blue" stroke-width="10"/>',
      [500, 100, 200, 200],
      4,
    ],
    [
      'ellipse',
      '<g transform="translate(300 200)"><ellipse rx="250" ry="100" fill="red"/></g>',
      [50, 100, 500, 200],
      4,
    ],
    [
      'line',
      '<line x1="100" y1="300" x2="300" y2="100" stroke="green" stroke-width="5"/>',
      [100, 100, 200, 200],
      2,
    ],
    [
      'polyline',
      '<polyline fill="none" stroke="blue" stroke-width="10" points="50,375 150,375 150,325 250,325 250,375"/>',
      [50, 325, 200, 50],
      5,
    ],
    [
      'polygon',
      '<polygon fill="lime" points="350,75 379,161 469,161 397,215 423,301 350,250"/>',
      [350, 75, 119, 226],
      6,
    ],
  ] as const)('%s lies where the standard puts it', (_, inside, place, vertices) => {
    const shape = path(inside)
    expect(box(shape)).toEqual([...place])
    expect(shape.outline.vertices).toHaveLength(vertices)
  })

  it('keeps fills, strokes and their opacity', () => {
    const shape = path(
      '<rect width="10" height="10" fill="rgb(255 0 0)" stroke="#00f" stroke-width="3" fill-opacity=".5" opacity="0.25"/>',
    )
    expect(shape).toMatchObject({ fill: '#ff000080', stroke: '#0000ff', strokeWidth: 3, opacity: 25 })
    expect(path('<circle r="9"/>').fill).toBe('#000000')
    expect(path('<circle r="9" fill="none" stroke="red"/>')).toMatchObject({
      fill: '#00000000',
      strokeWidth: 1,
    })
  })

  it('draws nothing for shapes without size, without paint, or not displayed', () => {
    for (const inside of [
      '<rect width="0" height="5"/>',
      '<circle r="-1"/>',
      '<circle r="3" fill="none"/>',
      '<rect width="3" height="3" display="none"/>',
    ])
      expect(() => open(inside)).toThrow(/shows nothing/)
  })

  it('rounds a rectangle by the radius given alone, at most by half', () => {
    const shape = path('<rect width="40" height="20" ry="90"/>')
    expect(box(shape)).toEqual([0, 0, 40, 20])
    // SVG 2, 7.4: rx follows ry and both are clamped: the ends become half ellipses.
    expect(shape.outline.vertices.some(({ at }) => Math.abs(at[0]) < 1e-9)).toBe(true)
  })
})

describe('readSvg, places', () => {
  it('fits the viewBox whole into the middle of the canvas', () => {
    const shape = path('<rect width="100" height="100"/>', 'viewBox="0 0 100 100" width="400" height="200"')
    expect(box(shape, [400, 200])).toEqual([100, 0, 200, 200])
  })

  it.each([
    ['width="10cm" height="5cm"', [377.952756, 188.976378]],
    ['viewBox="0 0 30 60" height="120"', [60, 120]],
    ['viewBox="-5 -5 30 60"', [30, 60]],
    ['', [300, 150]],
  ] as const)('has the size its root says: %s', (attributes, size) => {
    const { size: found } = open('<rect width="3" height="3"/>', attributes)
    expect(found.map((side) => Number(side.toFixed(6)))).toEqual([...size])
  })

  it('keeps how lines end and turn, and their dashes, scaled with them', () => {
    const shape = path(
      '<path transform="scale(2)" d="M0 0H9V9" stroke="red" stroke-linecap="square" stroke-linejoin="bevel" stroke-dasharray="4" stroke-dashoffset="1"/>',
    )
    expect(shape.line).toEqual({ ends: 'square', joins: 'bevel', dash: [8, 8, 2] })
    expect(path('<line x2="9" stroke="red"/>').line).toEqual({
      ends: 'butt',
      joins: 'miter',
      dash: [0, 0, 0],
    })
  })

  it('applies transforms inside out and scales strokes with them', () => {
    const shape = path(
      '<g transform="translate(100,50) scale(2)"><rect transform="rotate(90)" x="10" y="-30" width="20" height="10" stroke="red" stroke-width="3"/></g>',
    )
    expect(box(shape)).toEqual([140, 70, 20, 40])
    expect(shape.strokeWidth).toBeCloseTo(6, 9)
  })

  it('makes groups of groups, named as in the file, about their middle', () => {
    const art = open(
      '<g id="boat" opacity="0.5"><rect id="hull" x="0" y="10" width="40" height="10"/><g><circle cx="20" cy="0" r="5"/><circle cx="30" cy="0" r="5"/></g></g><rect width="9" height="9"><title> The  frame </title></rect>',
    )
    expect(art.nodes.map(({ name }) => name)).toEqual(['The frame', 'boat'])
    const boat = art.nodes[1] as ArtGroup
    expect(boat.opacity).toBe(50)
    expect(boat.children.map(({ name }) => name)).toEqual(['Circle', 'Circle', 'hull'])
    expect(boat.position).toEqual([20 - 600, 7.5 - 200])
  })
})

describe('readSvg, styles', () => {
  it('lets classes win over attributes, ids over classes, and style over all', () => {
    const sheet = '<style>.a{fill:#010101} rect{fill:#020202} #x{fill:#030303}</style>'
    const fill = (attributes: string): string =>
      path(`${sheet}<rect width="5" height="5" ${attributes}/>`).fill
    expect(fill('fill="#999999"')).toBe('#020202')
    expect(fill('class="b a"')).toBe('#010101')
    expect(fill('class="a" id="x"')).toBe('#030303')
    expect(fill('class="a" id="x" style="fill: #040404"')).toBe('#040404')
  })

  it('inherits what is inherited, and knows currentColor', () => {
    const shape = path(
      '<g fill="#0000ff" color="#00ff00" stroke-width="4"><rect width="5" height="5" stroke="currentColor"/></g>',
    )
    expect(shape).toMatchObject({ fill: '#0000ff', stroke: '#00ff00', strokeWidth: 4 })
  })

  it('comes as one picture when its styles are more than it reads', () => {
    const art = open('<style>g > rect { fill: red }</style><g><rect width="5" height="5"/></g>')
    expect(art.nodes.map(({ kind }) => kind)).toEqual(['image'])
    expect(art.notes.join()).toMatch(/one picture/)
  })
})

describe('readSvg, what is more than plain shapes', () => {
  it('makes one area of several outlines that are only filled', () => {
    const ring = path('<path d="M0 0H30V30H0Z M10 10V20H20V10Z"/>')
    expect(ring.outline.closed).toBe(true)
    expect(box(ring)).toEqual([0, 0, 30, 30])
  })

  it('keeps each line of several outlines that are stroked, over their area', () => {
    const both = only('<path d="M0 0H9V9Z M20 0H29V9Z" stroke="red"/>') as ArtGroup
    expect(both.children.map(({ name }) => name)).toEqual(['Line', 'Line', 'Area'])
  })

  it.each([
    [
      'a gradient',
      '<linearGradient id="g"><stop/></linearGradient><rect id="x" width="5" height="5" fill="url(#g)"/>',
      /<defs><linearGradient id="g">/,
    ],
    ['text', '<text id="x" y="20">Lamp &amp; oil</text>', /Lamp &amp; oil/],
    ['dashes', '<line id="x" x2="9" stroke="red" stroke-dasharray="2 1 3"/>', /stroke-dasharray="2 1 3"/],
    [
      'clipping',
      '<clipPath id="c"><circle r="4"/></clipPath><g id="x" clip-path="url(#c)"><rect width="5" height="5"/></g>',
      /<clipPath id="c">/,
    ],
    [
      'a use',
      '<defs><rect id="r" width="5" height="5"/></defs><use id="x" href="#r"/>',
      /<defs><rect id="r"/,
    ],
    [
      'even-odd areas that cross',
      '<path id="x" fill-rule="evenodd" d="M0 0H30V30H0Z M10 10H50V20H10Z"/>',
      /evenodd/,
    ],
    ['a stroke pulled askew', '<circle id="x" r="5" stroke="red" transform="scale(2 1)"/>', /scale\(2 1\)/],
  ])('comes as a picture of its own: %s', (_, inside, holds) => {
    const node = only(inside)
    expect(node.kind).toBe('image')
    expect(node.name).toBe('x')
    expect(markup(node)).toMatch(holds)
    expect((node as ArtImage).picture.size).toEqual([1200, 400])
  })

  it('lets neighbours share a picture, and keeps the order of what lies over what', () => {
    const art = open(
      '<text id="a">1</text><text id="b">2</text><rect width="5" height="5"/><text id="c">3</text>',
    )
    expect(art.nodes.map(({ kind, name }) => `${kind} ${name}`)).toEqual(['image c', 'path Rect', 'image a'])
    expect(markup(art.nodes[2]!)).toMatch(/>1<[^]*>2</)
  })
})

describe('readSvg, hostile files', () => {
  const hostile = (inside: string): string => {
    const art = readSvg(
      `<svg xmlns="http://www.w3.org/2000/svg" onload="steal()">${inside}<rect width="5" height="5"/></svg>`,
      { name: 'x', as: 'picture' },
    )
    expect(art.notes.join()).toMatch(/left out/)
    return markup(art.nodes[0]!)
  }
  it.each([
    ['a script', '<script>steal()</script>'],
    ['a script with a prefix', '<s:script xmlns:s="http://www.w3.org/2000/svg">steal()</s:script>'],
    ['a handler', '<g onclick="steal()"/>'],
    ['a page within', '<foreignObject><p>steal()</p></foreignObject>'],
    ['a picture from elsewhere', '<image href="https://example.invalid/steal.png"/>'],
    [
      'a picture by the old kind of link',
      '<image xlink:href="file:///steal.png" xmlns:xlink="http://www.w3.org/1999/xlink"/>',
    ],
    ['a use of another file', '<use href="steal.svg#a"/>'],
    ['a link that runs', '<a href="javascript:steal()"><rect width="1" height="1"/></a>'],
    ['a style that loads', '<rect width="1" height="1" style="fill:url(https://example.invalid/steal)"/>'],
    ['a sheet that imports', '<style>@import "steal.css";</style>'],
    ['a sheet that loads in other letters', '<style>rect{fill:u\\72l(//steal)}</style>'],
    ['animation', '<animate attributeName="href" values="steal"/>'],
    ['an SVG in a data link', '<image href="data:image/svg+xml;base64,steal"/>'],
  ])('leave out %s and say so', (_, inside) => {
    expect(hostile(inside)).not.toMatch(/steal/)
  })

  it.each([
    ['entities', '<!DOCTYPE svg [<!ENTITY a "aa">]><svg>&a;</svg>', /entities/],
    ['something else', '<html></html>', /no SVG/],
    ['a broken end', '<svg><g></svg>', /not well-formed/],
    [
      'an endless canvas',
      '<svg width="99999999" height="5"><rect width="5" height="5"/></svg>',
      /px wide or high/,
    ],
    ['nothing to see', '<svg width="5" height="5"/>', /shows nothing/],
  ])('are refused with a sentence: %s', (_, text, sentence) => {
    expect(() => readSvg(text, { name: 'x', as: 'layers' })).toThrow(sentence)
  })
})
