import { describe, expect, it } from 'vitest'
import { edited, ids, key, layerWith, projectOf, property, propertyOf } from '../../../test/trials.ts'
import { hexOf, parseColour, type OklabAlpha } from '../../property/index.ts'
import {
  drawnStops,
  gradientLine,
  listedProperties,
  projectSchema,
  sceneAt,
  type DrawItem,
  type Gradient,
  type Layer,
  type Project,
} from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { addStop, removeStop, setGradient } from '../index.ts'

const ref = { scene: 'scene', layer: 'a' }
const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const withGradient = (layer: Layer, kind: 'linear' | 'radial' | 'none' = 'linear'): Project =>
  edited(projectOf([layer]), (draft) =>
    setGradient(draft, ref, { kind, time: at(0), autoKey: true, makeId: ids() }),
  )
const shape = layerWith('a', { fill: { kind: 'colour', value: '#203040', keys: [] } })
const shown = (project: Project, seconds = 0): Gradient =>
  (sceneAt(project.scenes[0]!, at(seconds), project.bends)[0] as Extract<DrawItem, { kind: 'rectangle' }>)
    .gradient
const names = (project: Project): string[] =>
  listedProperties(project.scenes[0]!.layers[0]!)
    .map(({ name }) => name)
    .filter((name) => name.startsWith('stop') || name.startsWith('gradient'))

describe('a gradient', () => {
  it('begins with the fill and a lighter colour, is listed, and gives way to the plain fill again', () => {
    const made = withGradient(shape)
    expect(projectSchema.safeParse(made).success).toBe(true)
    expect(names(made)).toEqual([
      'gradient',
      'gradient mix',
      'gradient start',
      'gradient end',
      'stop 1 offset',
      'stop 1 colour',
      'stop 2 offset',
      'stop 2 colour',
    ])
    const { kind, stops } = shown(made)
    expect(kind).toBe('linear')
    expect(hexOf([...stops[0]!.colour] as OklabAlpha)).toBe('#203040')
    expect(stops[1]!.colour[0]).toBeGreaterThan(stops[0]!.colour[0]!)
    const plain = edited(made, (draft) =>
      setGradient(draft, ref, { kind: 'none', time: at(0), autoKey: true, makeId: ids() }),
    )
    expect(shown(plain).kind).toBe('none')
    expect(names(plain)).toEqual([])
    expect(propertyOf(plain, 'a', 'stop 2 colour').value).toBe(propertyOf(made, 'a', 'stop 2 colour').value)
  })

  it('gets a stop of the colour that is there, and loses it again; two stay at least', () => {
    const two = withGradient(shape)
    const three = edited(two, (draft) => {
      expect(addStop(draft, ref, { time: at(0) })).toBe(3)
    })
    const plain = (project: Project, share: number): OklabAlpha => {
      const stops = drawnStops(shown(project))
      return stops.find(({ offset }) => Math.abs(offset - share) < 1e-9)!.colour
    }
    plain(three, 0.5).forEach((part, i) => expect(part).toBeCloseTo(plain(two, 0.5)[i]!, 2))
    const back = edited(three, (draft) => removeStop(draft, ref, 3))
    expect(shown(back).stops).toHaveLength(2)
    expect(() => edited(back, (draft) => removeStop(draft, ref, 1))).toThrow('two stops at least')
    expect(() => edited(back, (draft) => removeStop(draft, ref, 9))).toThrow('no such stop')
    const full = edited(two, (draft) => {
      for (let n = 3; n <= 16; n += 1) addStop(draft, ref, { time: at(0) })
    })
    expect(() => edited(full, (draft) => addStop(draft, ref, { time: at(0) }))).toThrow('16 stops at most')
  })

  it('moves by keys like anything: its ends, its stops and their colours', () => {
    const made = withGradient(shape)
    const moved = edited(made, (draft) => {
      const { properties } = draft.scenes[0]!.layers[0]!
      const set = (name: string, from: never, to: never) =>
        (properties[name] = property(properties[name]!.kind, [key(0, from), key(2, to)]) as never)
      set('gradient end', [100, 50] as never, [0, 100] as never)
      set('stop 1 offset', 0 as never, 80 as never)
      set('stop 1 colour', '#000000' as never, '#ffffff' as never)
    })
    const { ends, stops } = shown(moved, 1)
    expect([...ends]).toEqual([0, 50, 50, 75])
    expect(stops[0]!.offset).toBeCloseTo(0.4, 9)
    expect(stops[0]!.colour[0]).toBeCloseTo(0.5, 6)
    expect(gradientLine(shown(moved, 1), { x: -100, y: -50, width: 200, height: 100 })).toEqual([
      -100, 0, 0, 25,
    ])
  })

  it('mixes between its stops in OKLab, or as those who draw do, in order of their offsets', () => {
    const stop = (offset: number, colour: string) => ({
      offset,
      colour: Float64Array.from(parseColour(colour)),
    })
    const gradient: Gradient = {
      kind: 'linear',
      mix: 'oklab',
      ends: new Float64Array(4),
      stops: [stop(1, '#ffffff'), stop(0, '#000000')],
    }
    const even = drawnStops(gradient)
    expect(even.map(({ offset }) => offset)).toEqual(
      [...even.map(({ offset }) => offset)].sort((a, b) => a - b),
    )
    expect(even[8]!.colour[0]).toBeCloseTo(0.5, 6)
    expect(drawnStops({ ...gradient, mix: 'srgb' }).map(({ offset }) => offset)).toEqual([0, 1])
  })

  it('is refused on what is no shape, or locked, and where its parts are of another kind', () => {
    expect(() => withGradient(layerWith('a', {}, 'group'))).toThrow('no shape')
    expect(() => withGradient({ ...shape, locked: true })).toThrow('locked')
    const wrong = structuredClone(withGradient(shape)) as unknown as {
      scenes: { layers: { properties: Record<string, unknown> }[] }[]
    }
    wrong.scenes[0]!.layers[0]!.properties['stop 1 colour'] = { kind: 'number', value: 3, keys: [] }
    expect(projectSchema.safeParse(wrong).error?.issues[0]?.message).toContain('has to be a colour')
  })
})
