import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, MOST_TICKS, TICKS_PER_SECOND } from '../../time/index.ts'
import { BadFile } from '../badFile.ts'
import { sampleCsv } from '../csv/index.ts'
import { exportCssPage } from './index.ts'

const page = (project: Project): string =>
  exportCssPage(project, project.scenes[0]!, { pictureUrl: () => '' })

describe('a page that would be too large', () => {
  it('is refused with what to do, for many keys that take many pieces', () => {
    const spring = { kind: 'family', family: 'elastic', mode: 'out' } as const
    const keys = Array.from({ length: 9_000 }, (_, i) => key(i / 1000, 1 + (i % 2) * 999, spring))
    const layers = [
      layerWith('a', {
        scale: {
          ...property('number', keys),
          kind: 'pair',
          value: [1, 1],
          mix: 'geometric',
          keys: keys.map((one) => ({ ...one, value: [one.value as number, 1] as const })),
        },
      }),
    ]
    expect(() => page(projectOf(layers))).toThrow(BadFile)
    expect(() => page(projectOf(layers))).toThrow(/sweep keys.*Nothing was written\.$/)
  })

  it('is refused for layers that ride on one another in a long chain', () => {
    const layers = Array.from({ length: 1_500 }, (_, i) =>
      layerWith(`l${i}`, {}, 'rectangle', i === 0 ? null : `l${i - 1}`),
    )
    expect(() => page(projectOf(layers))).toThrow(/over 24 MB/)
  })
})

describe('a page', () => {
  it('is written of a points span that ends a tick after the scene starts', () => {
    const node = (u: number, arm: number) => ({
      at: [u, u] as const,
      arrive: [-arm, 0] as const,
      leave: [arm, 0] as const,
      through: 'corner' as const,
    })
    const points = { kind: 'points', nodes: [node(0, 0.1), node(0.5, 0.1), node(1, 0.1)] } as const
    const keys = [key(-1, 0, points), { ...key(0, 50, ease), t: asTicks(1) }, key(2, 100)]
    expect(page(projectOf([layerWith('a', { turn: property('turn', keys) })]))).toContain('@keyframes')
  })
})

describe('a table of more rows than a text can hold', () => {
  it('is refused with what to do', () => {
    const turn = property('turn', [key(0, 0), key(1, 90)])
    const duration = asTicks(MOST_TICKS)
    expect(() => sampleCsv(turn, { library: [], rate: { num: 120, den: 1 }, duration })).toThrow(
      /fewer frames a second/,
    )
    expect(
      sampleCsv(turn, { library: [], rate: { num: 24, den: 1 }, duration: asTicks(TICKS_PER_SECOND) }).split(
        '\n',
      ),
    ).toHaveLength(26)
  })
})
