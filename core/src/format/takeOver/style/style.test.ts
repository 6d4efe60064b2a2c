import { describe, expect, it } from 'vitest'
import { readXml } from '../../xml/index.ts'
import { standIns } from '../sheet/standIns.ts'
import { Cascade, childElements } from './cascade.ts'
import { degreesOf, lengthOf, secondsOf } from './lengths.ts'
import { partsOf, readStyles } from './readStyles.ts'
import { putIn } from './variables.ts'

const computed = (sheet: string, markup: string) => {
  const root = readXml(`<svg>${markup}</svg>`, 'It')
  const cascade = new Cascade(root, readStyles([sheet]))
  return childElements(root).map((element) => cascade.of(element))
}

describe('the cascade', () => {
  // Source: W3C, Cascading 4 and Selectors 4: the order of origin, weight and place.
  it.each([
    ['an attribute gives way to any rule', 'rect{fill:red}', '<rect fill="blue"/>', 'red'],
    ['a class outweighs a name', '.a{fill:red}rect{fill:blue}', '<rect class="a"/>', 'red'],
    ['an id outweighs classes', '#x{fill:red}.a.b{fill:blue}', '<rect id="x" class="a b"/>', 'red'],
    ['the later of two alike holds', '.a{fill:blue}.a{fill:red}', '<rect class="a"/>', 'red'],
    ['a style attribute outweighs rules', '#x{fill:blue}', '<rect id="x" style="fill:red"/>', 'red'],
    [
      'what is important outweighs all',
      '.a{fill:red!important}',
      '<rect class="a" style="fill:blue"/>',
      'red',
    ],
    ['children are counted', 'rect:nth-child(2n+1){fill:red}', '<rect/>', 'red'],
    ['where() weighs nothing', ':where(#x){fill:blue}rect{fill:red}', '<rect id="x"/>', 'red'],
    ['a list is several rules', 'circle, rect{fill:red}', '<rect/>', 'red'],
    [
      'media of other readers are passed over',
      '@media print{rect{fill:blue}}@media (min-width:1px){rect{fill:red}}',
      '<rect/>',
      'red',
    ],
    [
      'variables are put in, also with what stands for none',
      ':root{--a:red}rect{fill:var(--b,var(--a))}',
      '<rect/>',
      'red',
    ],
    ['what cannot be read is passed over', 'rect::{}{fill:blue}rect{fill:red}', '<rect/>', 'red'],
  ])('%s', (_, sheet, markup, fill) => {
    expect(computed(sheet, markup)[0]!['fill']).toBe(fill)
  })

  it('hands down what is inherited, and only that', () => {
    const root = readXml('<svg><g fill="red" opacity="0.5"><rect/><rect fill="initial"/></g></svg>', 'It')
    const cascade = new Cascade(root, readStyles([]))
    const [one, other] = childElements(childElements(root)[0]!).map((element) => cascade.of(element))
    expect(one).toEqual({ fill: 'red' })
    expect(other).toEqual({})
  })

  it('takes transforms of style sheets only with their units', () => {
    const of = (value: string) => computed(`rect{transform:${value}}`, '<rect/>')[0]!['transform']
    for (const fine of [
      'translate(4px, 0)',
      'rotate(0)',
      'scale(2)',
      'rotate(45deg) translateX(10%)',
      'translate(calc(1px + 2px))',
    ])
      expect(of(fine)).toBe(fine)
    for (const void_ of ['translate(4, 5)', 'rotate(45)', 'translateX(3)']) expect(of(void_)).toBeUndefined()
  })

  it('of keyframes the last of a name holds, one with a maker’s prefix only where there is no other', () => {
    const { keyframes } = readStyles([
      '@keyframes a{to{opacity:0}}@-webkit-keyframes a{to{opacity:1}}@keyframes a{0%,50%{opacity:.5}}@-webkit-keyframes b{to{opacity:1}}',
    ])
    expect(keyframes.get('a')).toEqual([
      { shares: [0, 0.5], declarations: [{ property: 'opacity', value: '.5', important: false }] },
    ])
    expect(keyframes.has('b')).toBe(true)
  })
})

describe('values', () => {
  it.each([
    ['calc(10px + 2 * 4px)', 18],
    ['calc((100% - 20px) / 4)', 20],
    ['calc(970px*1)', 970],
    ['-50%', -50],
    ['2em', 32],
  ])('%s of 100 px is %d px', (text, px) => {
    expect(lengthOf(text, 100)).toBeCloseTo(px, 9)
  })
  it.each(['calc(1px', 'calc(1 +)', 'wide', '4 5', 'calc(1px / 0)'])('%s is no length', (text) => {
    expect(lengthOf(text, 100)).toBeNull()
  })
  it('angles and times have their units', () => {
    expect(['0.5turn', '200grad', '90', `${Math.PI}rad`].map(degreesOf)).toEqual([180, 180, 90, 180])
    expect(['0.25s', '250ms', '4'].map(secondsOf)).toEqual([0.25, 0.25, null])
  })
  it('lists are split outside of brackets', () => {
    expect(partsOf('a 1s cubic-bezier(0, 0, 1, 1), b "x,y"')).toEqual([
      'a 1s cubic-bezier(0, 0, 1, 1)',
      'b "x,y"',
    ])
    expect(putIn('var(--none)', {})).toBeNull()
  })
})

describe('boxes that stand for elements', () => {
  const names = (sheet: string) =>
    standIns(readStyles([sheet])).groups.map((group) =>
      group.map(({ name, children }) => [name, children.map((one) => one.name)]),
    )
  const MOVES = '{animation:a 1s}'

  it('are made up from selectors: one for each child that is counted, one in another', () => {
    expect(
      names(`.dots > i:nth-child(3)${MOVES}.dots > i:first-child${MOVES}.dots .label:after${MOVES}`),
    ).toEqual([[['dots', ['dots i', 'dots i 2', 'dots i 3', 'label']]]])
  })
  it('are none where somebody has to do something', () => {
    expect(names(`.a:hover${MOVES}.b:not(.c)${MOVES}`)).toEqual([])
  })
  it('are as large as they say, with their borders, and lie where they say', () => {
    const { groups } = standIns(
      readStyles([
        `.a{width:40px;height:20px;border:2px solid red;animation:m 1s}.a > b{position:absolute;right:4px;top:50%;width:25%;height:6px;animation:m 1s}`,
      ]),
    )
    const [{ box, children }] = groups[0] as unknown as [{ box: object; children: { box: object }[] }]
    expect(box).toMatchObject({ width: 44, height: 24 })
    expect(children[0]!.box).toEqual({ x: 29, y: 12, width: 11, height: 6 })
  })
})
