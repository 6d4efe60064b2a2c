import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { compileLayerClock } from '../../scene/index.ts'
import { compileProperty, valueAt } from '../../property/index.ts'
import { asTicks, frameTicks } from '../../time/index.ts'
import { exportReport, formOfEnding, reportText, writeForm, type ExportForm } from './index.ts'

const spring = { kind: 'family', family: 'spring', mode: 'out' } as const
const route = { arrive: [0, 0], leave: [0, 120], through: 'corner' } as const
const still = (value: number) => ({ kind: 'number', value, keys: [] }) as const
const project = projectOf([
  layerWith('Boat', {
    position: property('place', [{ ...key(0, [0, 0], ease), route }, key(2, [300, 0])]),
    turn: property('turn', [key(0, 0, spring), key(2, 90)]),
    scale: property('pair', [key(0, [100, 100]), key(2, [200, 200])], { mix: 'geometric' }),
    fill: property('colour', [key(0, '#c8401a'), key(2, '#0e6b75')]),
    blur: property('number', [key(0, 0), key(1, 5)]),
  }),
  layerWith('Held', { opacity: still(50) }),
])
const scene = project.scenes[0]!
const found = (form: ExportForm): Record<string, string> =>
  Object.fromEntries(exportReport(project, scene, form).rows.map((row) => [row.property, row.fidelity]))

describe('what is told of an export before it is made', () => {
  it('says of each move how it comes through, form by form', () => {
    const page = { Position: 'exact', Turn: 'fitted', Scale: 'baked', Fill: 'exact', Blur: 'baked' }
    expect(found('html')).toEqual(page)
    expect(found('svg-css')).toEqual(page)
    expect(found('svg-smil')).toEqual({ ...page, Fill: 'baked' })
    expect(found('css')).toEqual({ ...page, Position: 'baked', Blur: 'left out' })
    expect(new Set(Object.values(found('csv')))).toEqual(new Set(['exact']))
    expect(exportReport(project, scene, 'bend').rows).toEqual([])
  })

  it('says of a gradient what of it moves where', () => {
    const lit = projectOf([
      layerWith('Sky', {
        gradient: { kind: 'choice', value: 'linear', keys: [] },
        'gradient end': property('pair', [key(0, [100, 50]), key(1, [50, 100])]),
        'stop 1 colour': property('colour', [key(0, '#ff0000'), key(1, '#00ff00')]),
        'stop 2 offset': property('number', [key(0, 50), key(1, 100)]),
        'stop 2 colour': { kind: 'colour', value: '#0000ff', keys: [] },
      }),
    ])
    const told = (form: 'html' | 'svg-smil' | 'lottie') =>
      exportReport(lit, lit.scenes[0]!, form).rows.map(({ fidelity }) => fidelity)
    expect(told('html').sort()).toEqual(['baked', 'left out', 'left out'])
    expect(told('svg-smil')).toEqual(['baked', 'baked', 'baked'])
    expect(told('lottie')).toEqual(['baked', 'baked', 'baked'])
  })

  it('tells of what is left out, and is a text that can go beside the file', () => {
    const clip = projectOf([{ ...layerWith('Wind', {}, 'sound') }])
    const report = exportReport(clip, clip.scenes[0]!, 'html')
    expect(report.notes).toEqual(['Left out: sounds.'])
    expect(reportText(exportReport(project, scene, 'css'), 'A title')).toMatch(
      /^A title\nMoves: 1 exact, 1 fitted, 2 baked, 1 left out\.\n/,
    )
  })

  it('knows forms by the ending of a name', () => {
    expect(['a.SVG', 'b.htm', 'c.css', 'd.json', 'e.bend', 'f', 'g.doc'].map(formOfEnding)).toEqual([
      'svg-css',
      'html',
      'css',
      'json',
      'bend',
      null,
      null,
    ])
  })
})

describe('numbers of all that moves', () => {
  it('are those the properties have at each frame, in JSON and in CSV', () => {
    const options = { pictureUrl: () => '' }
    const data = JSON.parse(writeForm(project, scene, 'json', options)) as {
      frames: number
      properties: { layer: string; property: string; frames: number[][]; keys: { easing?: string }[] }[]
    }
    const rows = writeForm(project, scene, 'csv', options).trimEnd().split('\n')
    const head = rows[0]!.split(',')
    expect(rows).toHaveLength(data.frames + 1)
    for (const { layer, property: name, frames } of data.properties) {
      const { id, properties } = scene.layers.find((one) => one.name === layer)!
      const compiled = compileProperty(properties[name]!, project.bends)
      const clock = compileLayerClock(scene, id, project.bends)
      const column = head.findIndex((one) => one.startsWith(`"${layer} ${name}`))
      frames.forEach((values, frame) => {
        const wanted = [
          ...valueAt(compiled, asTicks(Math.round(clock.timeAt(frame * frameTicks(scene.rate))))),
        ]
        values.forEach((value, k) => {
          expect(value).toBeCloseTo(wanted[k]!, 9)
          expect(Number(rows[frame + 1]!.split(',')[column + k])).toBe(value)
        })
      })
    }
    expect(data.properties.map(({ property: name }) => name)).not.toContain('opacity')
    expect(data.properties.find(({ property: name }) => name === 'position')!.keys[0]!.easing).toMatch(
      /^cubic-bezier/,
    )
  })
})
