import { describe, expect, it } from 'vitest'
import { compileScene, sampleSceneInto, type Scene } from '../../../scene/index.ts'
import { ticksOfSeconds } from '../../../time/index.ts'
import { readMovingSvg } from './readMovingSvg.ts'

const taken = (inner: string) => {
  let ids = 0
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 400 300" width="400" height="300">${inner}</svg>`
  return readMovingSvg(svg, { name: 'It', makeId: () => `i${(ids += 1)}` })!
}
/** Where the middles of all that is drawn are, and how it is turned, at a moment. */
const placesAt = (inner: string, seconds: number): (readonly number[])[] => {
  const read = taken(inner)
  const scene: Scene = { ...read, id: 's', background: '#000000', markers: [], playRange: null }
  return sampleSceneInto(compileScene(scene, []), ticksOfSeconds(seconds)).map(({ matrix }) =>
    [...matrix].map((part) => Number(part.toFixed(4))),
  )
}

const spin =
  '<animateTransform attributeName="transform" type="rotate" from="0" to="360" dur="2s" repeatCount="indefinite"/>'
const wheel = `<g id="wheel"><rect x="-20" y="-5" width="40" height="10" fill="#c8401a"/>${spin}</g>`
const MOMENTS = [0, 0.3, 1.1, 1.9]

describe('what a `use` shows', () => {
  // Source: W3C, SVG 2, 5.6: as a group with the use's attributes, moved by its x and y, with a copy in it.
  it.each([
    [
      'is a copy moved by x and y, within its own transform',
      `<defs>${wheel}</defs><use href="#wheel" x="30" y="40" transform="scale(2)"/>`,
      `<g transform="scale(2)"><g transform="translate(30 40)">${wheel}</g></g>`,
    ],
    [
      'is there as often as it is used, and where it stands itself',
      `${wheel}<use xlink:href="#wheel" x="100"/><use href="#wheel" y="100"/>`,
      `${wheel}<g transform="translate(100 0)">${wheel}</g><g transform="translate(0 100)">${wheel}</g>`,
    ],
    [
      'may use others',
      `<defs>${wheel}<g id="cart"><use href="#wheel" x="-30"/><use href="#wheel" x="30"/></g></defs><use href="#cart" x="200" y="90"/>`,
      `<g transform="translate(200 90)"><g transform="translate(-30 0)">${wheel}</g><g transform="translate(30 0)">${wheel}</g></g>`,
    ],
    [
      'is a symbol as large as it is asked for, its box in the middle',
      `<symbol id="sign" viewBox="-50 -50 100 100">${wheel}</symbol><use href="#sign" x="10" y="20" width="200" height="100"/>`,
      `<g transform="translate(110 70)">${wheel}</g>`,
    ],
    [
      'moves by animation elements that are sent to it from elsewhere',
      `<defs><rect id="bar" x="-20" y="-5" width="40" height="10" fill="#c8401a"/></defs>${spin.replace('<animateTransform', '<animateTransform href="#bar"')}<use href="#bar" x="80" y="50"/>`,
      `<g transform="translate(80 50)"><rect x="-20" y="-5" width="40" height="10" fill="#c8401a">${spin}</rect></g>`,
    ],
    [
      'goes where its x and y go',
      `<defs>${wheel}</defs><use href="#wheel" x="30" y="40"><animate attributeName="x" values="30;90;30" dur="2s" repeatCount="indefinite"/></use>`,
      `<g transform="translate(30 40)"><g>${wheel}<animateTransform attributeName="transform" type="translate" values="0 0;60 0;0 0" dur="2s" repeatCount="indefinite"/></g></g>`,
    ],
    [
      'moves by style',
      `<style>@keyframes go{to{transform:translateX(90px)}}.go{animation:go 2s linear infinite}</style><defs><rect id="bar" class="go" width="40" height="10" fill="#c8401a"/></defs><use href="#bar" y="50"/>`,
      `<style>@keyframes go{to{transform:translateX(90px)}}.go{animation:go 2s linear infinite}</style><g transform="translate(0 50)"><rect class="go" width="40" height="10" fill="#c8401a"/></g>`,
    ],
  ])('%s', (_, used, written) => {
    expect(taken(used).leftOut).toEqual([])
    for (const moment of MOMENTS) expect(placesAt(used, moment)).toEqual(placesAt(written, moment))
  })

  it('takes its colours from the use', () => {
    const bar = '<defs><g id="bar"><rect width="40" height="10"/>' + spin + '</g></defs>'
    const { layers } = taken(`${bar}<use href="#bar" fill="#12ab34"/>`)
    expect(layers.find(({ kind }) => kind === 'rectangle')!.properties['fill']!.value).toBe('#12ab34')
  })

  it('stays a picture where nothing in it moves, or it is fitted otherwise', () => {
    const still = `<defs><rect id="bar" width="40" height="10"/></defs><use href="#bar"/>${wheel}`
    expect(taken(still).layers.map(({ kind }) => kind)).toContain('image')
    const sliced = `<symbol id="sign" viewBox="0 0 10 10" preserveAspectRatio="xMidYMid slice">${wheel}</symbol><use href="#sign" width="90" height="30"/>`
    expect(taken(sliced + wheel).leftOut).not.toEqual([])
  })

  it('is refused with a sentence where it would be too much, and does not go round in circles', () => {
    const chain = Array.from(
      { length: 30 },
      (_, i) => `<g id="g${i + 1}"><use href="#g${i}"/><use href="#g${i}"/></g>`,
    ).join('')
    expect(() => taken(`<defs><g id="g0">${wheel}</g>${chain}</defs><use href="#g30"/>`)).toThrow(
      /parts more/,
    )
    const long = Array.from({ length: 5000 }, (_, i) => `<g id="g${i + 1}"><use href="#g${i}"/></g>`).join('')
    expect(() => taken(`<defs><g id="g0">${wheel}</g>${long}</defs><use href="#g5000"/>`)).toThrow(/too deep/)
    const circle = `<defs><g id="a">${wheel}<use href="#b"/></g><g id="b"><use href="#a"/></g></defs><use href="#a"/>`
    expect(() => taken(circle)).not.toThrow(RangeError)
  })
})
