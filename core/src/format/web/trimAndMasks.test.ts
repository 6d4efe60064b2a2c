import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import type { Layer } from '../../scene/index.ts'
import { exportCssPage, exportSvg, leftOutOfPage } from './index.ts'

const pageOf = (layers: readonly Layer[]): string => {
  const project = projectOf(layers)
  return exportCssPage(project, project.scenes[0]!, { pictureUrl: () => '' })
}
const still = (value: number) => ({ kind: 'number', value, keys: [] }) as const

describe('a page', () => {
  it('draws a part of a line in shares of its length, and says nothing of lines that are whole', () => {
    const part = layerWith('a', { 'trim start': still(25), 'trim end': still(80), 'stroke width': still(4) })
    const page = pageOf([part])
    expect(page).toContain('pathLength="1"')
    expect(page).toMatch(/stroke-dasharray:\s*0\.55 0\.45/)
    expect(page).toMatch(/stroke-dashoffset:\s*-0\.25/)
    expect(pageOf([layerWith('a', {})])).not.toContain('dash')
  })

  it('draws dashes, and how a line ends and turns, where these are not what is usual anyway', () => {
    const choice = (value: string) => ({ kind: 'choice', value, keys: [] }) as const
    const looks = { 'line ends': choice('square'), 'line joins': choice('bevel'), 'stroke width': still(4) }
    const page = pageOf([layerWith('a', { ...looks, dash: still(12), 'dash offset': still(3) })])
    expect(page).toContain('stroke-linecap="square" stroke-linejoin="bevel"')
    expect(page).toMatch(/stroke-dasharray:\s*12 12/)
    expect(page).toMatch(/stroke-dashoffset:\s*3/)
    const part = pageOf([layerWith('a', { ...looks, dash: still(12), 'trim end': still(50) })])
    expect(part).toMatch(/stroke-dasharray:\s*0\.5 0\.5/)
    const turned = property('choice', [key(0, 'miter'), key(1, 'round')], { value: 'miter' })
    const moves = pageOf([layerWith('a', { 'line joins': turned, 'stroke width': still(4) })])
    expect(moves).toMatch(/stroke-linejoin:\s*round[^}]*steps\(1, end\)/)
  })

  it('fills by a gradient as it begins, and tells what of a scene it cannot say', () => {
    const choice = (value: string) => ({ kind: 'choice', value, keys: [] }) as const
    const paint = (value: string) => ({ kind: 'colour', value, keys: [] }) as const
    const parts = {
      gradient: choice('radial'),
      'gradient mix': choice('srgb'),
      'gradient start': { kind: 'pair', value: [50, 50], keys: [] } as const,
      'gradient end': { kind: 'pair', value: [100, 50], keys: [] } as const,
      'stop 1 colour': paint('#ff0000'),
      'stop 2 offset': still(100),
      'stop 2 colour': paint('#0000ff80'),
    }
    const layer = layerWith('a', parts)
    const page = pageOf([layer])
    expect(page).toContain('<radialGradient id="g2p" cx="0" cy="0" r="100" gradientUnits="userSpaceOnUse">')
    expect(page).toContain('<stop offset="0" stop-color="rgb(255 0 0 / 1)"/>')
    expect(page).toContain('fill:url(#g2p)')
    expect(leftOutOfPage([layer], false)).toEqual([])
    const moves = layerWith('a', { ...parts, 'stop 2 offset': property('number', [key(0, 50), key(1, 100)]) })
    const dashed = layerWith('b', { dash: still(9), 'trim end': still(40) })
    const sound = layerWith('c', {}, 'sound')
    expect(leftOutOfPage([moves, dashed, sound], false)).toEqual([
      'sounds',
      'how gradients lie (their stops and ends stay as they begin)',
      'dashes of lines that are drawn in part',
    ])
  })

  it('moves the colours of a gradient, and as animation elements its stops and ends', () => {
    const choice = (value: string) => ({ kind: 'choice', value, keys: [] }) as const
    const colours = {
      gradient: choice('linear'),
      'stop 1 colour': property('colour', [key(0, '#ff0000'), key(1, '#00ff0080')]),
      'stop 2 offset': still(100),
      'stop 2 colour': { kind: 'colour', value: '#0000ff', keys: [] } as const,
    }
    const coloured = layerWith('a', colours)
    const page = pageOf([coloured])
    expect(page).toMatch(/<stop offset="0" style="animation:/)
    expect(page).toMatch(/@keyframes \S+{\n0%{stop-color:rgb\(255 0 0\)/)
    expect(page).toMatch(/stop-opacity:0\.50/)
    // The other end stays what it is.
    expect(page).toContain('<stop offset="1" style="stop-color:rgb(0 0 255);stop-opacity:1"></stop>')
    expect(leftOutOfPage([coloured], false)).toEqual([])
    const placed = layerWith('a', {
      ...colours,
      'gradient end': property('pair', [key(0, [100, 50]), key(2, [50, 100])]),
    })
    const project = projectOf([placed])
    const drawing = exportSvg(project, project.scenes[0]!, { pictureUrl: () => '', flavour: 'smil' })
    expect(drawing).toMatch(/<linearGradient [^>]*x2="100"[^>]*>\s*<animate attributeName="x2"/)
    expect(leftOutOfPage([placed], true)).toEqual([])
    expect(leftOutOfPage([placed], false)).toHaveLength(1)
    const turned = layerWith('a', {
      ...colours,
      gradient: property('choice', [key(0, 'linear'), key(1, 'radial')], { value: 'linear' }),
    })
    expect(leftOutOfPage([turned], true)).toEqual([
      'gradients that change their kind (they stay as they begin)',
    ])
  })

  it('blurs and casts shadows as keys say, and says nothing of them where there are none', () => {
    expect(pageOf([layerWith('a', {})])).not.toContain('filter')
    const blur = property('number', [key(0, 0), key(2, 8)])
    const shade = { kind: 'colour', value: '#1f2b3380', keys: [] } as const
    const page = pageOf([layerWith('a', { blur, 'shadow colour': shade })])
    expect(page).toMatch(/filter:blur\(0px\) drop-shadow\(0px 12px 10px rgb\(31 43 51 \/ 0.501961\)\)/)
    expect(page).toMatch(/filter:blur\(8px\)/)
  })

  it('draws a line on as its keys say, from nothing that is seen to all of it', () => {
    const drawn = layerWith('a', {
      'trim end': property('number', [key(0, 0), key(1, 100)]),
      'stroke width': still(4),
    })
    const page = pageOf([drawn])
    expect(page).toMatch(/0%[^}]*stroke-opacity:\s*0/)
    expect(page).toMatch(/100%\s*\{[^}]*stroke-dasharray:\s*1 0/)
  })

  const ellipse = (id: string, more: Partial<Layer> = {}): Layer => ({
    ...layerWith(id, {}, 'ellipse'),
    ...more,
  })
  const seen = (id: string, more: Partial<Layer> = {}): Layer => ({
    ...layerWith(id, {}),
    mask: { layer: 'hole' },
    ...more,
  })

  it('draws layers through masks, each written once, which are not drawn themselves', () => {
    const page = pageOf([ellipse('hole'), seen('a'), seen('b')])
    expect(page.match(/<mask /g)).toHaveLength(1)
    // What lies together and is seen through the same is masked as one thing.
    expect(page.match(/mask:url\(#k1-1\)/g)).toHaveLength(1)
    expect(page).not.toContain('data-layer="hole"')
    expect(page).toMatch(/<mask id="k1-1"[^>]*style="mask-type:alpha"><g style=[^>]*><g><ellipse/)
    expect(pageOf([ellipse('hole'), layerWith('a', {})])).not.toContain('<mask')
  })

  it('inverts and softens masks, and masks masks', () => {
    const soft = seen('a', { mask: { layer: 'hole', inverted: true, feather: 40 } })
    const page = pageOf([ellipse('hole', { mask: { layer: 'window' } }), ellipse('window'), soft])
    expect(page).toContain('tableValues="1 0"')
    expect(page).toContain('filter:blur(20px)')
    expect(page.match(/<mask /g)).toHaveLength(2)
    expect(page).toContain('<g style="mask:url(#')
  })

  it('passes over masks whose eye is shut, and tells of those that are clips', () => {
    expect(pageOf([ellipse('hole', { visible: false }), seen('a')])).not.toContain('<mask')
    expect(leftOutOfPage([ellipse('hole'), seen('a')], false)).toEqual([])
    const clip: Layer = { ...layerWith('hole', {}), kind: 'clip', source: { asset: 'x' } }
    expect(leftOutOfPage([clip, seen('a')], false)).toContain(
      'masks that are clips (what is seen through one is whole there)',
    )
  })

  it('gives what stands in a group the group’s mask, and a mask in it not its own', () => {
    const group: Layer = { ...layerWith('g', {}, 'group'), mask: { layer: 'hole', follows: true } }
    const page = pageOf([group, ellipse('hole', { parent: 'g' }), { ...layerWith('a', {}), parent: 'g' }])
    expect(page.match(/<mask /g)).toHaveLength(1)
    expect(page.match(/mask:url/g)).toHaveLength(1)
  })
})
